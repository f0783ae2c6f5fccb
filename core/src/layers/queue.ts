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
  /** The pairs, the smaller facet above the larger. */
  private readonly pairs: Int32Array;
  /** Number of each pair among them, -1 for none. */
  private readonly numberOf: Int32Array;
  private readonly heap: Int32Array;
  private size: number;
  /** Place of each pair in the heap, -1 for none. */
  private readonly place: Int32Array;
  private readonly activity: Float64Array;
  /** 1 where the smaller facet was last seen above. */
  private readonly phase: Uint8Array;
  private step = 1;

  constructor(n: number, pairs: readonly Literal[]) {
    this.n = n;
    this.size = pairs.length;
    this.pairs = Int32Array.from(pairs);
    this.numberOf = new Int32Array(n * n).fill(-1);
    pairs.forEach((p, i) => (this.numberOf[p] = i));
    this.heap = Int32Array.from(pairs, (_, i) => i);
    this.place = this.heap.slice();
    this.activity = new Float64Array(pairs.length);
    this.phase = new Uint8Array(pairs.length).fill(1);
  }

  takeOpen(solver: LayerSolver): Literal | undefined {
    while (this.size > 0) {
      const top = this.heap[0]!;
      this.dropTop();
      if (solver.isOpen(this.pairs[top]!)) return this.pairs[top]!;
    }
    return undefined;
  }

  phaseOf(pair: Literal, solver: LayerSolver): Literal {
    return this.phase[this.numberOf[pair]!] === 1 ? pair : solver.negate(pair);
  }

  /** Pairs that a jump back opens again, remembered with the side they were on. */
  giveBack(solver: LayerSolver, level: number): void {
    const { n } = this;
    const { trail } = solver;
    for (let i = solver.levelStarts[level] ?? solver.length; i < solver.length; i++) {
      const literal = trail[i]!;
      const f = (literal / n) | 0;
      const g = literal - f * n;
      const pair = this.numberOf[f < g ? literal : g * n + f]!;
      if (pair < 0) continue;
      this.phase[pair] = f < g ? 1 : 0;
      if (this.place[pair]! >= 0) continue;
      this.heap[this.size] = pair;
      this.place[pair] = this.size;
      this.rise(this.size++);
    }
  }

  bump(literal: Literal): void {
    const f = (literal / this.n) | 0;
    const g = literal - f * this.n;
    const pair = this.numberOf[f < g ? literal : g * this.n + f]!;
    if (pair < 0) return;
    this.activity[pair]! += this.step;
    if (this.place[pair]! >= 0) this.rise(this.place[pair]!);
  }

  decay(): void {
    this.step /= 0.95;
    if (this.step < 1e100) return;
    for (let i = 0; i < this.activity.length; i++) this.activity[i]! *= 1e-100;
    this.step *= 1e-100;
  }

  /** Moves a pair of the heap up to where none above it weighs less. */
  private rise(from: number): void {
    const { heap, place, activity } = this;
    const pair = heap[from]!;
    const weight = activity[pair]!;
    let i = from;
    while (i > 0) {
      const parent = (i - 1) >> 1;
      if (weight <= activity[heap[parent]!]!) break;
      heap[i] = heap[parent]!;
      place[heap[i]!] = i;
      i = parent;
    }
    heap[i] = pair;
    place[pair] = i;
  }

  private dropTop(): void {
    const { heap, place, activity } = this;
    place[heap[0]!] = -1;
    const pair = heap[--this.size]!;
    if (this.size === 0) return;
    const weight = activity[pair]!;
    let i = 0;
    for (;;) {
      let best = 2 * i + 1;
      if (best >= this.size) break;
      if (best + 1 < this.size && activity[heap[best + 1]!]! > activity[heap[best]!]!) best++;
      if (activity[heap[best]!]! <= weight) break;
      heap[i] = heap[best]!;
      place[heap[i]!] = i;
      i = best;
    }
    heap[i] = pair;
    place[pair] = i;
  }
}
