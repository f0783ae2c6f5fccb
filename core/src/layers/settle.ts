import type { CreasePattern, FoldedPattern, PatternEdge } from '../creases/index.ts';
import type { Effort } from '../effort/index.ts';
import { type FlatState, edgeOwners } from '../folded/index.ts';
import { apply, isTurned, type Point } from '../geometry/index.ts';
import { buildLayerProblem, bitsOf } from './problem.ts';
import { type LayerOutcome, runSearch } from './search.ts';

/**
 * Orders the overlapping pairs of a folded state that its own order leaves open (0), keeping those it has. Gives the
 * complete order matrix, or none when the known pairs cannot be kept.
 */
export function settleOrder(
  state: FlatState,
  effort: Effort,
): { readonly kind: 'found'; readonly order: Int8Array } | Exclude<LayerOutcome, { kind: 'found' }> {
  const problem = buildLayerProblem(...toPattern(state));
  const known: [number, number][] = [];
  const n = problem.n;
  for (let f = 0; f < n; f++)
    for (let g = 0; g < n; g++) if (state.order[f * n + g] === 1) known.push([f, g]);
  const found = runSearch(problem, known, effort);
  if (found.kind !== 'found') return found;
  const order = new Int8Array(n * n);
  problem.overlaps.forEach((row, f) => {
    for (const g of bitsOf(row)) order[f * n + g] = found.above[f * n + g] === 1 ? 1 : -1;
  });
  return { kind: 'found', order };
}

/** A state as a folded pattern: every edge between two facets is a fold whose sense is left to the known order. */
function toPattern(state: FlatState): [CreasePattern, FoldedPattern] {
  const owner = edgeOwners(state.facets.map((f) => f.loop));
  const edges: PatternEdge[] = [];
  for (const [key, left] of owner) {
    const [a, b] = key.split(',').map(Number) as [number, number];
    const right = owner.get(`${b},${a}`);
    if (right === undefined) edges.push({ a, b, assignment: 'B', left, right: -1 });
    else if (left < right) edges.push({ a, b, assignment: 'U', left, right });
  }
  const images: Point[] = [];
  state.facets.forEach(({ loop, placement }) =>
    loop.forEach((v) => (images[v] ??= apply(placement, state.vertices[v]!))),
  );
  const placements = state.facets.map((f) => f.placement);
  return [
    { vertices: state.vertices, edges, facets: state.facets.map((f) => f.loop), size: 1 },
    { placements, turned: placements.map(isTurned), vertices: images, closure: 0 },
  ];
}
