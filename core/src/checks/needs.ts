import { type Segment, between, distance } from '../geometry/index.ts';
import { type FlatState, facetsAt, subtractSegments } from '../folded/index.ts';
import { specOf } from '../kinds/index.ts';
import type { ReplayedStep } from '../sequence/index.ts';

/** A crease a move folds, on the sheet. */
export interface NeededCrease extends Segment {
  readonly sense: 'valley' | 'mountain';
  /** Layers lie on each other there before the step: how many the crease goes through at its middle. */
  readonly layers: number;
  /** present: pressed already with this sense; reverse: pressed the other way; part: in part; missing: not at all. */
  readonly state: 'present' | 'reverse' | 'part' | 'missing';
}

/** What a folder checks before a collapse or any move that folds several creases at once. */
export interface CreaseNeeds {
  readonly creases: readonly NeededCrease[];
  readonly present: number;
  readonly missing: number;
  readonly toReverse: number;
}

/** True for moves between whose two flat ends the paper does not lie flat. */
export const opensPaper = (step: ReplayedStep): boolean => specOf(step.move).beforehand.together;

/** Share of a crease's length that may lack a pressed crease without its counting as missing in part. */
const SLACK = 0.02;

/**
 * The creases a step folds together, each held against the creases the paper has before it: all there, to be bent the
 * other way first, or missing. Undefined for steps that fold one line at a time and for refused ones.
 */
export function needsOf(step: ReplayedStep): CreaseNeeds | undefined {
  if (!opensPaper(step) || step.refusal || !step.trail) return undefined;
  const creases = step.trail.creases.map((c): NeededCrease => {
    const sense = (c as Segment & { sense?: 'valley' | 'mountain' }).sense ?? 'valley';
    const size = distance(c.from, c.to);
    const left = (kept: FlatState['resting']): number =>
      subtractSegments(c, kept).reduce((s, x) => s + distance(x.from, x.to), 0) / size;
    const any = left(step.before.resting);
    const same = left(step.before.resting.filter((r) => r.sense === sense));
    const state = same <= SLACK ? 'present' : any <= SLACK ? 'reverse' : any < 1 - SLACK ? 'part' : 'missing';
    return { from: c.from, to: c.to, sense, layers: layersAt(step.before, c), state };
  });
  const count = (state: NeededCrease['state']): number => creases.filter((c) => c.state === state).length;
  return {
    creases,
    present: count('present'),
    missing: count('missing') + count('part'),
    toReverse: count('reverse'),
  };
}

/** Facets over and under the crease's middle that it could be pressed through. */
function layersAt(state: FlatState, crease: Segment): number {
  const f = facetsAt(state, between(crease.from, crease.to, 0.5))[0];
  if (f === undefined) return 0;
  const n = state.facets.length;
  let layers = 1;
  for (let g = 0; g < n; g++) if (state.order[f * n + g] !== 0) layers++;
  return layers;
}

/** Steps that pressed creases the step folds. */
export function pressedBy(step: ReplayedStep): string[] {
  const folded = needsOf(step)?.creases ?? [];
  const isPressed = (c: Segment, r: Segment): boolean => {
    const left = subtractSegments(c, [r]).reduce((sum, p) => sum + distance(p.from, p.to), 0);
    return left < (1 - SLACK) * distance(c.from, c.to);
  };
  return [
    ...new Set(step.before.resting.filter((r) => folded.some((c) => isPressed(c, r))).map((r) => r.step)),
  ];
}
