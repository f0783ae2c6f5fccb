import type { LayerProblem } from './problem.ts';
import { TACO_DIGIT, TACO_PAIRS } from './tacos.ts';

/** The tacos of a problem by the pairs of facets they tie, each with what is known of its six pairs. */
export class TacoBook {
  /** State of each taco as digits of its table. */
  readonly state: Int16Array;
  private readonly n: number;
  /** Entries of a pair run from pairs[2 * pair] to pairs[2 * pair + 2]. */
  private readonly pairs: Int32Array;
  /** Taco times 16, place of the pair in it times 2, and 1 where the taco names the larger facet first. */
  private readonly entries: Int32Array;

  /**
   * Pairs known by now count into the states and need no entries. `pairs`: room for two numbers of each pair (n * n + 1 of
   * them), of which the book takes the first: what is asked for together lies together.
   */
  constructor({ n, tacos }: LayerProblem, pairs: Int32Array, isAbove: (f: number, g: number) => boolean) {
    const count = tacos.length / 4;
    this.n = n;
    this.state = new Int16Array(count);
    this.pairs = pairs;
    const open = new Uint8Array(count);
    for (let t = 0; t < count; t++) {
      for (let p = 0; p < 6; p++) {
        const f = tacos[t * 4 + FIRST[p]!]!;
        const g = tacos[t * 4 + SECOND[p]!]!;
        if (f === g) continue;
        if (isAbove(f, g)) this.state[t]! += TACO_DIGIT[p]!;
        else if (isAbove(g, f)) this.state[t]! += 2 * TACO_DIGIT[p]!;
        else {
          open[t]! |= 1 << p;
          pairs[2 * this.keyOf(f, g) + 2]!++;
        }
      }
    }
    const next = new Int32Array(n * n);
    for (let i = 0; i < n * n; i++) {
      next[i] = pairs[2 * i]!;
      pairs[2 * i + 2]! += pairs[2 * i]!;
    }
    this.entries = new Int32Array(pairs[2 * n * n]!);
    for (let t = 0; t < count; t++) {
      for (let p = 0; p < 6; p++) {
        if ((open[t]! & (1 << p)) === 0) continue;
        const f = tacos[t * 4 + FIRST[p]!]!;
        const g = tacos[t * 4 + SECOND[p]!]!;
        this.entries[next[this.keyOf(f, g)]!++] = t * 16 + p * 2 + (f < g ? 0 : 1);
      }
    }
  }

  startOf(f: number, g: number): number {
    return this.pairs[2 * (f < g ? f * this.n + g : g * this.n + f)]!;
  }

  endOf(f: number, g: number): number {
    return this.pairs[2 * (f < g ? f * this.n + g : g * this.n + f) + 2]!;
  }

  tacoAt(entry: number): number {
    return this.entries[entry]! >> 4;
  }

  stateAt(entry: number): number {
    return this.state[this.entries[entry]! >> 4]!;
  }

  /** Books a relation in one taco of its pair (1), or takes it back (-1); `isUp`: the facet of lower number lies above. */
  book(entry: number, isUp: boolean, sign: 1 | -1): void {
    const e = this.entries[entry]!;
    const digit = TACO_DIGIT[(e >> 1) & 7]!;
    this.state[e >> 4]! += sign * (isUp === ((e & 1) === 0) ? digit : 2 * digit);
  }

  /** Takes back that f lies above g, in every taco. */
  takeBack(f: number, g: number): void {
    for (let i = this.startOf(f, g), end = this.endOf(f, g); i < end; i++) this.book(i, f < g, -1);
  }

  private keyOf(f: number, g: number): number {
    return f < g ? f * this.n + g : g * this.n + f;
  }
}

const FIRST = Int32Array.from(TACO_PAIRS, ([a]) => a);
const SECOND = Int32Array.from(TACO_PAIRS, ([, b]) => b);
