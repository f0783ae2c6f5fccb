import { ClauseBook } from './clauses.ts';
import { CommonCells } from './commonCells.ts';
import { type CreaseRows, toRows } from './creaseRows.ts';
import { type Bits, type LayerProblem, bitsOf, countBits } from './problem.ts';
import { TacoBook } from './tacoBook.ts';
import { TACO_PAIRS, tacoForced } from './tacos.ts';

/** A literal is an ordered pair: f * n + g says "f lies above g"; its negation is g * n + f. */
export type Literal = number;

const OPEN = -1;

/**
 * Relations of overlapping facets with propagation, reasons and a trail. Propagates through creases (what runs through a
 * fold keeps one side of both its facets), the taco table, equal pairs, transitivity within common cells, and learned
 * clauses. `assume` opens a level; a conflict is left in `conflict` as the literals that cannot be true together.
 * Everything that is touched once a relation lies in typed arrays: a search of a thousand facets makes millions.
 */
export class LayerSolver {
  readonly problem: LayerProblem;
  readonly levelStarts: number[] = [];
  /** The literals in the order in which they became true; `length` of them hold. */
  readonly trail: Int32Array;
  conflict: readonly Literal[] | undefined;

  private readonly n: number;
  private readonly words: number;
  /** Row f: the facets known to lie above f; `down`: those below it. */
  private readonly up: Bits;
  private readonly down: Bits;
  private size = 0;
  private done = 0;
  /**
   * Where a true literal stands on the trail; what is trusted stands nowhere (-1). Written for the first `located` of the
   * trail, when a conflict asks for it: most searches meet none, and every write would go to another place of memory.
   */
  private readonly position: Int32Array;
  private located = 0;
  /** By place on the trail. */
  private readonly reasonA: Int32Array;
  private readonly reasonB: Int32Array;
  private readonly tacos: TacoBook;
  private readonly creases: CreaseRows;
  private readonly equalAt = new Map<number, number[]>();
  private readonly common: CommonCells;
  private readonly clauses: ClauseBook;

  /** `trusted` pairs (n x n, 1 above) are known to agree among themselves, so that they are not checked again. */
  constructor(problem: LayerProblem, trusted?: Int8Array) {
    const { n, words } = problem;
    this.problem = problem;
    this.n = n;
    this.words = words;
    this.up = new Int32Array(n * words);
    this.down = new Int32Array(n * words);
    const most = problem.overlaps.reduce((sum, row) => sum + countBits(row), 0) / 2;
    this.trail = new Int32Array(most);
    this.reasonA = new Int32Array(most);
    this.reasonB = new Int32Array(most);
    this.position = new Int32Array(n * n).fill(-1);
    if (trusted) this.trust(trusted);
    const pairs = new Int32Array(2 * n * n + 2);
    this.tacos = new TacoBook(problem, pairs, (f, g) => this.isAbove(f, g));
    this.creases = toRows(problem);
    this.common = new CommonCells(problem, pairs);
    this.clauses = new ClauseBook(n);
    for (const [a, b, c, d] of problem.equal) {
      this.link(a * n + b, c * n + d);
      this.link(b * n + a, d * n + c);
      this.link(c * n + d, a * n + b);
      this.link(d * n + c, b * n + a);
    }
  }

  negate(literal: Literal): Literal {
    const f = (literal / this.n) | 0;
    return (literal - f * this.n) * this.n + f;
  }

  isAbove(f: number, g: number): boolean {
    return (this.down[f * this.words + (g >> 5)]! & (1 << (g & 31))) !== 0;
  }

  isTrue(literal: Literal): boolean {
    const f = (literal / this.n) | 0;
    return this.isAbove(f, literal - f * this.n);
  }

  isOpen(literal: Literal): boolean {
    const f = (literal / this.n) | 0;
    const g = literal - f * this.n;
    const at = f * this.words + (g >> 5);
    return ((this.down[at]! | this.up[at]!) & (1 << (g & 31))) === 0;
  }

  get level(): number {
    return this.levelStarts.length;
  }

  /** How many literals of the trail hold. */
  get length(): number {
    return this.size;
  }

  positionOf(literal: Literal): number {
    const { trail, position, size } = this;
    for (let i = this.located; i < size; i++) position[trail[i]!] = i;
    this.located = size;
    return position[literal]!;
  }

  /** All relations that hold, n x n, 1 where the first facet lies above the second. */
  toMatrix(): Uint8Array {
    const { n, words, down } = this;
    const above = new Uint8Array(n * n);
    for (let f = 0; f < n; f++)
      for (const g of bitsOf(down.subarray(f * words, (f + 1) * words))) above[f * n + g] = 1;
    return above;
  }

  /** Opens a level with one relation taken for true. False on a conflict. */
  assume(literal: Literal): boolean {
    this.levelStarts.push(this.size);
    return this.assert(literal, OPEN, OPEN) && this.propagate();
  }

  /** Opens a level with many relations (n x n, above 0 where the first facet lies above) taken for true. False on a conflict. */
  assumeAll(known: Int8Array): boolean {
    this.levelStarts.push(this.size);
    for (let literal = 0; literal < known.length; literal++)
      if (known[literal]! > 0 && !this.assert(literal, OPEN, OPEN)) return false;
    return this.propagate();
  }

  /** Takes a relation for true at the present level, for two reasons (or one of a clause or a taco, or none). */
  assert(literal: Literal, a: number, b: number): boolean {
    const f = (literal / this.n) | 0;
    return this.put(f, literal - f * this.n, a, b);
  }

  /** Asserts the first literal of a learned clause, for the sake of the others. */
  assertClause(clause: readonly Literal[]): boolean {
    const number = clause.length > 1 ? this.clauses.add(clause) : -1;
    return this.assert(clause[0]!, number < 0 ? OPEN : CLAUSE_REASON - number, OPEN) && this.propagate();
  }

  propagate(): boolean {
    while (this.done < this.size) {
      const literal = this.trail[this.done++]!;
      const f = (literal / this.n) | 0;
      const g = literal - f * this.n;
      // The taco table comes first: it books the literal, and taking it back relies on that.
      if (
        !this.alongTacos(f, g) ||
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
    const { n, words, up, down, trail, done } = this;
    for (let i = this.size - 1; i >= start; i--) {
      const literal = trail[i]!;
      const f = (literal / n) | 0;
      const g = literal - f * n;
      down[f * words + (g >> 5)]! &= ~(1 << (g & 31));
      up[g * words + (f >> 5)]! &= ~(1 << (f & 31));
      if (i < done) this.tacos.takeBack(f, g);
    }
    this.size = start;
    this.levelStarts.length = level;
    this.done = Math.min(done, start);
    this.located = Math.min(this.located, start);
    this.conflict = undefined;
  }

  /** Drops all learned clauses. */
  forget(): void {
    this.clauses.clear();
  }

  /** The literals that made this one follow; empty for an assumption. */
  reasonsOf(literal: Literal): Literal[] {
    const at = this.positionOf(literal);
    return at < 0 ? [] : this.antecedents(literal, this.reasonA[at]!, this.reasonB[at]!, at);
  }

  levelOf(literal: Literal): number {
    const at = this.positionOf(literal);
    let [low, high] = [0, this.levelStarts.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.levelStarts[middle]! <= at) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  /** Facets that share a cell with both. */
  maskOf(f: number, g: number): Bits {
    const at = this.common.maskOf(f, g);
    return this.common.masks.subarray(at, at + this.words);
  }

  /** What trusted pairs force on open ones; to be followed by propagation. False on a conflict. */
  drawFromTrusted(open: readonly Literal[]): boolean {
    const { n, words, up, down, creases } = this;
    for (const pair of open) {
      const f = (pair / n) | 0;
      const g = pair - f * n;
      for (const [x, y] of [
        [f, g],
        [g, f],
      ] as const) {
        for (let k = creases.start[x]!; k < creases.start[x + 1]!; k++) {
          if ((creases.through[k * words + (y >> 5)]! & (1 << (y & 31))) === 0) continue;
          const other = creases.other[k]!;
          if (this.isAbove(other, y) && !this.put(x, y, other * n + y, OPEN)) return false;
          if (this.isAbove(y, other) && !this.put(y, x, y * n + other, OPEN)) return false;
        }
        const mask = this.common.maskOf(x, y);
        const { masks } = this.common;
        for (let w = 0; w < words; w++) {
          const middle = down[x * words + w]! & up[y * words + w]! & masks[mask + w]!;
          if (middle === 0) continue;
          const h = w * 32 + (31 - Math.clz32(middle & -middle));
          if (!this.put(x, y, x * n + h, h * n + y)) return false;
          break;
        }
        for (const twin of this.equalAt.get(x * n + y) ?? [])
          if (this.isTrue(twin) && !this.put(x, y, twin, OPEN)) return false;
      }
      for (let i = this.tacos.startOf(f, g), end = this.tacos.endOf(f, g); i < end; i++)
        if (!this.forceTaco(this.tacos.tacoAt(i))) return false;
    }
    return true;
  }

  /** Takes f for lying above g. */
  private put(f: number, g: number, a: number, b: number): boolean {
    const at = f * this.words + (g >> 5);
    const bit = 1 << (g & 31);
    if ((this.down[at]! & bit) !== 0) return true;
    const literal = f * this.n + g;
    if ((this.up[at]! & bit) !== 0) {
      this.conflict = [g * this.n + f, ...this.antecedents(literal, a, b, Infinity)];
      return false;
    }
    this.down[at]! |= bit;
    this.up[g * this.words + (f >> 5)]! |= 1 << (f & 31);
    const end = this.size++;
    this.trail[end] = literal;
    this.reasonA[end] = a;
    this.reasonB[end] = b;
    return true;
  }

  private trust(trusted: Int8Array): void {
    const { n, words, up, down } = this;
    for (let f = 0; f < n; f++) {
      for (let g = 0; g < n; g++) {
        if (trusted[f * n + g] !== 1) continue;
        down[f * words + (g >> 5)]! |= 1 << (g & 31);
        up[g * words + (f >> 5)]! |= 1 << (f & 31);
      }
    }
  }

  private link(key: Literal, value: Literal): void {
    const list = this.equalAt.get(key);
    if (list) list.push(value);
    else this.equalAt.set(key, [value]);
  }

  private alongCreases(literal: Literal, f: number, g: number): boolean {
    const { words } = this;
    const { start, other, through, any } = this.creases;
    const gWord = g >> 5;
    const gBit = 1 << (g & 31);
    const fWord = f >> 5;
    const fBit = 1 << (f & 31);
    if ((any[f * words + gWord]! & gBit) !== 0)
      for (let k = start[f]!, end = start[f + 1]!; k < end; k++) {
        if ((through[k * words + gWord]! & gBit) !== 0 && !this.put(other[k]!, g, literal, OPEN))
          return false;
      }
    if ((any[g * words + fWord]! & fBit) !== 0)
      for (let k = start[g]!, end = start[g + 1]!; k < end; k++) {
        if ((through[k * words + fWord]! & fBit) !== 0 && !this.put(f, other[k]!, literal, OPEN))
          return false;
      }
    return true;
  }

  /** Books a relation in every taco of its pair, and draws what follows; booked it is in all of them, whatever comes. */
  private alongTacos(f: number, g: number): boolean {
    const { tacos } = this;
    let isFine = true;
    for (let i = tacos.startOf(f, g), end = tacos.endOf(f, g); i < end; i++) {
      tacos.book(i, f < g, 1);
      if (isFine && tacoForced[tacos.stateAt(i)] !== 0) isFine = this.forceTaco(tacos.tacoAt(i));
    }
    return isFine;
  }

  /** What a taco forces, as its relations stand. */
  private forceTaco(t: number): boolean {
    const forced = tacoForced[this.tacos.state[t]!]!;
    if (forced === 0) return true;
    if (forced < 0) {
      this.conflict = this.tacoKnown(t, Infinity);
      return false;
    }
    const { tacos } = this.problem;
    for (let p = 0, rest = forced; rest > 0; p++, rest = (rest / 3) | 0) {
      const digit = rest % 3;
      if (digit === 0) continue;
      const [a, b] = TACO_PAIRS[p]!;
      const [f, g] = [tacos[t * 4 + a]!, tacos[t * 4 + b]!];
      if (!(digit === 1 ? this.put(f, g, TACO_REASON - t, OPEN) : this.put(g, f, TACO_REASON - t, OPEN)))
        return false;
    }
    return true;
  }

  private alongEqual(literal: Literal): boolean {
    if (this.equalAt.size === 0) return true;
    for (const other of this.equalAt.get(literal) ?? []) if (!this.assert(other, literal, OPEN)) return false;
    return true;
  }

  /** f above g: whatever is above f is above g, and whatever is below g is below f, wherever all three share a cell. */
  private acrossCells(literal: Literal, f: number, g: number): boolean {
    const { n, words, up, down, common } = this;
    const mask = common.maskOf(f, g);
    const { masks } = common;
    const rowF = f * words;
    const rowG = g * words;
    for (let w = 0; w < words; w++) {
      const m = masks[mask + w]!;
      if (m === 0) continue;
      for (let fresh = up[rowF + w]! & ~up[rowG + w]! & m; fresh !== 0; fresh &= fresh - 1) {
        const h = w * 32 + (31 - Math.clz32(fresh & -fresh));
        if (!this.put(h, g, h * n + f, literal)) return false;
      }
      for (let fresh = down[rowG + w]! & ~down[rowF + w]! & m; fresh !== 0; fresh &= fresh - 1) {
        const h = w * 32 + (31 - Math.clz32(fresh & -fresh));
        if (!this.put(f, h, literal, g * n + h)) return false;
      }
    }
    return true;
  }

  private alongClauses(literal: Literal): boolean {
    if (this.clauses.count === 0) return true;
    return this.clauses.visit(literal, this, (first, clause) =>
      this.assert(first, CLAUSE_REASON - clause, OPEN),
    );
  }

  private antecedents(literal: Literal, a: number, b: number, before: number): Literal[] {
    if (a === OPEN) return [];
    if (a >= 0) return b >= 0 ? [a, b] : [a];
    if (a > TACO_REASON)
      return this.clauses
        .literalsOf(CLAUSE_REASON - a)
        .filter((l) => l !== literal)
        .map((l) => this.negate(l));
    return this.tacoKnown(TACO_REASON - a, before);
  }

  /** Relations of a taco known before a place on the trail. */
  private tacoKnown(t: number, before: number): Literal[] {
    const { n } = this;
    const { tacos } = this.problem;
    const known: Literal[] = [];
    for (const [a, b] of TACO_PAIRS) {
      const [f, g] = [tacos[t * 4 + a]!, tacos[t * 4 + b]!];
      const literal = this.isAbove(f, g) ? f * n + g : this.isAbove(g, f) ? g * n + f : -1;
      if (literal >= 0 && (before === Infinity || this.positionOf(literal) < before)) known.push(literal);
    }
    return known;
  }
}

/** Reasons below zero: OPEN none, CLAUSE_REASON - k clause k, TACO_REASON - t taco t. */
const CLAUSE_REASON = -2;
const TACO_REASON = -1_000_000_000;
