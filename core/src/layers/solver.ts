import { CommonCells } from './commonCells.ts';
import { type Bits, type LayerProblem, hasBit, setBit } from './problem.ts';
import { TacoBook } from './tacoBook.ts';
import { tacoForced } from './tacos.ts';

/** A literal is an ordered pair: f * n + g says "f lies above g"; its negation is g * n + f. */
export type Literal = number;

const OPEN = -1;

/**
 * Relations of overlapping facets with propagation, reasons and a trail. Propagates through creases (what runs through a
 * fold keeps one side of both its facets), the taco table, equal pairs, transitivity within common cells, and learned
 * clauses. `assume` opens a level; a conflict is left in `conflict` as the literals that cannot be true together.
 */
export class LayerSolver {
  readonly problem: LayerProblem;
  /** 1 where the first facet is known to lie above the second. */
  readonly above: Uint8Array;
  readonly trail: Literal[] = [];
  readonly levelStarts: number[] = [];
  conflict: readonly Literal[] | undefined;

  private readonly n: number;
  private readonly up: readonly Bits[];
  private readonly down: readonly Bits[];
  private readonly position: Int32Array;
  private readonly reasonA: Int32Array;
  private readonly reasonB: Int32Array;
  private readonly tacos: TacoBook;
  private readonly equalAt = new Map<number, number[]>();
  private readonly common: CommonCells;
  private readonly clauses: Literal[][] = [];
  private readonly watches = new Map<Literal, number[]>();
  private done = 0;

  /** `trusted` pairs (n x n, 1 above) are known to agree among themselves, so that they are not checked again. */
  constructor(problem: LayerProblem, trusted?: Int8Array) {
    const { n, words } = problem;
    this.problem = problem;
    this.n = n;
    this.above = new Uint8Array(n * n);
    this.position = new Int32Array(n * n).fill(-1);
    this.reasonA = new Int32Array(n * n).fill(OPEN);
    this.reasonB = new Int32Array(n * n).fill(OPEN);
    this.up = Array.from({ length: n }, () => new Int32Array(words));
    this.down = Array.from({ length: n }, () => new Int32Array(words));
    if (trusted) this.trust(trusted);
    this.tacos = new TacoBook(problem, this.above);
    this.common = new CommonCells(problem);
    for (const [a, b, c, d] of problem.equal) {
      this.link(this.equalAt, a * n + b, c * n + d);
      this.link(this.equalAt, b * n + a, d * n + c);
      this.link(this.equalAt, c * n + d, a * n + b);
      this.link(this.equalAt, d * n + c, b * n + a);
    }
  }

  negate(literal: Literal): Literal {
    const f = Math.floor(literal / this.n);
    return (literal - f * this.n) * this.n + f;
  }

  isTrue = (literal: Literal): boolean => this.above[literal] === 1;
  isOpen = (literal: Literal): boolean => this.above[literal] === 0 && this.above[this.negate(literal)] === 0;
  get level(): number {
    return this.levelStarts.length;
  }
  positionOf = (literal: Literal): number => this.position[literal]!;

  /** Opens a level with one relation taken for true. False on a conflict. */
  assume(literal: Literal): boolean {
    this.levelStarts.push(this.trail.length);
    return this.assert(literal, OPEN, OPEN) && this.propagate();
  }

  /** Opens a level with many relations (n x n, above 0 where the first facet lies above) taken for true. False on a conflict. */
  assumeAll(known: Int8Array): boolean {
    this.levelStarts.push(this.trail.length);
    for (let literal = 0; literal < known.length; literal++)
      if (known[literal]! > 0 && !this.assert(literal, OPEN, OPEN)) return false;
    return this.propagate();
  }

  /** Takes a relation for true at the present level, for two reasons (or a clause: -2 - its number, or none). */
  assert(literal: Literal, a: number, b: number): boolean {
    if (this.above[literal] === 1) return true;
    const against = this.negate(literal);
    if (this.above[against] === 1) {
      this.conflict = [against, ...this.antecedents(literal, a, b)];
      return false;
    }
    const f = Math.floor(literal / this.n);
    const g = literal - f * this.n;
    this.above[literal] = 1;
    this.position[literal] = this.trail.length;
    this.reasonA[literal] = a;
    this.reasonB[literal] = b;
    setBit(this.up[g]!, f);
    setBit(this.down[f]!, g);
    this.trail.push(literal);
    return true;
  }

  propagate(): boolean {
    while (this.done < this.trail.length) {
      const literal = this.trail[this.done++]!;
      const f = Math.floor(literal / this.n);
      const g = literal - f * this.n;
      // The taco table comes first: it books the literal, and taking it back relies on that.
      if (
        !this.alongTacos(literal) ||
        !this.alongCreases(literal, f, g) ||
        !this.alongEqual(literal) ||
        !this.acrossCells(literal, f, g) ||
        !this.alongClauses(literal)
      )
        return false;
    }
    return true;
  }

  /** Takes back every level above `level`. */
  backTo(level: number): void {
    const start = this.levelStarts[level];
    if (start === undefined) return;
    for (let i = this.trail.length - 1; i >= start; i--) this.takeBack(this.trail[i]!, i < this.done);
    this.trail.length = start;
    this.levelStarts.length = level;
    this.done = Math.min(this.done, start);
    this.conflict = undefined;
  }

  /** Adds a learned clause (one of its literals must be true); watches its first two. */
  addClause(clause: readonly Literal[]): number {
    const number = this.clauses.length;
    this.clauses.push([...clause]);
    for (const literal of clause.slice(0, 2)) this.link(this.watches, this.negate(literal), number);
    return number;
  }

  /** Drops all learned clauses. */
  forget(): void {
    this.clauses.length = 0;
    this.watches.clear();
  }

  /** The literals that made this one follow; empty for an assumption. */
  reasonsOf(literal: Literal): Literal[] {
    return this.antecedents(literal, this.reasonA[literal]!, this.reasonB[literal]!);
  }

  levelOf(literal: Literal): number {
    const at = this.position[literal]!;
    let [low, high] = [0, this.levelStarts.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.levelStarts[middle]! <= at) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  private takeBack(literal: Literal, propagated: boolean): void {
    const f = Math.floor(literal / this.n);
    const g = literal - f * this.n;
    this.above[literal] = 0;
    this.position[literal] = -1;
    this.up[g]![f >> 5]! &= ~(1 << (f & 31));
    this.down[f]![g >> 5]! &= ~(1 << (g & 31));
    if (propagated) this.tacos.book(literal, -1);
  }

  private trust(trusted: Int8Array): void {
    const { n } = this;
    for (let f = 0; f < n; f++) {
      for (let g = 0; g < n; g++) {
        if (trusted[f * n + g] !== 1) continue;
        this.above[f * n + g] = 1;
        setBit(this.up[g]!, f);
        setBit(this.down[f]!, g);
      }
    }
  }

  /** What trusted pairs force on open ones; to be followed by propagation. False on a conflict. */
  drawFromTrusted(open: readonly Literal[]): boolean {
    const { creases, creasesOf, through } = this.problem;
    const { n, above } = this;
    for (const pair of open) {
      const f = Math.floor(pair / n);
      const g = pair - f * n;
      for (const [x, y] of [
        [f, g],
        [g, f],
      ] as const) {
        for (const k of creasesOf[x]!) {
          if (!hasBit(through[k]!, y)) continue;
          const other = creases[k]!.a === x ? creases[k]!.b : creases[k]!.a;
          if (above[other * n + y] === 1 && !this.assert(x * n + y, other * n + y, OPEN)) return false;
          if (above[y * n + other] === 1 && !this.assert(y * n + x, y * n + other, OPEN)) return false;
        }
        const mask = this.maskOf(x, y);
        const [down, up] = [this.down[x]!, this.up[y]!];
        for (let w = 0; w < mask.length; w++) {
          const middle = down[w]! & up[w]! & mask[w]!;
          if (middle === 0) continue;
          const h = w * 32 + (31 - Math.clz32(middle & -middle));
          if (!this.assert(x * n + y, x * n + h, h * n + y)) return false;
          break;
        }
        for (const twin of this.equalAt.get(x * n + y) ?? [])
          if (above[twin] === 1 && !this.assert(x * n + y, twin, OPEN)) return false;
      }
      if (!this.forceTacos(pair)) return false;
    }
    return true;
  }

  private link(map: Map<number, number[]>, key: number, value: number): void {
    const list = map.get(key);
    if (list) list.push(value);
    else map.set(key, [value]);
  }

  private alongCreases(literal: Literal, f: number, g: number): boolean {
    const { creases, creasesOf, through } = this.problem;
    for (const k of creasesOf[f]!) {
      if (!hasBit(through[k]!, g)) continue;
      const other = creases[k]!.a === f ? creases[k]!.b : creases[k]!.a;
      if (!this.assert(other * this.n + g, literal, OPEN)) return false;
    }
    for (const k of creasesOf[g]!) {
      if (!hasBit(through[k]!, f)) continue;
      const other = creases[k]!.a === g ? creases[k]!.b : creases[k]!.a;
      if (!this.assert(f * this.n + other, literal, OPEN)) return false;
    }
    return true;
  }

  private alongTacos(literal: Literal): boolean {
    this.tacos.book(literal, 1);
    return this.forceTacos(literal);
  }

  /** What the tacos of a pair force, as their relations stand. */
  private forceTacos(literal: Literal): boolean {
    const { start, entries, state, pairOf } = this.tacos;
    const pair = this.tacos.pairOfLiteral(literal);
    for (let i = start[pair]!, end = start[pair + 1]!; i < end; i++) {
      const t = entries[i]! >> 3;
      const forced = tacoForced[state[t]!]!;
      if (forced === 0) continue;
      if (forced < 0) {
        this.conflict = this.tacoKnown(t, Infinity);
        return false;
      }
      let rest = forced;
      for (let p = 0; rest > 0; p++, rest = Math.floor(rest / 3)) {
        const digit = rest % 3;
        if (digit === 0) continue;
        const own = pairOf[t * 6 + p]!;
        if (!this.assert(digit === 1 ? own : this.negate(own), TACO_REASON - t, OPEN)) return false;
      }
    }
    return true;
  }

  private alongEqual(literal: Literal): boolean {
    for (const other of this.equalAt.get(literal) ?? []) if (!this.assert(other, literal, OPEN)) return false;
    return true;
  }

  /** f above g: whatever is above f is above g, and whatever is below g is below f, wherever all three share a cell. */
  private acrossCells(literal: Literal, f: number, g: number): boolean {
    const mask = this.maskOf(f, g);
    const [upF, upG, downF, downG] = [this.up[f]!, this.up[g]!, this.down[f]!, this.down[g]!];
    for (let w = 0; w < mask.length; w++) {
      for (let fresh = upF[w]! & ~upG[w]! & mask[w]!; fresh !== 0; fresh &= fresh - 1) {
        const h = w * 32 + (31 - Math.clz32(fresh & -fresh));
        if (h !== g && !this.assert(h * this.n + g, h * this.n + f, literal)) return false;
        if (h === g) {
          this.conflict = [literal, h * this.n + f];
          return false;
        }
      }
      for (let fresh = downG[w]! & ~downF[w]! & mask[w]!; fresh !== 0; fresh &= fresh - 1) {
        const h = w * 32 + (31 - Math.clz32(fresh & -fresh));
        if (!this.assert(f * this.n + h, literal, g * this.n + h)) return false;
      }
    }
    return true;
  }

  /** Facets that share a cell with both. */
  maskOf = (f: number, g: number): Bits => this.common.maskOf(f, g);

  private alongClauses(literal: Literal): boolean {
    const list = this.watches.get(literal);
    if (!list) return true;
    let kept = 0;
    for (let i = 0; i < list.length; i++) {
      const clause = this.clauses[list[i]!]!;
      const falsified = this.negate(literal);
      if (clause[0] === falsified) [clause[0], clause[1]] = [clause[1]!, clause[0]!];
      const next = this.isTrue(clause[0]!)
        ? 1
        : clause.findIndex((l, k) => k > 1 && !this.isTrue(this.negate(l)));
      if (next > 1) {
        [clause[1], clause[next]] = [clause[next]!, clause[1]!];
        this.link(this.watches, this.negate(clause[1]!), list[i]!);
        continue;
      }
      list[kept++] = list[i]!;
      if (next === 1) continue;
      if (!this.assert(clause[0]!, CLAUSE_REASON - list[i]!, OPEN)) {
        for (i++; i < list.length; i++) list[kept++] = list[i]!;
        list.length = kept;
        return false;
      }
    }
    list.length = kept;
    return true;
  }

  private antecedents(literal: Literal, a: number, b: number): Literal[] {
    if (a === OPEN) return [];
    if (a >= 0) return b >= 0 ? [a, b] : [a];
    if (a > TACO_REASON)
      return this.clauses[CLAUSE_REASON - a]!.filter((l) => l !== literal).map((l) => this.negate(l));
    const at = this.position[literal]!;
    return this.tacoKnown(TACO_REASON - a, at < 0 ? Infinity : at);
  }

  /** Relations of a taco known before a place on the trail. */
  private tacoKnown(t: number, before: number): Literal[] {
    const known: Literal[] = [];
    for (let p = 0; p < 6; p++) {
      const pair = this.tacos.pairOf[t * 6 + p]!;
      for (const l of [pair, this.negate(pair)]) {
        if (this.above[l] === 1 && this.position[l]! < before) known.push(l);
      }
    }
    return known;
  }
}

/** Reasons below zero: OPEN none, CLAUSE_REASON - k clause k, TACO_REASON - t taco t. */
const CLAUSE_REASON = -2;
const TACO_REASON = -1_000_000_000;
