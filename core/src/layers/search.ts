import type { Effort } from '../effort/index.ts';
import { type LayerProblem, bitsOf } from './problem.ts';
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

/** A solver with the senses that are known; undefined when they contradict each other already. */
export function beginSolver(
  problem: LayerProblem,
  known: readonly (readonly [number, number])[] = [],
  trusted?: Int8Array,
): { solver: LayerSolver; ok: boolean } {
  const solver = new LayerSolver(problem, trusted);
  for (const [above, below] of known) {
    if (!solver.assert(above * problem.n + below, -1, -1)) return { solver, ok: false };
  }
  for (const { a, b, above } of problem.creases) {
    if (above < 0) continue;
    const below = above === a ? b : a;
    if (!solver.assert(above * problem.n + below, -1, -1)) return { solver, ok: false };
  }
  return {
    solver,
    ok: solver.propagate() && (!trusted || (solver.drawFromTrusted(openPairs(solver)) && solver.propagate())),
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
  return runSearch(problem, [], effort);
}

/** The same with some pairs known beforehand, as [above, below], and others trusted to agree (n x n, 1 above). */
export function runSearch(
  problem: LayerProblem,
  known: readonly (readonly [number, number])[],
  effort: Effort,
  trusted?: Int8Array,
): LayerOutcome {
  const { solver, ok } = beginSolver(problem, known, trusted);
  const stats = { decisions: 0, conflicts: 0 };
  if (!ok) return { kind: 'none', creases: blame(solver), ...stats };
  const queue = new ActivityQueue(problem.n, openPairs(solver));
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
      if (solver.level === 0) return { kind: 'none', creases: blame(solver), ...stats };
      const { clause, level } = learn(solver, queue);
      queue.giveBack(solver, level);
      solver.backTo(level);
      const number = clause.length > 1 ? solver.addClause(clause) : -1;
      fine = solver.assert(clause[0]!, number < 0 ? -1 : -2 - number, -1) && solver.propagate();
    }
    if (stats.conflicts >= restartAt && solver.level > 0) {
      restartAt = Math.ceil(stats.conflicts * 1.3) + 100;
      queue.giveBack(solver, 0);
      solver.backTo(0);
    }
  }
}

/** Resolves the conflict back to the one literal of its level that all of it follows from. */
function learn(solver: LayerSolver, queue: ActivityQueue): { clause: Literal[]; level: number } {
  const seen = new Set<Literal>();
  const tail: Literal[] = [];
  let open = 0;
  const add = (literals: readonly Literal[]): void => {
    for (const l of literals) {
      if (seen.has(l)) continue;
      const level = solver.levelOf(l);
      if (level === 0) continue;
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
        level: rest[0]?.level ?? 0,
      };
    }
    add(solver.reasonsOf(literal));
  }
}

/** The creases whose senses the conflict at level 0 rests on. */
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

/** Open pairs by how often they took part in conflicts, with the side each was last seen on. */
class ActivityQueue {
  private readonly n: number;
  private readonly heap: Literal[];
  private readonly place: Map<Literal, number>;
  private readonly activity = new Map<Literal, number>();
  private readonly phase = new Map<Literal, boolean>();
  private step = 1;

  constructor(n: number, pairs: readonly Literal[]) {
    this.n = n;
    this.heap = [...pairs];
    this.place = new Map(pairs.map((p, i) => [p, i]));
  }

  private keyOf(l: Literal): Literal {
    const f = Math.floor(l / this.n);
    const g = l - f * this.n;
    return f < g ? l : g * this.n + f;
  }

  takeOpen(solver: LayerSolver): Literal | undefined {
    while (this.heap.length > 0) {
      const top = this.heap[0]!;
      this.remove(top);
      if (solver.isOpen(top)) return top;
    }
    return undefined;
  }

  phaseOf(pair: Literal, solver: LayerSolver): Literal {
    return (this.phase.get(pair) ?? true) ? pair : solver.negate(pair);
  }

  /** Pairs that a jump back opens again, remembered with the side they were on. */
  giveBack(solver: LayerSolver, level: number): void {
    for (let i = solver.levelStarts[level] ?? solver.trail.length; i < solver.trail.length; i++) {
      const literal = solver.trail[i]!;
      const key = this.keyOf(literal);
      this.phase.set(key, key === literal);
      if (!this.place.has(key)) {
        this.heap.push(key);
        this.place.set(key, this.heap.length - 1);
        this.rise(this.heap.length - 1);
      }
    }
  }

  bump(literal: Literal): void {
    const key = this.keyOf(literal);
    this.activity.set(key, (this.activity.get(key) ?? 0) + this.step);
    const at = this.place.get(key);
    if (at !== undefined) this.rise(at);
  }

  decay(): void {
    this.step /= 0.95;
    if (this.step < 1e100) return;
    for (const [k, v] of this.activity) this.activity.set(k, v * 1e-100);
    this.step *= 1e-100;
  }

  private weight = (i: number): number => this.activity.get(this.heap[i]!) ?? 0;

  private swap(i: number, j: number): void {
    [this.heap[i], this.heap[j]] = [this.heap[j]!, this.heap[i]!];
    this.place.set(this.heap[i]!, i);
    this.place.set(this.heap[j]!, j);
  }

  private rise(from: number): void {
    for (let i = from; i > 0;) {
      const parent = (i - 1) >> 1;
      if (this.weight(i) <= this.weight(parent)) return;
      this.swap(i, parent);
      i = parent;
    }
  }

  private sink(from: number): void {
    for (let i = from; ;) {
      const [left, right] = [2 * i + 1, 2 * i + 2];
      let best = i;
      if (left < this.heap.length && this.weight(left) > this.weight(best)) best = left;
      if (right < this.heap.length && this.weight(right) > this.weight(best)) best = right;
      if (best === i) return;
      this.swap(i, best);
      i = best;
    }
  }

  private remove(key: Literal): void {
    const at = this.place.get(key)!;
    const last = this.heap.length - 1;
    if (at !== last) this.swap(at, last);
    this.heap.pop();
    this.place.delete(key);
    if (at < this.heap.length) this.sink(at);
  }
}
