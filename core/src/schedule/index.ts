/**
 * Room: how long folding takes. Minutes per kind of move, more for thick stacks and small sheets, less for repeats,
 * scaled by the folder's own pace from bench runs. All constants are rules of thumb that the diary corrects.
 */
import { specOf } from '../kinds/index.ts';
import type { ReplayedStep } from '../sequence/index.ts';
import { type LearnedPace, paceOf } from './pace.ts';

export type { LearnedPace, PaceRange, StepTime, TimeKind } from './pace.ts';
export type { Dried, LearnedDrying } from './drying.ts';
export { learnDrying } from './drying.ts';
export { learnPaces, paceOf, timeKindOf, timesOfRuns } from './pace.ts';

/** A repeat takes about this share of the first pass. */
export const REPEAT_SHARE = 0.78;
const PER_LAYER = 0.06;
/** Sheets below this side slow the hand down in proportion. */
const EASY_SIDE_MM = 150;

/** Minutes a step takes at a sheet side in mm, at a pace (1 = the rule of thumb, above it slower), or at each kind's own. */
export function toMinutes(step: ReplayedStep, sideMm: number, pace: number | LearnedPace): number {
  const layers = step.trace?.layersAtCrease ?? 1;
  const small = Math.max(1, Math.sqrt(EASY_SIDE_MM / Math.max(sideMm, 1)));
  const again = step.step.move.kind === 'repeat' ? REPEAT_SHARE : 1;
  return (
    specOf(step.move).minutes * (1 + PER_LAYER * (layers - 1)) * small * again * paceOf(pace, step.move.kind)
  );
}

/** Steps folded in one go: numbers from 1, both included. */
export interface Evening {
  readonly first: number;
  readonly last: number;
  readonly minutes: number;
}

/** A wait longer than this ends an evening: nobody sits by it. */
const SITS_BY_MINUTES = 45;

/** What keeps evenings together and parts them; both where nothing is said are never. */
export interface EveningRules {
  /** Whether the model can be put down after a step, by its number from 1. */
  readonly canStop?: (number: number) => boolean;
  /** Minutes waited after a step, by its number from 1. */
  readonly waits?: (number: number) => number;
}

/**
 * Steps spread over evenings of at most so many minutes, in order. Steps between which the model cannot be put down stay in one
 * evening, which is longer than asked for where they alone take longer. A long wait ends an evening.
 */
export function toEvenings(
  minutes: readonly number[],
  mostMinutes: number,
  { canStop = () => true, waits = () => 0 }: EveningRules = {},
): Evening[] {
  const evenings: { first: number; last: number; minutes: number }[] = [];
  let hasEnded = true;
  for (let first = 1; first <= minutes.length;) {
    let last = first;
    while (last < minutes.length && !canStop(last)) last++;
    const taken = minutes.slice(first - 1, last).reduce((sum, m) => sum + m, 0);
    const open = evenings.at(-1);
    if (open && !hasEnded && open.minutes + taken <= mostMinutes) {
      open.last = last;
      open.minutes += taken;
    } else evenings.push({ first, last, minutes: taken });
    hasEnded = waits(last) > SITS_BY_MINUTES;
    first = last + 1;
  }
  return evenings;
}
