import { type Point, add, cross, dot, scale, subtract, toUnit, turnLeft, distance, turnBy } from './point.ts';
import { realRoots } from './roots.ts';
import { tolerance } from './tolerance.ts';

/** The line normal . x = offset, with a unit normal. Points with a positive side lie on the normal's side. */
export interface Line {
  readonly normal: Point;
  readonly offset: number;
}

/** Signed distance of a point from the line; positive on the side the normal points to. */
export const sideOf = (line: Line, p: Point): number => dot(line.normal, p) - line.offset;

/** Direction of the line: the normal turned a quarter clockwise. */
export const directionOf = (line: Line): Point => [line.normal[1], -line.normal[0]];

/** The line from p through q, its normal to the left; undefined when both are one point. */
export function lineThrough(p: Point, q: Point): Line | undefined {
  if (distance(p, q) <= tolerance.samePoint) return undefined;
  const normal = turnLeft(toUnit(subtract(q, p)));
  return { normal, offset: dot(normal, p) };
}

/** The line through p with a given direction (any non-zero length). */
export function lineAlong(p: Point, direction: Point): Line {
  const normal = turnLeft(toUnit(direction));
  return { normal, offset: dot(normal, p) };
}

/** The crease that brings p onto q: their perpendicular bisector; undefined when both are one point. */
export function lineOnto(p: Point, q: Point): Line | undefined {
  if (distance(p, q) <= tolerance.samePoint) return undefined;
  const normal = toUnit(subtract(q, p));
  return { normal, offset: dot(normal, scale(add(p, q), 0.5)) };
}

/** Where two lines cross; undefined when they are parallel. */
export function crossingOf(a: Line, b: Line): Point | undefined {
  const det = cross(a.normal, b.normal);
  if (Math.abs(det) < tolerance.parallel) return undefined;
  return [
    (a.offset * b.normal[1] - b.offset * a.normal[1]) / det,
    (a.normal[0] * b.offset - b.normal[0] * a.offset) / det,
  ];
}

/** Sine of the angle under which lines count as parallel but for a slip. */
const ALMOST_PARALLEL = 0.01;

/**
 * The creases that bring line a onto line b: two bisectors where they cross, the middle line where they are
 * parallel. Order: the one whose normal halves the angle between the normals first; of lines that differ by half a degree
 * or less the one between them.
 */
export function linesOnto(a: Line, b: Line): readonly Line[] {
  const meet = crossingOf(a, b);
  if (meet === undefined) {
    const sign = dot(a.normal, b.normal) < 0 ? -1 : 1;
    return [{ normal: a.normal, offset: (a.offset + sign * b.offset) / 2 }];
  }
  const da = directionOf(a);
  const db = directionOf(b);
  const ways = [lineAlong(meet, add(da, db)), lineAlong(meet, subtract(da, db))];
  // Lines all but parallel cross far off: the one between them comes first, as if they were parallel.
  const isFlat = Math.abs(cross(da, db)) < ALMOST_PARALLEL;
  return isFlat && dot(da, db) < 0 ? [ways[1]!, ways[0]!] : ways;
}

export const mirrorPoint = (line: Line, p: Point): Point =>
  subtract(p, scale(line.normal, 2 * sideOf(line, p)));
export const footOf = (line: Line, p: Point): Point => subtract(p, scale(line.normal, sideOf(line, p)));

/**
 * Where a point can come to lie on a line when the crease runs through a second point (two places at most, in the line's
 * direction), or square to a second line (one place).
 */
export function landingsOn(
  line: Line,
  p: Point,
  by: { readonly through: Point } | { readonly square: Line },
): Point[] {
  if ('square' in by) {
    const landed = crossingOf(line, lineAlong(p, directionOf(by.square)));
    return landed ? [landed] : [];
  }
  const foot = footOf(line, by.through);
  const reach = distance(by.through, p) ** 2 - distance(by.through, foot) ** 2;
  if (reach < -tolerance.samePoint) return [];
  const along = scale(directionOf(line), Math.sqrt(Math.max(0, reach)));
  return [subtract(foot, along), add(foot, along)];
}

/** The ray o to p turned counter-clockwise by degrees, as a line; undefined when o and p are one point. */
export function lineAtAngle(o: Point, p: Point, degrees: number): Line | undefined {
  if (distance(o, p) <= tolerance.samePoint) return undefined;
  return lineAlong(o, turnBy(subtract(p, o), degrees));
}

/** The same line, moved along its normal and turned about a point of it: a folder's slip. */
export function slipLine(line: Line, about: Point, shift: number, degrees: number): Line {
  const turned = lineAlong(footOf(line, about), turnBy(directionOf(line), degrees));
  return { normal: turned.normal, offset: turned.offset + shift };
}

/** The image of a line in another, running the mirrored way. */
export function mirrorLine(mirror: Line, line: Line): Line {
  const foot = scale(line.normal, line.offset);
  const [p, q] = [foot, add(foot, directionOf(line))].map((x) => mirrorPoint(mirror, x)) as [Point, Point];
  return lineAlong(p, subtract(q, p));
}

/**
 * The creases that bring p onto one line and q onto another at once: three at most, in the order in which p comes to lie
 * along its line. Where p lands solves a cubic (Justin 1986). Nothing where a point lies on its line already.
 */
export function linesOntoBoth(p: Point, on: Line, q: Point, onto: Line): Line[] {
  if (Math.abs(sideOf(on, p)) <= tolerance.samePoint || Math.abs(sideOf(onto, q)) <= tolerance.samePoint)
    return [];
  // p lands on foot + t u; the crease's normal is n0 + t u, and q, mirrored, must lie on its line.
  const foot = footOf(on, p);
  const u = directionOf(on);
  const n0 = subtract(foot, p);
  const square = [dot(n0, n0), 0, 1];
  const m = onto.normal;
  const tilt = [dot(m, n0), dot(m, u)];
  // (q - middle) . n, with n0 square to u.
  const half = scale(add(p, foot), 0.5);
  const away = subtract(q, half);
  const far = [dot(away, n0), dot(away, u), -0.5];
  const side = sideOf(onto, q);
  const turned = (k: number): number => (far[k] ?? 0) * tilt[0]! + (far[k - 1] ?? 0) * tilt[1]!;
  const cubic = [0, 1, 2, 3].map((k) => side * (square[k] ?? 0) - 2 * turned(k));
  return realRoots(cubic).flatMap((t) => lineOnto(p, add(foot, scale(u, t))) ?? []);
}
