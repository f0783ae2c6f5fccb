import { type FlatState, facetOnSheet, facetsAt } from '../folded/index.ts';
import { type Point, centroidOf, isTurned } from '../geometry/index.ts';

/** A point of the sheet well inside a facet. */
export const middleOf = (state: FlatState, f: number): Point => centroidOf(facetOnSheet(state, f));

/**
 * Facets of a wanted state, the first to lie over the second, that came to lie the other way round in another state of the
 * same creases. A model seen from behind is the same model.
 */
export function pairsOtherwise(wanted: FlatState, made: FlatState): (readonly [number, number])[] {
  const n = wanted.facets.length;
  const twins = wanted.facets.map((_, f) => facetsAt(made, middleOf(wanted, f))[0]!);
  const isBehind = isTurned(wanted.facets[0]!.placement) !== isTurned(made.facets[twins[0]!]!.placement);
  const sign = isBehind ? -1 : 1;
  const found: (readonly [number, number])[] = [];
  for (let f = 0; f < n; f++)
    for (let g = 0; g < n; g++)
      if (
        wanted.order[f * n + g]! * sign === 1 &&
        made.order[twins[f]! * made.facets.length + twins[g]!] === -1
      )
        found.push([f, g]);
  return found;
}
