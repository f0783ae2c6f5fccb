import { toModel } from '../folded/index.ts';
import { distance } from '../geometry/index.ts';
import type { Plan } from '../plan/index.ts';
import { type Replay, openAfter } from '../sequence/index.ts';
import { waitMinutes } from '../waits/index.ts';
import { measureState } from './measured.ts';

/** What to mind where a folder stops in the middle: whether the model can be put down, what to clip, what has to stay damp. */
export interface StopAdvice {
  /** It lies flat as it is. */
  readonly lies: boolean;
  /** The step after which it lies flat again; null where it does now, or where that is not known. */
  readonly until: number | null;
  readonly isDamp: boolean;
  readonly says: readonly string[];
}

/** A stack from so many layers on opens by itself (rule of thumb). */
const SPRINGS_FROM = 6;

/**
 * What to do with a model after `done` steps, shaping counted on behind the flat ones. A stack of six layers and more is
 * clipped where it is thickest; what was damped stays damp until it has dried. `isWaiting`: what is waited for after the last of
 * them still goes on.
 */
export function readStop(
  plan: Pick<Plan, 'steps' | 'shaping' | 'finish' | 'paper'>,
  replay: Replay,
  done: number,
  isWaiting = false,
): StopAdvice {
  const flat = Math.min(done, plan.steps.length);
  const open = done <= plan.steps.length ? openAfter(plan.steps, flat) : undefined;
  const isDamp = staysDamp(plan, done, isWaiting);
  const isShaped = done > plan.steps.length;
  const says = [
    ...(done === 0 ? ['Nothing is folded yet: keep the sheet flat and dry.'] : []),
    ...(open
      ? [
          `It does not lie flat before step ${open.until} is folded: go on to there, or prop it up as it stands and put no weight on it.`,
        ]
      : isShaped
        ? ['It is shaped: stand it where nothing presses on it.']
        : done > 0
          ? ['It lies flat: put it under a book.']
          : []),
    ...(isShaped ? [] : clips(plan, replay, flat, open !== undefined)),
    ...(isDamp && isWaiting ? ['It is drying: leave its clips and props where they are.'] : []),
    ...(isDamp && !isWaiting
      ? [
          'It is damp: close it into a bag with a barely damp cloth and go on within a day, before it dries unevenly or grows mould; or clip what is shaped and let it dry as it is.',
        ]
      : []),
  ];
  return { lies: !open && !isShaped, until: open?.until ?? null, isDamp, says };
}

/** Damped before, and not yet dried. */
function staysDamp(
  { steps, shaping, finish }: Pick<Plan, 'steps' | 'shaping' | 'finish'>,
  done: number,
  isWaiting: boolean,
): boolean {
  let isDamp = false;
  [...steps, ...shaping].slice(0, done).forEach(({ waits }, i) => {
    if (i === steps.length && finish.wetFolded) isDamp = true;
    if (waits.some((w) => w.kind === 'damp')) isDamp = true;
    if (waitMinutes(waits) > 0 && !(isWaiting && i === done - 1)) isDamp = false;
  });
  return isDamp;
}

function clips(
  { paper }: Pick<Plan, 'paper'>,
  { steps, start }: Replay,
  flat: number,
  isOpen: boolean,
): string[] {
  const last = steps[flat - 1];
  if (!last) return [];
  const state = last.after ?? start;
  const { measures, flaps } = measureState(state);
  const { spot, thickestAt } = measures;
  const isHeld = last.move.kind === 'fold' && last.move.held;
  if (spot.layers < SPRINGS_FROM && !isOpen && !isHeld) return [];
  const near = flaps
    .map((f) => ({ tip: f.tip, far: distance(toModel(state, f.tipOnSheet)!, thickestAt) }))
    .sort((a, b) => a.far - b.far)[0];
  const thick = paper.caliperMm === null ? '' : `, ${(spot.layers * paper.caliperMm).toFixed(1)} mm`;
  return [
    `Clip it${near ? ` in the thick part nearest to corner ${near.tip}` : ' where it is thickest'}: ${spot.layers} ${spot.layers === 1 ? 'layer' : 'layers'} lie there${thick}; a scrap of card under the clip leaves no mark.`,
  ];
}
