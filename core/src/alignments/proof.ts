import {
  type ExactNumber,
  type Line,
  type Point,
  mirrorPoint,
  readExact,
  sideOf,
} from '../geometry/index.ts';
import { type SheetShape, edgesOf } from '../sheet/index.ts';
import { type Surd, Tower, readSurd } from '../surd/index.ts';
import type { MarkAnswer } from './search.ts';
import type { Mark, MarkTable } from './table.ts';

/** What is wanted, as it was written: places in sheet sides, angles in degrees from the lower edge. */
export type WrittenTarget =
  | { readonly kind: 'share'; readonly edge: string; readonly share: ExactNumber }
  | { readonly kind: 'point'; readonly at: WrittenPlace }
  | {
      readonly kind: 'line';
      readonly through: WrittenPlace;
      readonly degrees: ExactNumber;
    }
  | { readonly kind: 'crease'; readonly from: WrittenPlace; readonly to: WrittenPlace };

/** Across and up from A. */
type WrittenPlace = readonly [ExactNumber, ExactNumber];

type ExactPoint = readonly [Surd, Surd];
/** a x + b y = c; not of unit length. */
type ExactLine = readonly [a: Surd, b: Surd, c: Surd];

/**
 * Folds an answer in exact numbers and decides whether it meets what was written: true or false are proofs. Undefined
 * where it cannot be decided so: a number that is not of roots, more roots than the tower has floors for, or a square root
 * above that of a cubic.
 */
export function proveExact(table: MarkTable, answer: MarkAnswer, target: WrittenTarget): boolean | undefined {
  const proof = new Proof(table);
  try {
    // What is wanted is read first: above the root of a cubic no square root can be decided.
    const meets = proof.expect(target);
    for (const id of answer.lines) proof.fold(id);
    return meets(answer);
  } catch (error) {
    if (error instanceof NotExact) return undefined;
    throw error;
  }
}

type Placed = Extract<MarkAnswer['end'], { kind: 'crossing' | 'carried' }>;
const isPlace = (end: MarkAnswer['end']): end is Placed => end.kind === 'crossing' || end.kind === 'carried';

class NotExact extends Error {}

const known = <T>(value: T | undefined): T => {
  if (value === undefined) throw new NotExact();
  return value;
};

class Proof {
  private readonly tower = new Tower();
  private readonly lines = new Map<number, ExactLine>();
  private readonly table: MarkTable;

  constructor(table: MarkTable) {
    this.table = table;
    const corners = this.cornersOf(table.sheet);
    corners.forEach((p, i) => this.lines.set(i, this.through(p, corners[(i + 1) % corners.length]!)));
  }

  fold(id: number): void {
    const { kind, marks, lines } = this.table.originOf(id);
    const [p, q] = marks.map((m) => this.place(m)) as [ExactPoint, ExactPoint];
    const [l, m] = lines.map((k) => this.lines.get(k)!) as [ExactLine, ExactLine];
    const ways = ((): ExactLine[] => {
      switch (kind) {
        case 'onto':
          return [this.onto(p, q)];
        case 'through':
          return [this.through(p, q)];
        case 'lineOnto':
          return this.bisectors(l, m);
        case 'across':
          // Square to the line: its normal runs along it.
          return [this.withNormal([this.tower.negate(l[1]), l[0]], p)];
        case 'landThrough':
          return this.landings(p, l, q).map((place) => this.onto(p, place));
        case 'landSquare':
          return [this.onto(p, this.carried(p, l, m))];
        case 'ontoBoth':
          return [this.ontoBoth([p, l], [q, m], this.table.lineAt(id))];
      }
    })();
    this.lines.set(id, this.nearest(ways, this.table.lineAt(id)));
  }

  /** Tells whether an answer that was folded is what was written. */
  expect(target: WrittenTarget): (answer: MarkAnswer) => boolean {
    const { tower } = this;
    const read = (v: ExactNumber): Surd => known(readSurd(tower, v));
    switch (target.kind) {
      case 'point': {
        const wanted = target.at.map(read);
        return ({ end }) => isPlace(end) && this.place(end).every((v, i) => this.isSame(v, wanted[i]!));
      }
      case 'share': {
        const share = read(target.share);
        const edge = edgesOf(this.table.sheet).findIndex((e) => e.name === target.edge);
        const corners = this.cornersOf(this.table.sheet);
        const [from, to] = [corners[edge]!, corners[(edge + 1) % corners.length]!];
        const way = this.minus(to, from);
        // Along the edge by the dot product: the same for marks on the edge and those carried square to it.
        const long = tower.times(share, this.dot(way, way));
        return ({ end }) =>
          isPlace(end) && this.isSame(this.dot(this.minus(this.place(end), from), way), long);
      }
      case 'crease': {
        const ends = [target.from, target.to].map((p) => p.map(read) as unknown as ExactPoint);
        return ({ end }) => {
          if (isPlace(end)) return false;
          const made = this.lastLine(end);
          return ends.every((p) => this.isSame(this.dot(made, p), made[2]));
        };
      }
      case 'line': {
        const at = target.through.map(read) as unknown as ExactPoint;
        const runsSo = this.expectAngle(target.degrees);
        return ({ end }) => {
          if (isPlace(end)) return false;
          const made = this.lastLine(end);
          return runsSo(made) && this.isSame(this.dot(made, at), made[2]);
        };
      }
    }
  }

  private lastLine(end: Exclude<MarkAnswer['end'], Placed>): ExactLine {
    if (end.kind === 'line') return this.lines.get(end.id)!;
    const [p, q] = [this.place(end.p), this.place(end.q)];
    return end.kind === 'onto' ? this.onto(p, q) : this.through(p, q);
  }

  /** Tells whether a line runs at an angle; of one that is no angle of roots three times as much can be. */
  private expectAngle(degrees: ExactNumber): (line: ExactLine) => boolean {
    const { tower } = this;
    const wayOf = (text: string): ExactPoint | undefined => {
      const [cosine, sine] = ['cos', 'sin'].map((f) => readSurd(tower, `${f}(${text})`));
      return cosine && sine && [cosine, sine];
    };
    const isAlong = (own: ExactPoint, way: ExactPoint): boolean =>
      this.isSame(tower.times(own[0], way[1]), tower.times(own[1], way[0]));
    const alongOf = ([a, b]: ExactLine): ExactPoint => [tower.negate(b), a];
    const way = wayOf(String(degrees));
    if (way) return (line) => isAlong(alongOf(line), way);
    const third = known(wayOf(`3*(${degrees})`));
    const value = readExact(degrees);
    const turn = ((value.ok ? value.value : 0) * Math.PI) / 180;
    return (line) => {
      const own = alongOf(line);
      const [x, y] = own.map((v) => tower.toNumber(v)) as [number, number];
      // Three lines, sixty degrees apart, have the same threefold angle: doubles tell them.
      const isMeant = Math.abs(x * Math.sin(turn) - y * Math.cos(turn)) < 0.1 * Math.hypot(x, y);
      return isMeant && isAlong(this.turned(own, this.turned(own, own)), third);
    };
  }

  /** Two directions turned by each other, their angles added. */
  private turned = (p: ExactPoint, q: ExactPoint): ExactPoint => [
    this.tower.subtract(this.tower.times(p[0], q[0]), this.tower.times(p[1], q[1])),
    this.tower.add(this.tower.times(p[0], q[1]), this.tower.times(p[1], q[0])),
  ];

  private cornersOf(sheet: SheetShape): ExactPoint[] {
    const { tower } = this;
    const [nought, one] = [tower.ratio(0n), tower.ratio(1n)];
    if (sheet.kind === 'triangle')
      return [
        [nought, nought],
        [one, nought],
        [nought, one],
      ];
    if (sheet.kind === 'hexagon' || sheet.kind === 'octagon') return this.regular(sheet.kind);
    const [width, height] =
      sheet.kind === 'square'
        ? [one, one]
        : [sheet.width, sheet.height].map((v) =>
            known(
              tower.divide(
                known(tower.decimal(v)),
                known(tower.decimal(Math.min(sheet.width, sheet.height))),
              ),
            ),
          );
    return [
      [nought, nought],
      [width!, nought],
      [width!, height!],
      [nought, height!],
    ];
  }

  /** Corners of a sheet of six or eight equal sides: of halves and half the root of three, or of two. */
  private regular(kind: 'hexagon' | 'octagon'): ExactPoint[] {
    const { tower } = this;
    const [nought, one] = [tower.ratio(0n), tower.ratio(1n)];
    const half = tower.ratio(1n, 2n);
    const add = (...all: Surd[]): Surd => all.reduce((a, b) => tower.add(a, b));
    const root = known(tower.sqrt(tower.ratio(kind === 'hexagon' ? 3n : 2n)));
    const r = tower.times(root, half);
    if (kind === 'hexagon') {
      const [far, wide, top] = [add(one, half), add(one, one), add(r, r)];
      return [
        [half, nought],
        [far, nought],
        [wide, r],
        [far, top],
        [half, top],
        [nought, r],
      ];
    }
    const [low, high, wide] = [r, add(one, r), add(one, r, r)];
    return [
      [low, nought],
      [high, nought],
      [wide, low],
      [wide, high],
      [high, wide],
      [low, wide],
      [nought, high],
      [nought, low],
    ];
  }

  private place({ a, b }: Pick<Mark, 'a' | 'b'>): ExactPoint {
    const { tower } = this;
    const [[a1, b1, c1], [a2, b2, c2]] = [this.lines.get(a)!, this.lines.get(b)!];
    const cross = (p: Surd, q: Surd, r: Surd, s: Surd): Surd =>
      tower.subtract(tower.times(p, s), tower.times(q, r));
    const det = cross(a1, b1, a2, b2);
    return [known(tower.divide(cross(c1, b1, c2, b2), det)), known(tower.divide(cross(a1, c1, a2, c2), det))];
  }

  private minus = (p: ExactPoint, q: ExactPoint): ExactPoint => [
    this.tower.subtract(p[0], q[0]),
    this.tower.subtract(p[1], q[1]),
  ];

  /** Of points, directions, or the normals of lines. */
  private dot = (p: ExactPoint | ExactLine, q: ExactPoint | ExactLine): Surd =>
    this.tower.add(this.tower.times(p[0], q[0]), this.tower.times(p[1], q[1]));

  private isSame = (x: Surd, y: Surd): boolean => this.tower.isZero(this.tower.subtract(x, y));

  private withNormal = (normal: ExactPoint, at: ExactPoint): ExactLine => [...normal, this.dot(normal, at)];

  private through(p: ExactPoint, q: ExactPoint): ExactLine {
    const [x, y] = this.minus(q, p);
    return this.withNormal([this.tower.negate(y), x], p);
  }

  private onto(p: ExactPoint, q: ExactPoint): ExactLine {
    const half = this.tower.ratio(1n, 2n);
    const middle = [0, 1].map((i) => this.tower.times(this.tower.add(p[i]!, q[i]!), half));
    return this.withNormal(this.minus(q, p), middle as unknown as ExactPoint);
  }

  /** The two creases that bring one line onto another; one for parallels. */
  private bisectors(l: ExactLine, m: ExactLine): ExactLine[] {
    const { tower } = this;
    const sizes = [l, m].map(([a, b]) => this.dot([a, b], [a, b])) as [Surd, Surd];
    // Both normals brought to one length by the root of the ratio of their squares.
    const scale = known(tower.sqrt(known(tower.divide(sizes[0], sizes[1]))));
    const other = m.map((v) => tower.times(v, scale)) as unknown as ExactLine;
    const ways = [1n, -1n].map(
      (sign) =>
        l.map((v, i) => tower.add(v, tower.times(other[i]!, tower.ratio(sign)))) as unknown as ExactLine,
    );
    return ways.filter(([a, b]) => !tower.isZero(a) || !tower.isZero(b));
  }

  /** The two places of a line as far from q as p is. */
  private landings(p: ExactPoint, [a, b, c]: ExactLine, q: ExactPoint): ExactPoint[] {
    const { tower } = this;
    const size = this.dot([a, b], [a, b]);
    const off = known(tower.divide(tower.subtract(c, this.dot([a, b], q)), size));
    const foot: ExactPoint = [tower.add(q[0], tower.times(a, off)), tower.add(q[1], tower.times(b, off))];
    const reach = this.minus(p, q);
    const rest = tower.subtract(this.dot(reach, reach), tower.times(tower.times(off, off), size));
    const root = known(tower.sqrt(known(tower.divide(rest, size))));
    return [root, tower.negate(root)].map((r): ExactPoint => [
      tower.subtract(foot[0], tower.times(b, r)),
      tower.add(foot[1], tower.times(a, r)),
    ]);
  }

  /** Where p comes to lie on a line when it moves along another. */
  private carried(p: ExactPoint, [a, b, c]: ExactLine, m: ExactLine): ExactPoint {
    const { tower } = this;
    const along: ExactPoint = [tower.negate(m[1]), m[0]];
    const by = known(tower.divide(tower.subtract(c, this.dot([a, b], p)), this.dot([a, b], along)));
    return [tower.add(p[0], tower.times(along[0], by)), tower.add(p[1], tower.times(along[1], by))];
  }

  /** The crease that brings p onto l and q onto m, of three the one that is meant: where p lands solves a cubic. */
  private ontoBoth(
    [p, l]: readonly [ExactPoint, ExactLine],
    [q, m]: readonly [ExactPoint, ExactLine],
    meant: Line,
  ): ExactLine {
    const { tower } = this;
    const size = this.dot(l, l);
    const off = known(tower.divide(tower.subtract(l[2], this.dot(l, p)), size));
    // p comes to p + n0 + t u, with u along the line.
    const n0: ExactPoint = [tower.times(l[0], off), tower.times(l[1], off)];
    const u: ExactPoint = [tower.negate(l[1]), l[0]];
    const half = tower.ratio(1n, 2n);
    const away = this.minus(q, [
      tower.add(p[0], tower.times(n0[0], half)),
      tower.add(p[1], tower.times(n0[1], half)),
    ]);
    const square = [this.dot(n0, n0), tower.nought, size];
    const far = [this.dot(away, n0), this.dot(away, u), tower.negate(tower.times(size, half))];
    const tilt = [this.dot(m, n0), this.dot(m, u)];
    const side = tower.subtract(this.dot(m, q), m[2]);
    const cubic = [0, 1, 2, 3].map((k) => {
      const turned = [0, 1].map((j) => (far[k - j] ? tower.times(far[k - j]!, tilt[j]!) : tower.nought));
      const twice = tower.times(tower.ratio(2n), tower.add(turned[0]!, turned[1]!));
      return tower.subtract(square[k] ? tower.times(side, square[k]!) : tower.nought, twice);
    });
    const start = [p[0], p[1]].map((v) => tower.toNumber(v)) as [number, number];
    const landed = mirrorPoint(meant, start);
    const [ux, uy] = u.map((v) => tower.toNumber(v)) as [number, number];
    const near = (ux * (landed[0] - start[0]) + uy * (landed[1] - start[1])) / (ux * ux + uy * uy);
    const t = known(tower.rootNear(cubic, near));
    const place = [0, 1].map((i) => tower.add(p[i]!, tower.add(n0[i]!, tower.times(u[i]!, t))));
    return this.onto(p, place as unknown as ExactPoint);
  }

  /** Of several ways the one the table means: they lie well apart, so doubles tell them. */
  private nearest(ways: readonly ExactLine[], line: Line): ExactLine {
    const ends: readonly Point[] = known(this.table.bounds.ends(line));
    const offOf = (way: ExactLine): number => {
      const [a, b, c] = way.map((v) => this.tower.toNumber(v)) as [number, number, number];
      const size = Math.hypot(a, b);
      return Math.max(
        ...ends.map((p) => Math.abs(sideOf({ normal: [a / size, b / size], offset: c / size }, p))),
      );
    };
    const sorted = ways.map((way) => ({ way, off: offOf(way) })).sort((x, y) => x.off - y.off);
    return known(sorted[0]?.way);
  }
}
