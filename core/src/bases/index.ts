/**
 * Room: the catalogue of bases. Each is a sequence; flaps, silhouette, layers and facets are read off its folded state.
 * Lengths in sheet sides.
 */
import {
  type Flap,
  type FlatState,
  type Measures,
  buildArrangement,
  findFlaps,
  toMeasures,
} from '../folded/index.ts';
import { invariant } from '../outcome/index.ts';
import { replaySequence } from '../sequence/index.ts';
import { type Base, bases, findBase } from './catalogue.ts';

export type { Base };
export { bases, findBase };

/** A base folded: its state, its readings, and the flaps that end on its axis and can become limbs, longest first. */
export interface FoldedBase {
  readonly base: Base;
  readonly state: FlatState;
  readonly measures: Measures;
  readonly flaps: readonly Flap[];
}

export function foldBase(base: Base): FoldedBase {
  const replay = replaySequence({ sheet: { kind: 'square' }, points: {}, steps: base.steps });
  const refused = replay.steps.find((s) => s.refusal);
  invariant(!refused, `the ${base.name} folds (${refused?.refusal?.text})`);
  const state = replay.steps.at(-1)!.after;
  const map = buildArrangement(state);
  return {
    base,
    state,
    measures: toMeasures(state, map),
    flaps: findFlaps(state, map).filter((f) => f.onBaseAxis),
  };
}
