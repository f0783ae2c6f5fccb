import {
  buildArrangement,
  findFlaps,
  findSpine,
  shortestFold,
  toMeasures,
  type Arrangement,
  type Flap,
  type FlatState,
  type Measures,
  type Spine,
} from '../folded/index.ts';

interface Measured {
  readonly map: Arrangement;
  readonly measures: Measures;
  readonly flaps: readonly Flap[];
  readonly spine: Spine | undefined;
  readonly shortest: number | undefined;
}

const known = new WeakMap<FlatState, Measured>();

/** Arrangement, measures and flaps of a state, computed once for each state object. */
export function measureState(state: FlatState): Measured {
  const cached = known.get(state);
  if (cached) return cached;
  const map = buildArrangement(state);
  const measured = {
    map,
    measures: toMeasures(state, map),
    flaps: findFlaps(state, map),
    spine: findSpine(state, map),
    shortest: shortestFold(state),
  };
  known.set(state, measured);
  return measured;
}
