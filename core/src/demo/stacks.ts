import { buildChance } from '../chance/index.ts';
import { type FlatState, buildFlatSheet, facetOnModel, facetOnSheet } from '../folded/index.ts';
import { type Point, boundsOf, centroidOf, lineOnto } from '../geometry/index.ts';
import { foldOver } from '../moves/index.ts';

/** A state of at least `facets` facets: random folds through all layers, the same for the same seed. */
export function foldAtRandom(facets: number, seed: number): FlatState {
  const chance = buildChance(seed);
  let state = buildFlatSheet({ kind: 'square' });
  for (let tries = 0; state.facets.length < facets && tries < 4000; tries++) {
    const corners = state.facets.flatMap((_, f) => facetOnModel(state, f));
    const box = boundsOf(corners);
    const at = (): Point => [
      box.minX + chance() * (box.maxX - box.minX),
      box.minY + chance() * (box.maxY - box.minY),
    ];
    const line = lineOnto(at(), at());
    const seedFacet = Math.floor(chance() * state.facets.length);
    if (!line) continue;
    const folded = foldOver(state, {
      line,
      sense: chance() < 0.5 ? 'valley' : 'mountain',
      flap: [centroidOf(facetOnSheet(state, seedFacet))],
      layers: 'all',
      hold: [],
      step: `g${tries}`,
    });
    // Folds that cut off next to nothing make slivers, not facets worth measuring.
    if (folded.ok && folded.value.state.facets.length > state.facets.length * 1.15) {
      const next = folded.value.state;
      if (next.facets.length <= facets * 1.6) state = next;
    }
  }
  return state;
}
