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
  for (const component of splitComponents(solver, openPairs(solver))) {
    const count = countComponent(solver, component, effort);
    if (count === undefined) return { kind: 'gaveUp' };
    components.push(count);
  }
  return { kind: 'counted', components, states: components.reduce((a, b) => a * b, 1n) };
}

function countComponent(solver: LayerSolver, pairs: readonly Literal[], effort: Effort): bigint | undefined {
  if (!effort.spend(1)) return undefined;
  const level = solver.level;
  const pair = pairs[0]!;
  let total = 0n;
  for (const literal of [pair, solver.negate(pair)]) {
    if (solver.assume(literal)) {
      const left = pairs.filter((p) => solver.isOpen(p));
      let product = 1n;
      for (const part of left.length === 0 ? [] : splitComponents(solver, left)) {
        const count = countComponent(solver, part, effort);
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

/** The first `most` orders, each as the relations [above, below] of all overlapping pairs. */
export function listOrders(problem: LayerProblem, most: number, effort: Effort): [number, number][][] {
  const { solver, ok } = beginSolver(problem);
  if (!ok) return [];
  const found: [number, number][][] = [];
  const walk = (pairs: readonly Literal[]): boolean => {
    if (found.length >= most || !effort.spend(1)) return false;
    const left = pairs.filter((p) => solver.isOpen(p));
    if (left.length === 0) {
      found.push(solver.trail.map((l) => [Math.floor(l / problem.n), l % problem.n]));
      return true;
    }
    const level = solver.level;
    for (const literal of [left[0]!, solver.negate(left[0]!)]) {
      if (solver.assume(literal)) walk(left);
      solver.backTo(level);
    }
    return true;
  };
  walk(openPairs(solver));
  return found;
}

/** Groups of open pairs that no constraint ties to another group. */
function splitComponents(solver: LayerSolver, pairs: readonly Literal[]): Literal[][] {
  const { n, creases, creasesOf, through, tacos, equal } = solver.problem;
  const index = new Map(pairs.map((p, i) => [p, i]));
  const parent = pairs.map((_, i) => i);
  const root = (i: number): number => (parent[i] === i ? i : (parent[i] = root(parent[i]!)));
  const keyOf = (f: number, g: number): number => (f < g ? f * n + g : g * n + f);
  const join = (keys: readonly number[]): void => {
    const open = keys.flatMap((k) => index.get(k) ?? []);
    for (const i of open.slice(1)) parent[root(i)] = root(open[0]!);
  };
  for (const p of pairs) {
    const [f, g] = [Math.floor(p / n), p % n];
    for (const [x, y] of [
      [f, g],
      [g, f],
    ] as const) {
      for (const k of creasesOf[x]!) {
        if (hasBit(through[k]!, y)) join([p, keyOf(creases[k]!.a === x ? creases[k]!.b : creases[k]!.a, y)]);
      }
    }
    for (const h of bitsOf(solver.maskOf(f, g))) if (h !== f && h !== g) join([p, keyOf(f, h), keyOf(g, h)]);
  }
  for (let t = 0; t < tacos.length; t += 4) {
    const q = [0, 1, 2, 3].map((i) => tacos[t + i]!);
    join(q.flatMap((f, i) => q.slice(i + 1).map((g) => keyOf(f, g))));
  }
  for (const [a, b, c, d] of equal) join([keyOf(a, b), keyOf(c, d)]);
  const groups = new Map<number, Literal[]>();
  pairs.forEach((p, i) => {
    const r = root(i);
    groups.set(r, [...(groups.get(r) ?? []), p]);
  });
  return [...groups.values()];
}
