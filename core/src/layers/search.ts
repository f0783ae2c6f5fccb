import type { Effort } from '../effort/index.ts';
import { type LayerProblem, bitsOf, hasBit } from './problem.ts';
import { ActivityQueue, type DecisionQueue, FixedQueue } from './queue.ts';
import { LayerSolver, type Literal } from './solver.ts';

/** found: an order; none: proved that there is none; gaveUp: the budget ended first. */
export type LayerOutcome =
  | {
      readonly kind: 'found';
      readonly above: Uint8Array;
      readonly decisions: number;
      readonly conflicts: number;
    }
  | {
      readonly kind: 'none';
      readonly creases: readonly number[];
      readonly decisions: number;
      readonly conflicts: number;
    }
  | { readonly kind: 'gaveUp'; readonly decisions: number; readonly conflicts: number };

/** A solver with the senses that are known and what trusted pairs force; not ok when they contradict each other already. */
export function beginSolver(
  problem: LayerProblem,
  trusted?: Int8Array,
): { solver: LayerSolver; ok: boolean } {
  const solver = new LayerSolver(problem, trusted);
  const { creases, n } = problem;
  const areKept = creases.every(
    ({ a, b, above }) => above < 0 || solver.assert(above * n + (above === a ? b : a), -1, -1),
  );
  return {
    solver,
    ok:
      areKept &&
      solver.propagate() &&
      (!trusted || (solver.drawFromTrusted(openPairs(solver)) && solver.propagate())),
  };
}

/** Overlapping pairs whose order is still open, as literals of the smaller facet above the larger. */
export function openPairs(solver: LayerSolver): Literal[] {
  const { n, overlaps } = solver.problem;
  const open: Literal[] = [];
  overlaps.forEach((row, f) => {
    for (const g of bitsOf(row)) if (g > f && solver.isOpen(f * n + g)) open.push(f * n + g);
  });
  return open;
}

/**
 * A first order of layers: decide, propagate, learn from each conflict what cannot be (first unique implication point),
 * jump back, restart now and then. Ends found, none (a proof) or gaveUp when the effort is spent.
 */
export function searchOrder(problem: LayerProblem, effort: Effort): LayerOutcome {
  const { solver, ok } = beginSolver(problem);
  return ok
    ? searchFrom(solver, effort)
    : { kind: 'none', creases: blame(solver), decisions: 0, conflicts: 0 };
}

/**
 * An order in which as many of the wanted pairs (upper, lower) lie as wanted as a greedy choice allows, the first of them
 * before the later; pairs that do not overlap are no matter.
 */
export function searchPreferring(
  problem: LayerProblem,
  wanted: readonly (readonly [upper: number, lower: number])[],
  effort: Effort,
): LayerOutcome {
  const { solver, ok } = beginSolver(problem);
  if (!ok) return { kind: 'none', creases: blame(solver), decisions: 0, conflicts: 0 };
  const { n, overlaps } = problem;
  const first = wanted.flatMap(([f, g]) => (hasBit(overlaps[f]!, g) ? [f * n + g] : []));
  return searchFrom(solver, effort, new FixedQueue([...first, ...openPairs(solver)]));
}

/** The same from where a solver stands: what it holds is kept, and none means none that keeps it. */
export function searchFrom(
  solver: LayerSolver,
  effort: Effort,
  queue: DecisionQueue = new ActivityQueue(solver.problem.n, openPairs(solver)),
): LayerOutcome {
  const base = solver.level;
  const stats = { decisions: 0, conflicts: 0 };
  let restartAt = 100;
  for (;;) {
    if (!effort.spend(1)) return { kind: 'gaveUp', ...stats };
    const next = queue.takeOpen(solver);
    if (next === undefined) return { kind: 'found', above: solver.above, ...stats };
    stats.decisions++;
    let fine = solver.assume(queue.phaseOf(next, solver));
    while (!fine) {
      stats.conflicts++;
      if (!effort.spend(4)) return { kind: 'gaveUp', ...stats };
      if (solver.level === base) return { kind: 'none', creases: blame(solver), ...stats };
      const { clause, level } = learn(solver, queue, base);
      queue.giveBack(solver, level);
      solver.backTo(level);
      const number = clause.length > 1 ? solver.addClause(clause) : -1;
      fine = solver.assert(clause[0]!, number < 0 ? -1 : -2 - number, -1) && solver.propagate();
    }
    if (stats.conflicts >= restartAt && solver.level > base) {
      restartAt = Math.ceil(stats.conflicts * 1.3) + 100;
      queue.giveBack(solver, base);
      solver.backTo(base);
    }
  }
}

/** Resolves the conflict back to the one literal of its level that all of it follows from; what holds at `base` is given. */
function learn(
  solver: LayerSolver,
  queue: DecisionQueue,
  base: number,
): { clause: Literal[]; level: number } {
  const seen = new Set<Literal>();
  const tail: Literal[] = [];
  let open = 0;
  const add = (literals: readonly Literal[]): void => {
    for (const l of literals) {
      if (seen.has(l)) continue;
      const level = solver.levelOf(l);
      if (level <= base) continue;
      seen.add(l);
      queue.bump(l);
      if (level === solver.level) open++;
      else tail.push(l);
    }
  };
  add(solver.conflict ?? []);
  let at = solver.trail.length - 1;
  for (;;) {
    while (!seen.has(solver.trail[at]!)) at--;
    const literal = solver.trail[at]!;
    at--;
    open--;
    if (open <= 0) {
      queue.decay();
      const rest = tail.map((l) => ({ l, level: solver.levelOf(l) })).sort((x, y) => y.level - x.level);
      return {
        clause: [solver.negate(literal), ...rest.map((r) => solver.negate(r.l))],
        level: rest[0]?.level ?? base,
      };
    }
    add(solver.reasonsOf(literal));
  }
}

/** The creases whose senses a conflict before any decision rests on. */
function blame(solver: LayerSolver): number[] {
  const seen = new Set<Literal>();
  const roots = new Set<number>();
  const { n, creases } = solver.problem;
  const byPair = new Map(creases.map((c, k) => [`${Math.min(c.a, c.b)},${Math.max(c.a, c.b)}`, k]));
  const queue = [...(solver.conflict ?? [])];
  while (queue.length > 0) {
    const l = queue.pop()!;
    if (seen.has(l)) continue;
    seen.add(l);
    const reasons = solver.reasonsOf(l);
    if (reasons.length > 0) {
      queue.push(...reasons);
      continue;
    }
    const [f, g] = [Math.floor(l / n), l % n];
    const crease = byPair.get(`${Math.min(f, g)},${Math.max(f, g)}`);
    if (crease !== undefined) roots.add(creases[crease]!.edge);
  }
  return [...roots].sort((a, b) => a - b);
}
