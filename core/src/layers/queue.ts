import type { LayerSolver, Literal } from './solver.ts';

/** The order in which a search decides open pairs, and which side of each it tries first. */
export interface DecisionQueue {
  readonly takeOpen: (solver: LayerSolver) => Literal | undefined;
  readonly phaseOf: (pair: Literal, solver: LayerSolver) => Literal;
  /** Pairs above a level are about to be opened again. */
  readonly giveBack: (solver: LayerSolver, level: number) => void;
  readonly bump: (literal: Literal) => void;
  readonly decay: () => void;
}

/**
 * Decides pairs in a given order, each literal as it stands. Whatever conflicts teach, the order found is then the first
 * of all in that order, so that it does not depend on how facets are numbered.
 */
export class FixedQueue implements DecisionQueue {
  private readonly literals: readonly Literal[];
  private next = 0;

  constructor(literals: readonly Literal[]) {
    this.literals = literals;
  }

  takeOpen = (solver: LayerSolver): Literal | undefined => {
    while (this.next < this.literals.length) {
      const literal = this.literals[this.next]!;
      if (solver.isOpen(literal)) return literal;
      this.next++;
    }
    return undefined;
  };

  phaseOf = (pair: Literal): Literal => pair;
  giveBack = (): void => {
    this.next = 0;
  };
  bump = (): void => undefined;
  decay = (): void => undefined;
}

/** Open pairs by how often they took part in conflicts, with the side each was last seen on. */
export class ActivityQueue implements DecisionQueue {
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
