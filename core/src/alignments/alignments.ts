import {
  type Line,
  type Point,
  crossingOf,
  directionOf,
  distance,
  dot,
  footOf,
  landingsOn,
  lineAlong,
  lineOnto,
  lineThrough,
  linesOnto,
  linesOntoBoth,
  mirrorPoint,
  sideOf,
  turnLeft,
  tolerance,
} from '../geometry/index.ts';

/** The single-fold alignments of a sheet (Justin 1986, Huzita 1989) that are searched. */
export type AlignmentKind =
  'onto' | 'through' | 'lineOnto' | 'across' | 'landThrough' | 'landSquare' | 'ontoBoth';

/** Marks closer than this (sheet sides) cannot be told apart with the fingers. */
const LEAST_APART = 0.08;
/** A crease shorter than this on the sheet is not made. */
const LEAST_CHORD = 0.08;

/** The sheet as a convex outline; tells which folds can really be made on it. */
export class SheetBounds {
  private readonly outline: readonly Point[];

  constructor(outline: readonly Point[]) {
    this.outline = outline;
  }

  holds(p: Point): boolean {
    return this.outline.every((a, i) => {
      const b = this.outline[(i + 1) % this.outline.length]!;
      return (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) >= -1e-9;
    });
  }

  /** The stretch of a line on the sheet, measured along its direction from the point nearest the origin. */
  chord(line: Line): readonly [number, number] | undefined {
    const d = directionOf(line);
    let [low, high] = [-Infinity, Infinity];
    for (let i = 0; i < this.outline.length; i++) {
      const a = this.outline[i]!;
      const b = this.outline[(i + 1) % this.outline.length]!;
      const [nx, ny] = [a[1] - b[1], b[0] - a[0]];
      const rate = nx * d[0] + ny * d[1];
      const start = nx * (line.normal[0] * line.offset - a[0]) + ny * (line.normal[1] * line.offset - a[1]);
      if (Math.abs(rate) < tolerance.rounding) {
        if (start < -1e-9) return undefined;
      } else if (rate > 0) low = Math.max(low, -start / rate);
      else high = Math.min(high, -start / rate);
    }
    return high - low >= LEAST_CHORD ? [low, high] : undefined;
  }

  /** Where a line enters and leaves the sheet. */
  ends(line: Line): readonly [Point, Point] | undefined {
    const chord = this.chord(line);
    const d = directionOf(line);
    const at = (t: number): Point => [
      line.normal[0] * line.offset + d[0] * t,
      line.normal[1] * line.offset + d[1] * t,
    ];
    return chord && [at(chord[0]), at(chord[1])];
  }
}

const along = (line: Line, p: Point): number => dot(directionOf(line), p);

/** The crease that brings p onto q; undefined for marks too close together. */
export const bringOnto = (p: Point, q: Point): Line | undefined =>
  distance(p, q) < LEAST_APART ? undefined : lineOnto(p, q);

export const creaseThrough = (p: Point, q: Point): Line | undefined =>
  distance(p, q) < LEAST_APART ? undefined : lineThrough(p, q);

/** Creases that bring one line onto another where paper of both really meets. */
export function bringLines(sheet: SheetBounds, a: Line, b: Line): Line[] {
  const [on, onto] = [sheet.ends(a), sheet.chord(b)];
  if (!on || !onto) return [];
  return linesOnto(a, b).filter((crease) => {
    if (!sheet.chord(crease)) return false;
    const ends = on.map((p) => along(b, mirrorPoint(crease, p)));
    const shared = Math.min(Math.max(...ends), onto[1]) - Math.max(Math.min(...ends), onto[0]);
    return shared >= LEAST_CHORD;
  });
}

/** The crease square to a line through a point, the line folded onto itself. */
export function creaseAcross(sheet: SheetBounds, p: Point, line: Line): Line | undefined {
  const chord = sheet.chord(line);
  const at = along(line, footOf(line, p));
  if (!chord || at < chord[0] + LEAST_CHORD / 2 || at > chord[1] - LEAST_CHORD / 2) return undefined;
  return lineAlong(p, turnLeft(directionOf(line)));
}

/** Creases through q that bring p onto a line. */
export function landThrough(sheet: SheetBounds, p: Point, line: Line, q: Point): Line[] {
  if (distance(p, q) < LEAST_APART || Math.abs(sideOf(line, p)) < tolerance.samePoint) return [];
  return landingsOn(line, p, { through: q }).flatMap((place) => {
    const crease = sheet.holds(place) ? bringOnto(p, place) : undefined;
    return crease ? [crease] : [];
  });
}

/** The crease square to m that brings p onto a line. */
export function landSquare(sheet: SheetBounds, p: Point, line: Line, m: Line): Line | undefined {
  if (Math.abs(sideOf(line, p)) < tolerance.samePoint) return undefined;
  const [place] = landingsOn(line, p, { square: m });
  if (!place || !sheet.holds(place)) return undefined;
  const crease = bringOnto(p, place);
  if (!crease) return undefined;
  const at = crossingOf(crease, m);
  return at && sheet.holds(at) ? crease : undefined;
}

/** Creases that bring p onto one line and q onto another at once; two that all but coincide cannot be told apart. */
export function bringBoth(sheet: SheetBounds, p: Point, on: Line, q: Point, onto: Line): Line[] {
  if (distance(p, q) < LEAST_APART) return [];
  const ways = linesOntoBoth(p, on, q, onto);
  const landings = ways.map((crease) => mirrorPoint(crease, p));
  return ways.filter((crease, i) => {
    const isAlone = landings.every((place, k) => k === i || distance(place, landings[i]!) >= LEAST_APART);
    return (
      isAlone &&
      [p, q].every((at) => {
        const place = mirrorPoint(crease, at);
        return sheet.holds(place) && distance(at, place) >= LEAST_APART;
      })
    );
  });
}

/** Crossings flatter than this are not used as marks. */
const FLATTEST = Math.sin((10 * Math.PI) / 180);

/** Where two creases make a mark: on the sheet, and not too flat a crossing. */
export function markAt(sheet: SheetBounds, a: Line, b: Line): Point | undefined {
  const turn = a.normal[0] * b.normal[1] - a.normal[1] * b.normal[0];
  if (Math.abs(turn) < FLATTEST) return undefined;
  const at = crossingOf(a, b);
  return at && sheet.holds(at) ? at : undefined;
}
