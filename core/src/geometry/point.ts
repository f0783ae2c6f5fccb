import { tolerance } from './tolerance.ts';
/** A point or vector [x, y]. Which frame (sheet or model) is said by the name of the variable that holds it. */
export type Point = readonly [x: number, y: number];

export interface Segment {
  readonly from: Point;
  readonly to: Point;
}

export const add = (p: Point, q: Point): Point => [p[0] + q[0], p[1] + q[1]];
export const subtract = (p: Point, q: Point): Point => [p[0] - q[0], p[1] - q[1]];
export const scale = (p: Point, k: number): Point => [p[0] * k, p[1] * k];
export const dot = (p: Point, q: Point): number => p[0] * q[0] + p[1] * q[1];
export const cross = (p: Point, q: Point): number => p[0] * q[1] - p[1] * q[0];
export const length = (p: Point): number => Math.hypot(p[0], p[1]);
export const distance = (p: Point, q: Point): number => Math.hypot(p[0] - q[0], p[1] - q[1]);

/** Whether two points are one: closer than a tolerance, in sheet sides. */
export const isSamePoint = (p: Point, q: Point, within: number = tolerance.samePoint): boolean =>
  distance(p, q) < within;
export const between = (p: Point, q: Point, t: number): Point => [
  p[0] + (q[0] - p[0]) * t,
  p[1] + (q[1] - p[1]) * t,
];
/** The vector turned a quarter counter-clockwise. */
export const turnLeft = (p: Point): Point => [-p[1], p[0]];
/** The vector turned counter-clockwise by an angle in degrees. */
export function turnBy(p: Point, degrees: number): Point {
  const a = (degrees * Math.PI) / 180;
  return [p[0] * Math.cos(a) - p[1] * Math.sin(a), p[0] * Math.sin(a) + p[1] * Math.cos(a)];
}
/** The vector of length 1 in the same direction; the null vector gives [NaN, NaN] and must be excluded before. */
export const toUnit = (p: Point): Point => scale(p, 1 / length(p));

/** True where a point lies on a segment, its ends included, within `slack` (same unit as the points). */
export function isOnSegment(p: Point, { from, to }: Segment, slack: number): boolean {
  const dx = to[0] - from[0];
  const dy = to[1] - from[1];
  const px = p[0] - from[0];
  const py = p[1] - from[1];
  // Most points lie far off: they are told by the segment's box.
  const near = 2 * slack;
  if (px < Math.min(0, dx) - near || px > Math.max(0, dx) + near) return false;
  if (py < Math.min(0, dy) - near || py > Math.max(0, dy) + near) return false;
  const size = Math.hypot(dx, dy);
  const off = Math.abs(px * dy - py * dx) / size;
  const along = (px * dx + py * dy) / size;
  return off < slack && along > -slack && along < size + slack;
}

/** Degrees of the way from one point to another, counter-clockwise from level, in (-180, 180]. */
export const bearing = (a: Point, b: Point): number => (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;

/** The same direction in degrees from -180 up to 180. */
export const toTurn = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180;
