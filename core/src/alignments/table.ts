import type { Effort } from '../effort/index.ts';
import { type Line, type Point, distance, lineThrough } from '../geometry/index.ts';
import { invariant } from '../outcome/index.ts';
import { type SheetShape, edgesOf, outlineOf } from '../sheet/index.ts';
import {
  type AlignmentKind,
  SheetBounds,
  bringBoth,
  bringLines,
  bringOnto,
  creaseAcross,
  creaseThrough,
  landSquare,
  landThrough,
  markAt,
} from './alignments.ts';
import { Cells } from './cells.ts';
import { crossingsAt, offAlong } from './crossings.ts';
import { Rows } from './rows.ts';

/** A mark: where two lines of the table cross (two edges: a corner). */
export interface Mark {
  readonly a: number;
  readonly b: number;
  readonly at: Point;
}

/** How a line of the table is folded: lines by number, marks by the two lines they cross. */
export interface Origin {
  readonly kind: AlignmentKind;
  readonly marks: readonly Mark[];
  readonly lines: readonly number[];
}

/** Which creases of a set something needs, as bits. */
interface Needing {
  readonly bits: number;
}

/** Takes a line that was found, with its kind and inputs by number. */
type Offer = (made: Line | undefined, kind: number, ...inputs: number[]) => void;

const KINDS: readonly AlignmentKind[] = [
  'onto',
  'through',
  'lineOnto',
  'across',
  'landThrough',
  'landSquare',
  'ontoBoth',
];

/** Creases a line of the table can need. */
const MOST_CREASES = 4;

/** The grain lines are told apart by; angles in radians, offsets in sheet sides. */
const GRAIN = 1e-6;

/**
 * Every crease that up to `creases` folds can make on a sheet, each with one way to fold it, fewest creases first; shared
 * creases count once. Edges are the first lines. Level by level: for every closed set of creases, all alignments of its
 * lines and marks that need the whole set.
 */
export class MarkTable {
  readonly sheet: SheetShape;
  readonly bounds: SheetBounds;
  readonly edges: number;
  /** Whether two marks are brought onto two lines at once, too. */
  readonly both: boolean;
  private readonly lines = new Rows(3, (size) => new Float64Array(size));
  private readonly needs = new Rows(MOST_CREASES, (size) => new Int32Array(size));
  private readonly origins = new Rows(7, (size) => new Int32Array(size));
  private readonly found = new Set<number>();
  /** Closed sets of creases by size, and the lines that can be folded from just such a set. */
  private readonly sets: (readonly number[])[][] = [[[]]];
  private readonly grown = new Map<string, number[]>();
  private readonly markLists = new Map<number, readonly Mark[]>();
  private cells: { readonly of: readonly Mark[]; readonly cells: Cells<Mark> } | undefined;
  /** The first line of each level. */
  private readonly starts: number[] = [0];

  constructor(sheet: SheetShape, both = false) {
    this.sheet = sheet;
    this.both = both;
    this.bounds = new SheetBounds(outlineOf(sheet));
    const edges = edgesOf(sheet);
    this.edges = edges.length;
    for (const { from, to } of edges) this.add(lineThrough(from, to)!, [], []);
  }

  /** Lines known, edges among them. */
  get count(): number {
    return this.lines.count;
  }

  lineAt = (id: number): Line => ({
    normal: [this.lines.at(id, 0), this.lines.at(id, 1)],
    offset: this.lines.at(id, 2),
  });

  /** Signed distance of a point from a line. */
  sideOf = (id: number, p: Point): number =>
    this.lines.at(id, 0) * p[0] + this.lines.at(id, 1) * p[1] - this.lines.at(id, 2);

  /** Creases a line needs, itself last, in the order they are folded; none for edges. */
  needsOf = (id: number): number[] => this.needs.listAt(id);

  /** How many creases a line needs; none for edges. */
  depthOf(id: number): number {
    let depth = 0;
    while (depth < this.starts.length - 1 && id >= this.starts[depth + 1]!) depth++;
    return depth;
  }

  /** Marks by cells of a grid; kept while the same are asked for. */
  cellsOf(marks: readonly Mark[], grain: number): Cells<Mark> {
    if (this.cells?.of !== marks || this.cells.cells.grain !== grain)
      this.cells = { of: marks, cells: new Cells(marks, grain) };
    return this.cells.cells;
  }

  /** How many creases two lines need together. */
  costOf(a: number, b: number): number {
    const needs = this.needs.raw();
    const [i, j] = [a * MOST_CREASES, b * MOST_CREASES];
    let cost = 0;
    while (cost < MOST_CREASES && needs[i + cost]! >= 0) cost++;
    const own = cost;
    for (let k = 0; k < MOST_CREASES && needs[j + k]! >= 0; k++) {
      let isShared = false;
      for (let m = 0; m < own; m++) if (needs[i + m] === needs[j + k]) isShared = true;
      if (!isShared) cost++;
    }
    return cost;
  }

  /** Folds one level more. False where the effort ended first: the table then stays as it was known to be complete. */
  grow(level: number, effort: Effort, keepSets: boolean): boolean {
    this.starts[level] = this.count;
    for (const set of this.sets[level - 1]!) {
      if (!effort.spend(1)) return false;
      this.foldFrom(set);
    }
    if (keepSets) this.sets[level] = this.listSets(level);
    return true;
  }

  /** Closed sets of so many creases, where they were kept. */
  setsAt = (level: number): number => this.sets[level]?.length ?? 0;

  /** How a line is folded. */
  originOf(line: number): Origin {
    const [kind, ...code] = this.origins.listAt(line) as [number, ...number[]];
    const count = MARKS[kind]!;
    return {
      kind: KINDS[kind]!,
      marks: Array.from({ length: count }, (_, k) => this.markOf(code[2 * k]!, code[2 * k + 1]!)),
      lines: code.slice(2 * count),
    };
  }

  /** The mark where two lines of the table cross, which they must. */
  markOf(a: number, b: number): Mark {
    const at = markAt(this.bounds, this.lineAt(a), this.lineAt(b));
    invariant(at, 'lines that make a mark cross on the sheet');
    return { a, b, at };
  }

  /** True where two lines cross on the sheet, not too flat. */
  hasMark = (a: number, b: number): boolean =>
    markAt(this.bounds, this.lineAt(a), this.lineAt(b)) !== undefined;

  /** Visits lines that pass a point at most so far off. */
  visitNear([x, y]: Point, reach: number, visit: (id: number, off: number) => void): void {
    const raw = this.lines.raw();
    for (let id = 0, i = 0; id < this.count; id++, i += 3) {
      const off = raw[i]! * x + raw[i + 1]! * y - raw[i + 2]!;
      if (off <= reach && off >= -reach) visit(id, off < 0 ? -off : off);
    }
  }

  /**
   * Visits pairs of lines whose crossing, measured along a direction, lies within `reach` of a value: of those that need no
   * more creases together than the table is deep.
   */
  visitMarksAt(
    way: Point,
    value: number,
    reach: number,
    visit: (a: number, b: number, off: number) => void,
  ): void {
    const raw = this.lines.raw();
    const { edges, count } = this;
    const last = this.starts.at(-1) ?? count;
    const packed = { lines: raw, needs: this.needs.raw(), stride: MOST_CREASES, edges, last, count };
    const hits = crossingsAt(packed, way, value, reach);
    for (let h = 0; h < hits.length; h += 2) {
      const [a, b] = [hits[h]!, hits[h + 1]!];
      visit(a, b, offAlong(raw, a, b, way, value));
    }
  }

  /** All different marks that need at most so many creases. */
  marksUpTo(creases: number): readonly Mark[] {
    const known = this.markLists.get(creases);
    if (known) return known;
    const list: Mark[] = [];
    const met = new Set<number>();
    const last = this.starts[creases] ?? this.count;
    for (let b = 1; b < last; b++)
      for (let a = 0; a < b; a++) {
        if (this.costOf(a, b) > creases) continue;
        const at = markAt(this.bounds, this.lineAt(a), this.lineAt(b));
        if (!at) continue;
        const key = Math.round(at[0] / GRAIN) * 16_777_216 + Math.round(at[1] / GRAIN);
        if (met.has(key)) continue;
        met.add(key);
        list.push({ a, b, at });
      }
    this.markLists.set(creases, list);
    return list;
  }

  /** Lines of a closed set of creases, edges first. */
  private linesOf = (set: readonly number[]): number[] => [
    ...Array.from({ length: this.edges }, (_, i) => i),
    ...set,
  ];

  /** Different marks of the lines, each with the bits of the set it needs. */
  marksOf(set: readonly number[]): (Mark & Needing)[] {
    const own = this.linesOf(set);
    const marks: (Mark & { bits: number })[] = [];
    for (let j = 1; j < own.length; j++)
      for (let i = 0; i < j; i++) {
        const at = markAt(this.bounds, this.lineAt(own[i]!), this.lineAt(own[j]!));
        if (!at) continue;
        const bits = this.bitsOf(own[i]!, set) | this.bitsOf(own[j]!, set);
        const known = marks.find((m) => distance(m.at, at) < GRAIN);
        if (!known) marks.push({ a: own[i]!, b: own[j]!, at, bits });
      }
    return marks;
  }

  private bitsOf(line: number, set: readonly number[]): number {
    let bits = 0;
    for (const need of this.needsOf(line)) bits |= 1 << set.indexOf(need);
    return bits;
  }

  private foldFrom(set: readonly number[]): void {
    const { bounds } = this;
    const whole = (1 << set.length) - 1;
    const own = this.linesOf(set).map((id) => ({ id, line: this.lineAt(id), bits: this.bitsOf(id, set) }));
    const marks = this.marksOf(set);
    const offer: Offer = (made, kind, ...inputs) => {
      if (made && bounds.chord(made)) this.add(made, set, [kind, ...inputs]);
    };
    marks.forEach((p, i) => {
      for (const q of marks.slice(0, i)) {
        if ((p.bits | q.bits) !== whole) continue;
        offer(bringOnto(p.at, q.at), 0, p.a, p.b, q.a, q.b);
        offer(creaseThrough(p.at, q.at), 1, p.a, p.b, q.a, q.b);
      }
    });
    own.forEach((l, i) => {
      for (const m of own.slice(0, i)) {
        if ((l.bits | m.bits) !== whole) continue;
        for (const made of bringLines(bounds, l.line, m.line)) offer(made, 2, l.id, m.id);
      }
      for (const p of marks) {
        const bits = p.bits | l.bits;
        if (bits === whole) offer(creaseAcross(bounds, p.at, l.line), 3, p.a, p.b, l.id);
        for (const q of marks) {
          if (q === p || (bits | q.bits) !== whole) continue;
          for (const made of landThrough(bounds, p.at, l.line, q.at))
            offer(made, 4, p.a, p.b, q.a, q.b, l.id);
        }
        for (const m of own)
          if (m.id !== l.id && (bits | m.bits) === whole)
            offer(landSquare(bounds, p.at, l.line, m.line), 5, p.a, p.b, l.id, m.id);
      }
    });
    if (this.both) this.foldBoth(marks, own, whole, offer);
  }

  /** Two marks onto two lines at once, each pair of marks on lines of their own. */
  private foldBoth(
    marks: readonly (Mark & Needing)[],
    own: readonly (Needing & { id: number; line: Line })[],
    whole: number,
    offer: Offer,
  ): void {
    marks.forEach((p, i) => {
      for (const q of marks.slice(0, i))
        for (const l of own)
          for (const m of own) {
            if (l === m || (p.bits | q.bits | l.bits | m.bits) !== whole) continue;
            for (const made of bringBoth(this.bounds, p.at, l.line, q.at, m.line))
              offer(made, 6, p.a, p.b, q.a, q.b, l.id, m.id);
          }
    });
  }

  private add(line: Line, set: readonly number[], origin: readonly number[]): void {
    const angle = Math.atan2(line.normal[1], line.normal[0]);
    const flip = angle < -GRAIN / 2 || angle >= Math.PI - GRAIN / 2;
    const [a, c] = flip
      ? [angle < 0 ? angle + Math.PI : angle - Math.PI, -line.offset]
      : [angle, line.offset];
    const [x, y] = [a / GRAIN, c / GRAIN];
    const [i, j] = [Math.round(x), Math.round(y)];
    // A twin lies in a neighbouring cell only where the point is close to its border.
    const [di, dj] = [x - i, y - j].map((d) => (Math.abs(d) > 0.499 ? Math.sign(d) : 0));
    for (const [p, q] of [
      [i, j],
      [i + di!, j],
      [i, j + dj!],
      [i + di!, j + dj!],
    ])
      if (this.found.has(p! * 8_388_608 + q!)) return;
    const id = this.count;
    this.found.add(i * 8_388_608 + j);
    const sign = flip ? -1 : 1;
    this.lines.push([line.normal[0] * sign, line.normal[1] * sign, line.offset * sign]);
    this.needs.push(origin.length === 0 ? [] : [...set, id]);
    this.origins.push(origin);
    if (origin.length === 0) return;
    const key = set.join();
    const list = this.grown.get(key);
    if (list) list.push(id);
    else this.grown.set(key, [id]);
  }

  /** Closed sets one crease larger: a closed set and a line that can be folded from a part of it. */
  private listSets(size: number): (readonly number[])[] {
    const found = new Map<string, readonly number[]>();
    for (const set of this.sets[size - 1]!) {
      for (let part = 0; part < 1 << set.length; part++) {
        const from = set.filter((_, k) => part & (1 << k));
        for (const id of this.grown.get(from.join()) ?? []) {
          if (set.includes(id)) continue;
          const next = [...set, id].sort((a, b) => a - b);
          found.set(next.join(), next);
        }
      }
    }
    return [...found.values()];
  }
}

/** Marks that each kind takes, before its lines. */
const MARKS = [2, 2, 0, 1, 2, 1, 2];
