import type { LayerProblem } from './problem.ts';
import { TACO_DIGIT, TACO_PAIRS } from './tacos.ts';

/** The tacos of a problem by the pairs of facets they tie, each with what is known of its six pairs. */
export class TacoBook {
  /** Entries taco * 8 + place of the pair in it; those of a pair run from start[pair] to start[pair + 1]. */
  readonly start: Int32Array;
  readonly entries: Int32Array;
  /** State of each taco as digits of its table. */
  readonly state: Int16Array;
  /** Literal that each of the six places of a taco stands for: the first facet above the second. */
  readonly pairOf: Int32Array;
  private readonly n: number;

  /** Pairs known by now (`above`) count into the states and need no entries. */
  constructor({ n, tacos }: LayerProblem, above: Uint8Array) {
    const count = tacos.length / 4;
    this.n = n;
    this.state = new Int16Array(count);
    this.pairOf = new Int32Array(count * 6);
    this.start = new Int32Array(n * n + 1);
    for (let t = 0; t < count; t++) {
      for (let p = 0; p < 6; p++) {
        const [f, g] = [tacos[t * 4 + TACO_PAIRS[p]![0]]!, tacos[t * 4 + TACO_PAIRS[p]![1]]!];
        this.pairOf[t * 6 + p] = f * n + g;
        if (f === g) continue;
        if (above[f * n + g] === 1) this.state[t]! += TACO_DIGIT[p]!;
        else if (above[g * n + f] === 1) this.state[t]! += 2 * TACO_DIGIT[p]!;
        else this.start[this.keyOf(f, g) + 1]!++;
      }
    }
    for (let i = 0; i < n * n; i++) this.start[i + 1]! += this.start[i]!;
    this.entries = this.listEntries(count, above);
  }

  /** The pair of a literal, whichever way round it is. */
  pairOfLiteral(literal: number): number {
    const f = Math.floor(literal / this.n);
    return this.keyOf(f, literal - f * this.n);
  }

  /** Books a relation in every taco of its pair (1), or takes it back (-1). */
  book(literal: number, sign: 1 | -1): void {
    const { start, entries, state, pairOf } = this;
    const pair = this.pairOfLiteral(literal);
    for (let i = start[pair]!, end = start[pair + 1]!; i < end; i++) {
      const entry = entries[i]!;
      const [t, p] = [entry >> 3, entry & 7];
      state[t]! += sign * (pairOf[t * 6 + p] === literal ? 1 : 2) * TACO_DIGIT[p]!;
    }
  }

  private keyOf(f: number, g: number): number {
    return f < g ? f * this.n + g : g * this.n + f;
  }

  private listEntries(count: number, above: Uint8Array): Int32Array {
    const { n, start, pairOf } = this;
    const next = start.slice();
    const entries = new Int32Array(start[n * n]!);
    for (let k = 0; k < count * 6; k++) {
      const pair = pairOf[k]!;
      const f = Math.floor(pair / n);
      const g = pair - f * n;
      if (f !== g && above[pair] === 0 && above[g * n + f] === 0)
        entries[next[this.keyOf(f, g)]!++] = Math.floor(k / 6) * 8 + (k % 6);
    }
    return entries;
  }
}
