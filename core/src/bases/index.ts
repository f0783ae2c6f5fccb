/**
 * Room: the atlas of bases. Each is a sequence; flaps, silhouette, layers and facets are read off its folded state.
 * Lengths in sheet sides (the shorter side, a leg of the triangle).
 */
import type { Line, Point } from '../geometry/index.ts';
import { type FlatState, type Measures, buildArrangement, toMeasures } from '../folded/index.ts';
import { invariant } from '../outcome/index.ts';
import { type Replay, replaySequence } from '../sequence/index.ts';
import { type Base, type BaseFamily, bases, findBase } from './catalogue.ts';
import { type BaseFlap, findBaseFlaps } from './flaps.ts';

export type { Base, BaseFamily, BaseFlap };
export { bases, findBase, findBaseFlaps };

/** A base folded: its steps, its state, its readings, and the flaps that can become limbs, longest first. */
export interface FoldedBase {
  readonly base: Base;
  readonly replay: Replay;
  readonly state: FlatState;
  readonly measures: Measures;
  readonly flaps: readonly BaseFlap[];
  readonly axis: Line | undefined;
  readonly hub: Point | undefined;
}

export function foldBase(base: Base): FoldedBase {
  const replay = replaySequence({ sheet: base.sheet, points: {}, steps: base.steps });
  const refused = replay.steps.find((s) => s.refusal);
  invariant(!refused, `the ${base.name} folds (${refused?.refusal?.text})`);
  const state = replay.steps.at(-1)!.after;
  return {
    base,
    replay,
    state,
    measures: toMeasures(state, buildArrangement(state)),
    ...findBaseFlaps(state),
  };
}
