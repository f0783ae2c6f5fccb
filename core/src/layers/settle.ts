import type { CreasePattern, FoldedPattern, PatternEdge } from '../creases/index.ts';
import type { Effort } from '../effort/index.ts';
import { type FlatState, listEdges } from '../folded/index.ts';
import { apply, isTurned, type Point } from '../geometry/index.ts';
import { listOrders } from './count.ts';
import { type LayerProblem, bitsOf, buildLayerProblem } from './problem.ts';
import { type LayerOutcome, runSearch } from './search.ts';
import { checkOrder } from './verify.ts';

/** The layer problem of a folded state; its own order is left out. Build it once where several orders are tried. */
export const layersOf = (state: FlatState): LayerProblem => buildLayerProblem(...toPattern(state));

export type SettleOutcome =
  { readonly kind: 'found'; readonly order: Int8Array } | Exclude<LayerOutcome, { kind: 'found' }>;

/**
 * Orders the overlapping pairs that a partial order leaves open (0), keeping those it has: n x n, 1 above, 2 above and
 * trusted to agree with all other trusted ones (pairs that lay so before and have moved together). Gives the complete
 * order matrix, or none when the known pairs cannot be kept.
 */
export function settleOrder(problem: LayerProblem, partial: Int8Array, effort: Effort): SettleOutcome {
  const found = runSearch(problem, toPairs(partial, problem.n), effort, toTrusted(partial));
  if (found.kind !== 'found') return found;
  return { kind: 'found', order: toMatrix(problem, (f, g) => found.above[f * problem.n + g] === 1) };
}

/** Up to `most` complete orders that keep a partial one. */
export function listSettled(
  problem: LayerProblem,
  partial: Int8Array,
  most: number,
  effort: Effort,
): Int8Array[] {
  const { n } = problem;
  return listOrders(problem, most, effort, toPairs(partial, n), toTrusted(partial)).map((relations) => {
    const above = new Uint8Array(n * n);
    for (const [f, g] of relations) above[f * n + g] = 1;
    return toMatrix(problem, (f, g) => above[f * n + g] === 1);
  });
}

function toPairs(partial: Int8Array, n: number): [number, number][] {
  const known: [number, number][] = [];
  for (let f = 0; f < n; f++) for (let g = 0; g < n; g++) if (partial[f * n + g] === 1) known.push([f, g]);
  return known;
}

const toTrusted = (partial: Int8Array): Int8Array => partial.map((o) => (o === 2 ? 1 : 0));

function toMatrix(problem: LayerProblem, isAbove: (f: number, g: number) => boolean): Int8Array {
  const { n } = problem;
  const order = new Int8Array(n * n);
  problem.overlaps.forEach((row, f) => {
    for (const g of bitsOf(row)) order[f * n + g] = isAbove(f, g) ? 1 : -1;
  });
  return order;
}

/** What is wrong with the order of a state, by the checker that shares no code with the search; empty when nothing is. */
export function checkLayers(state: FlatState): string[] {
  const [pattern, folded] = toPattern(state);
  const above = Uint8Array.from(state.order, (o) => (o === 1 ? 1 : 0));
  return checkOrder(pattern, buildLayerProblem(pattern, folded), above);
}

/** A state as a folded pattern: every edge between two facets is a fold whose sense is left to the known order. */
function toPattern(state: FlatState): [CreasePattern, FoldedPattern] {
  const edges = listEdges(state.facets.map((f) => f.loop)).map(({ u, v, left, right }): PatternEdge => ({
    a: u,
    b: v,
    assignment: right < 0 ? 'B' : 'U',
    left,
    right,
  }));
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
