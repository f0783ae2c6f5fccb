import type { CreasePattern, FoldedPattern, PatternEdge } from '../creases/index.ts';
import { type Effort, buildEffort } from '../effort/index.ts';
import { type FlatState, TooCoarse, listEdges, shapeOnModel } from '../folded/index.ts';
import { type Point, apply, doShapesOverlap, isTurned, tolerance } from '../geometry/index.ts';
import { listFrom } from './count.ts';
import { type LayerProblem, bitsOf, buildLayerProblem } from './problem.ts';
import { FixedQueue } from './queue.ts';
import { type LayerOutcome, beginSolver, openPairs, searchFrom } from './search.ts';
import type { LayerSolver, Literal } from './solver.ts';
import { checkOrder } from './verify.ts';

/** The part of a folded state whose order is in question, as a layer problem of its own. */
export class LayerScope {
  readonly problem: LayerProblem;
  /** Facets of the state the problem speaks of, by its own numbers. */
  readonly facets: readonly number[];
  /** Facets of the whole state. */
  readonly whole: number;
  private trusted = new Int8Array(0);
  private begun: { readonly solver: LayerSolver; readonly ok: boolean } | undefined;

  constructor(problem: LayerProblem, facets: readonly number[], whole: number) {
    this.problem = problem;
    this.facets = facets;
    this.whole = whole;
  }

  /**
   * Asks a solver that holds the known relations, if they can be held; it is made once for all orders with the same
   * trusted pairs and left as it was.
   */
  ask<T>(own: Int8Array, question: (solver: LayerSolver) => T): T | undefined {
    if (!this.begun || !this.isTrusted(own)) {
      this.trusted = own.map((o) => (o === 2 ? 1 : 0));
      this.begun = beginSolver(this.problem, this.trusted);
    }
    const { solver, ok } = this.begun;
    const answer = ok && solver.assumeAll(own) ? question(solver) : undefined;
    solver.backTo(0);
    solver.forget();
    return answer;
  }

  /** True where the pairs trusted so far are just those of this order. */
  private isTrusted(own: Int8Array): boolean {
    for (let i = 0; i < own.length; i++) if ((own[i] === 2) !== (this.trusted[i] === 1)) return false;
    return true;
  }
}

/** More than this share of all facets, and the whole state is taken as it is. */
const NEARLY_ALL = 0.8;

/**
 * The layer problem around moved facets: they and whatever they lie on. No other pair can come into question, for every
 * constraint on a moved facet is one among facets that overlap it. Build it once where several orders are tried.
 */
export function layersAround(state: FlatState, isMoved: readonly boolean[]): LayerScope {
  const whole = state.facets.length;
  const moved = isMoved.flatMap((m, f) => (m ? [f] : []));
  const near = state.facets.flatMap((_, f) =>
    isMoved[f] ||
    moved.some((m) => doShapesOverlap(shapeOnModel(state, f), shapeOnModel(state, m), tolerance.overlap))
      ? [f]
      : [],
  );
  if (moved.length > 0 && near.length < NEARLY_ALL * whole) {
    try {
      const part = { ...state, facets: near.map((f) => state.facets[f]!) };
      return new LayerScope(buildLayerProblem(...toPattern(part)), near, whole);
    } catch (fault) {
      // A piece that lies on others without touching their edges: only the whole sheet hangs together.
      if (!(fault instanceof TooCoarse)) throw fault;
    }
  }
  return new LayerScope(
    buildLayerProblem(...toPattern(state)),
    state.facets.map((_, f) => f),
    whole,
  );
}

export type SettleOutcome =
  { readonly kind: 'found'; readonly order: Int8Array } | { readonly kind: 'none' | 'gaveUp' };

/**
 * Which of several orders is taken: pairs are decided by the rank of their facets (one for each facet of the whole state),
 * the facet of lower rank on its own side, above (1) or below (-1) the other. What ranks and sides are made of says
 * whether mirror images agree.
 */
export interface OrderPreference {
  readonly ranks: readonly number[];
  readonly sides: readonly (1 | -1)[];
}

/** Open pairs in the order of a preference, as the literals it likes best. */
function literalsBy({ facets }: LayerScope, solver: LayerSolver, prefer: () => OrderPreference): Literal[] {
  const { n } = solver.problem;
  const open = openPairs(solver);
  // Nearly always nothing is open any more, and nobody has to be asked.
  if (open.length === 0) return [];
  const { ranks, sides } = prefer();
  const rankOf = (f: number): number => ranks[facets[f]!]!;
  return open
    .map((pair) => {
      const [f, g] = [Math.floor(pair / n), pair % n];
      const [low, high] = rankOf(f) < rankOf(g) ? [f, g] : [g, f];
      const literal = sides[facets[low]!] === 1 ? low * n + high : high * n + low;
      return { literal, low: rankOf(low), high: rankOf(high) };
    })
    .sort((a, b) => a.low - b.low || a.high - b.high)
    .map((p) => p.literal);
}

/** Steps spent on finding the preferred order before any order will do. */
const FOR_PREFERRED = 40_000;

/**
 * Orders the overlapping pairs that a partial order leaves open (0), keeping those it has: n x n, 1 above, 2 above and
 * trusted to agree with all other trusted ones (pairs that lay so before and have moved together). Gives the complete
 * order matrix, or none when the known pairs cannot be kept.
 */
export function settleOrder(
  scope: LayerScope,
  partial: Int8Array,
  effort: Effort,
  preference: () => OrderPreference,
): SettleOutcome {
  const settled = scope.ask(toScope(scope, partial), (solver): SettleOutcome => {
    const base = solver.level;
    const first = buildEffort(FOR_PREFERRED);
    let found: LayerOutcome = searchFrom(
      solver,
      first,
      new FixedQueue(literalsBy(scope, solver, preference)),
    );
    if (found.kind === 'gaveUp') {
      solver.backTo(base);
      found = searchFrom(solver, effort);
    }
    if (found.kind !== 'found') return { kind: found.kind };
    return {
      kind: 'found',
      order: toMatrix(scope, partial, (f, g) => found.above[f * scope.problem.n + g] === 1),
    };
  });
  return settled ?? { kind: 'none' };
}

/** Up to `most` complete orders that keep a partial one. */
export function listSettled(
  scope: LayerScope,
  partial: Int8Array,
  most: number,
  effort: Effort,
  preference: () => OrderPreference,
): Int8Array[] {
  const { n } = scope.problem;
  const orders =
    scope.ask(toScope(scope, partial), (solver) =>
      listFrom(solver, most, effort, literalsBy(scope, solver, preference)),
    ) ?? [];
  return orders.map((relations) => {
    const above = new Uint8Array(n * n);
    for (const [f, g] of relations) above[f * n + g] = 1;
    return toMatrix(scope, partial, (f, g) => above[f * n + g] === 1);
  });
}

/** The part of an n x n matrix of the whole state that a scope speaks of. */
function toScope({ facets, whole }: LayerScope, partial: Int8Array): Int8Array {
  const n = facets.length;
  if (n === whole) return partial;
  const own = new Int8Array(n * n);
  for (let f = 0; f < n; f++)
    for (let g = 0; g < n; g++) own[f * n + g] = partial[facets[f]! * whole + facets[g]!]!;
  return own;
}

/** The whole order: as settled within the scope, as known outside it. */
function toMatrix(
  { problem, facets, whole }: LayerScope,
  partial: Int8Array,
  isAbove: (f: number, g: number) => boolean,
): Int8Array {
  const order = facets.length === whole ? new Int8Array(whole * whole) : partial.map(Math.sign);
  problem.overlaps.forEach((row, f) => {
    for (const g of bitsOf(row)) order[facets[f]! * whole + facets[g]!] = isAbove(f, g) ? 1 : -1;
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
