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

/** Open pairs, first those of creases, the longest of these first: how a long crease is folded decides much else. */
function longCreasesFirst(solver: LayerSolver): Literal[] {
  const { n, creases } = solver.problem;
  const open = openPairs(solver);
  const lengths = new Map(creases.map((c) => [Math.min(c.a, c.b) * n + Math.max(c.a, c.b), c.length]));
  const isCrease = open.filter((pair) => lengths.has(pair));
  const others = open.filter((pair) => !lengths.has(pair));
  return [...isCrease.sort((x, y) => lengths.get(y)! - lengths.get(x)!), ...others];
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
  queue: DecisionQueue = new ActivityQueue(solver.problem.n, longCreasesFirst(solver)),
): LayerOutcome {
  const base = solver.level;
  const learner = new Learner(solver, queue);
  const stats = { decisions: 0, conflicts: 0 };
  let restartAt = 100;
  for (;;) {
    if (!effort.spend(1)) return { kind: 'gaveUp', ...stats };
    const next = queue.takeOpen(solver);
    if (next === undefined) return { kind: 'found', above: solver.toMatrix(), ...stats };
    stats.decisions++;
    let fine = solver.assume(queue.phaseOf(next, solver));
    while (!fine) {
      stats.conflicts++;
      if (!effort.spend(4)) return { kind: 'gaveUp', ...stats };
      if (solver.level === base) return { kind: 'none', creases: blame(solver), ...stats };
      const { clause, level } = learner.learn(base);
      queue.giveBack(solver, level);
      solver.backTo(level);
      fine = solver.assertClause(clause);
    }
    if (stats.conflicts >= restartAt && solver.level > base) {
      restartAt = Math.ceil(stats.conflicts * 1.3) + 100;
      queue.giveBack(solver, base);
      solver.backTo(base);
    }
  }
}

/** Learns clauses from conflicts. */
class Learner {
  private readonly solver: LayerSolver;
  private readonly queue: DecisionQueue;
  /** By place on the trail: literals met in the conflict at hand. */
  private readonly isSeen: Uint8Array;

  constructor(solver: LayerSolver, queue: DecisionQueue) {
    this.solver = solver;
    this.queue = queue;
    this.isSeen = new Uint8Array(solver.trail.length);
  }

  /** Resolves the conflict back to the one literal of its level that all of it follows from; what holds at `base` is given. */
  learn(base: number): { clause: Literal[]; level: number } {
    const { solver, queue, isSeen } = this;
    const tail: Literal[] = [];
    const met: number[] = [];
    const last = solver.levelStarts.at(-1)!;
    const given = solver.levelStarts[base]!;
    let open = 0;
    const add = (literals: readonly Literal[]): void => {
      for (const l of literals) {
        const at = solver.positionOf(l);
        if (at < given || isSeen[at] === 1) continue;
        isSeen[at] = 1;
        met.push(at);
        queue.bump(l);
        if (at >= last) open++;
        else tail.push(l);
      }
    };
    add(solver.conflict ?? []);
    let at = solver.length - 1;
    for (;;) {
      while (isSeen[at] !== 1) at--;
      const literal = solver.trail[at]!;
      at--;
      open--;
      if (open > 0) {
        add(solver.reasonsOf(literal));
        continue;
      }
      queue.decay();
      // What follows from the rest of the clause adds nothing to it (Sörensson and Biere 2009, the local form).
      const rest = tail
        .filter((l) => {
          const reasons = solver.reasonsOf(l);
          return reasons.length === 0 || !reasons.every((r) => this.isGiven(r, given));
        })
        .map((l) => ({ l, level: solver.levelOf(l) }))
        .sort((x, y) => y.level - x.level);
      for (const m of met) isSeen[m] = 0;
      return {
        clause: [solver.negate(literal), ...rest.map((r) => solver.negate(r.l))],
        level: rest[0]?.level ?? base,
      };
    }
  }

  private isGiven(literal: Literal, given: number): boolean {
    const at = this.solver.positionOf(literal);
    return at < given || this.isSeen[at] === 1;
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
