import type { Effort } from '../effort/index.ts';
import { type LayerProblem, bitsOf, hasBit } from './problem.ts';
import { beginSolver, openPairs } from './search.ts';
import type { LayerSolver, Literal } from './solver.ts';

/** How many orders of layers there are: per independent component, and in all. */
export type LayerCount =
  | { readonly kind: 'counted'; readonly components: readonly bigint[]; readonly states: bigint }
  | { readonly kind: 'gaveUp' };

/**
 * Counts every order exactly: pairs still open after propagation fall into components that do not touch each other; each
 * is counted by trying both sides of a pair and splitting again; the whole is the product.
 */
export function countOrders(problem: LayerProblem, effort: Effort): LayerCount {
  const { solver, ok } = beginSolver(problem);
  if (!ok) return { kind: 'counted', components: [], states: 0n };
  const components: bigint[] = [];
  const graph = new PairGraph(solver);
  for (const component of graph.split(openPairs(solver))) {
    const count = countComponent(solver, graph, component, effort);
    if (count === undefined) return { kind: 'gaveUp' };
    components.push(count);
  }
  return { kind: 'counted', components, states: components.reduce((a, b) => a * b, 1n) };
}

function countComponent(
  solver: LayerSolver,
  graph: PairGraph,
  pairs: readonly Literal[],
  effort: Effort,
): bigint | undefined {
  if (!effort.spend(1)) return undefined;
  const level = solver.level;
  const pair = pairs[0]!;
  let total = 0n;
  for (const literal of [pair, solver.negate(pair)]) {
    if (solver.assume(literal)) {
      const left = pairs.filter((p) => solver.isOpen(p));
      let product = 1n;
      for (const part of left.length === 0 ? [] : split(left, graph)) {
        const count = countComponent(solver, graph, part, effort);
        if (count === undefined) return undefined;
        product *= count;
        if (product === 0n) break;
      }
      total += product;
    }
    solver.backTo(level);
  }
  return total;
}

/** A handful of pairs is tried out faster than it is split. */
const FEW_PAIRS = 5;
const split = (pairs: readonly Literal[], graph: PairGraph): readonly (readonly Literal[])[] =>
  pairs.length <= FEW_PAIRS ? [pairs] : graph.split(pairs);

/** The first `most` orders, each as the relations [above, below] of all overlapping pairs. */
export function listOrders(problem: LayerProblem, most: number, effort: Effort): [number, number][][] {
  const { solver, ok } = beginSolver(problem);
  return ok ? listFrom(solver, most, effort) : [];
}

/** The same of those that keep what a solver holds. */
export function listFrom(
  solver: LayerSolver,
  most: number,
  effort: Effort,
  pairs: readonly Literal[] = openPairs(solver),
): [number, number][][] {
  const found: [number, number][][] = [];
  const walk = (pairs: readonly Literal[]): boolean => {
    if (found.length >= most || !effort.spend(1)) return false;
    const left = pairs.filter((p) => solver.isOpen(p));
    if (left.length === 0) {
      found.push(knownPairs(solver));
      return true;
    }
    const level = solver.level;
    for (const literal of [left[0]!, solver.negate(left[0]!)]) {
      if (solver.assume(literal)) walk(left);
      solver.backTo(level);
    }
    return true;
  };
  walk(pairs);
  return found;
}

const knownPairs = (solver: LayerSolver): [number, number][] =>
  solver.problem.overlaps.flatMap((row, f) =>
    bitsOf(row).flatMap((g): [number, number][] => (solver.isAbove(f, g) ? [[f, g]] : [])),
  );

/**
 * Which open pairs are tied to which, once for a whole count: a superset of what is tied later on, when some pairs are
 * decided, so that splitting by it stays right.
 */
class PairGraph {
  private readonly neighbours = new Map<Literal, readonly Literal[]>();
  private readonly tied = new Map<Literal, Literal[]>();
  private readonly solver: LayerSolver;

  constructor(solver: LayerSolver) {
    this.solver = solver;
    const { n, tacos, equal } = solver.problem;
    for (let t = 0; t < tacos.length; t += 4) {
      const q = [0, 1, 2, 3].map((i) => tacos[t + i]!);
      this.tie(q.flatMap((f, i) => q.slice(i + 1).map((g) => keyOf(f, g, n))));
    }
    for (const [a, b, c, d] of equal) this.tie([keyOf(a, b, n), keyOf(c, d, n)]);
  }

  /** Groups of open pairs that no constraint ties to another group. */
  split(pairs: readonly Literal[]): Literal[][] {
    const open = new Set(pairs);
    const groups: Literal[][] = [];
    for (const first of pairs) {
      if (!open.delete(first)) continue;
      const group = [first];
      for (let at = 0; at < group.length && open.size > 0; at++) {
        for (const next of this.neighboursOf(group[at]!)) if (open.delete(next)) group.push(next);
      }
      groups.push(group);
    }
    return groups;
  }

  private tie(keys: readonly number[]): void {
    for (const key of keys)
      this.tied.set(key, [...(this.tied.get(key) ?? []), ...keys.filter((k) => k !== key)]);
  }

  private neighboursOf(pair: Literal): readonly Literal[] {
    const known = this.neighbours.get(pair);
    if (known) return known;
    const { n, creases, creasesOf, through } = this.solver.problem;
    const [f, g] = [Math.floor(pair / n), pair % n];
    const list = new Set<Literal>(this.tied.get(pair));
    for (const [x, y] of [
      [f, g],
      [g, f],
    ] as const) {
      for (const k of creasesOf[x]!) {
        if (hasBit(through[k]!, y))
          list.add(keyOf(creases[k]!.a === x ? creases[k]!.b : creases[k]!.a, y, n));
      }
    }
    for (const h of bitsOf(this.solver.maskOf(f, g))) {
      if (h !== f && h !== g) list.add(keyOf(f, h, n)).add(keyOf(g, h, n));
    }
    this.neighbours.set(pair, [...list]);
    return this.neighbours.get(pair)!;
  }
}

const keyOf = (f: number, g: number, n: number): number => (f < g ? f * n + g : g * n + f);
