import { type Isometry, compose, reflectionIn, rotationAbout, boundsOf } from '../geometry/index.ts';
import { type FlatState, facetOnModel } from '../folded/index.ts';
import type { MoveResult } from './result.ts';

function centreOf(state: FlatState): readonly [number, number] {
  const b = boundsOf(state.facets.flatMap((_, f) => facetOnModel(state, f)));
  return [(b.minX + b.maxX) / 2, (b.minY + b.maxY) / 2];
}

const placeAll = (state: FlatState, motion: Isometry): FlatState => ({
  ...state,
  facets: state.facets.map((f) => ({ ...f, placement: compose(motion, f.placement) })),
});

/** Turns the model over, left to right or top to bottom; every layer order is reversed. */
export function turnOver(state: FlatState, over: 'sideways' | 'lengthways'): MoveResult {
  const [x, y] = centreOf(state);
  const line =
    over === 'sideways' ? { normal: [1, 0] as const, offset: x } : { normal: [0, 1] as const, offset: y };
  const turned = placeAll(state, reflectionIn(line));
  return { state: { ...turned, order: turned.order.map((o) => -o) }, made: [] };
}

/** Turns the model in its plane, counter-clockwise by degrees about its middle. */
export function rotateModel(state: FlatState, degrees: number): MoveResult {
  return { state: placeAll(state, rotationAbout(centreOf(state), degrees)), made: [] };
}
