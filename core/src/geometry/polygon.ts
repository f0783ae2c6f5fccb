import { type Point, cross, distance, subtract } from './point.ts';
import { type Line, lineThrough, sideOf } from './line.ts';
import { tolerance } from './tolerance.ts';

/** Signed area, positive counter-clockwise. */
export function areaOf(polygon: readonly Point[]): number {
  let twice = 0;
  for (let i = 0; i < polygon.length; i++) twice += cross(polygon[i]!, polygon[(i + 1) % polygon.length]!);
  return twice / 2;
}

/** Centroid of the enclosed area; for a polygon without area the mean of its corners. */
export function centroidOf(polygon: readonly Point[]): Point {
  const origin = polygon[0]!;
  let [x, y, twice] = [0, 0, 0];
  for (let i = 1; i + 1 < polygon.length; i++) {
    const p = subtract(polygon[i]!, origin);
    const q = subtract(polygon[i + 1]!, origin);
    const w = cross(p, q);
    x += (w * (p[0] + q[0])) / 3;
    y += (w * (p[1] + q[1])) / 3;
    twice += w;
  }
  if (Math.abs(twice) < 1e-18) {
    const n = polygon.length;
    return [polygon.reduce((s, p) => s + p[0], 0) / n, polygon.reduce((s, p) => s + p[1], 0) / n];
  }
  return [origin[0] + x / twice, origin[1] + y / twice];
}

export interface Bounds {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
}

export function boundsOf(points: readonly Point[]): Bounds {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    if (x < minX) minX = x;
    if (x > maxX) maxX = x;
    if (y < minY) minY = y;
    if (y > maxY) maxY = y;
  }
  return { minX, minY, maxX, maxY };
}

export const doBoundsMeet = (a: Bounds, b: Bounds): boolean =>
  a.minX <= b.maxX && b.minX <= a.maxX && a.minY <= b.maxY && b.minY <= a.maxY;

/** A convex polygon made ready for many overlap tests: corners, and the inward unit normal of every edge. */
export interface ConvexShape {
  readonly bounds: Bounds;
  /** x, y of each corner in turn. */
  readonly corners: Float64Array;
  /** nx, ny, offset of each edge: a point lies inside by nx x + ny y - offset. */
  readonly edges: Float64Array;
}

/** Prepares a convex polygon of either orientation. */
export function toShape(polygon: readonly Point[]): ConvexShape {
  const n = polygon.length;
  const sign = areaOf(polygon) < 0 ? -1 : 1;
  const corners = new Float64Array(2 * n);
  const edges = new Float64Array(3 * n);
  let used = 0;
  for (let i = 0; i < n; i++) {
    const p = polygon[i]!;
    const q = polygon[(i + 1) % n]!;
    corners[2 * i] = p[0];
    corners[2 * i + 1] = p[1];
    const dx = q[0] - p[0];
    const dy = q[1] - p[1];
    const size = Math.hypot(dx, dy);
    if (size < 1e-12) continue;
    const nx = (-dy / size) * sign;
    const ny = (dx / size) * sign;
    edges[used++] = nx;
    edges[used++] = ny;
    edges[used++] = nx * p[0] + ny * p[1];
  }
  return { bounds: boundsOf(polygon), corners, edges: used < edges.length ? edges.slice(0, used) : edges };
}

/**
 * True when two convex shapes cross by more than `depth`: no edge of either has the whole other shape outside it or
 * within `depth` of it (separating axes). Cost: mostly the number of edges.
 */
export const doShapesOverlap = (a: ConvexShape, b: ConvexShape, depth: number): boolean =>
  doBoundsMeet(a.bounds, b.bounds) && !hasSeparatingEdge(a, b, depth) && !hasSeparatingEdge(b, a, depth);

function hasSeparatingEdge({ edges }: ConvexShape, { corners }: ConvexShape, depth: number): boolean {
  for (let e = 0; e < edges.length; e += 3) {
    const nx = edges[e]!;
    const ny = edges[e + 1]!;
    const limit = edges[e + 2]! + depth;
    let outside = true;
    for (let k = 0; outside && k < corners.length; k += 2)
      outside = nx * corners[k]! + ny * corners[k + 1]! <= limit;
    if (outside) return true;
  }
  return false;
}

/** The same for two polygons that are tested only once. */
export const doOverlap = (a: readonly Point[], b: readonly Point[], depth: number): boolean =>
  doShapesOverlap(toShape(a), toShape(b), depth);

/** Part of a convex polygon on the line's non-negative side (Sutherland and Hodgman 1974); empty when none. */
export function clipTo(polygon: readonly Point[], line: Line): Point[] {
  const kept: Point[] = [];
  for (let i = 0; i < polygon.length; i++) {
    const p = polygon[i]!;
    const q = polygon[(i + 1) % polygon.length]!;
    const sp = sideOf(line, p);
    const sq = sideOf(line, q);
    if (sp >= 0) kept.push(p);
    if ((sp > 0 && sq < 0) || (sp < 0 && sq > 0)) {
      const t = sp / (sp - sq);
      kept.push([p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t]);
    }
  }
  return kept.length >= 3 ? kept : [];
}

/** The stretch of a line inside a convex polygon, as its two ends; undefined when it only touches. */
export function chordOf(polygon: readonly Point[], line: Line): { from: Point; to: Point } | undefined {
  const [nx, ny] = line.normal;
  let from: Point | undefined;
  let to: Point | undefined;
  let [low, high] = [Infinity, -Infinity];
  for (let i = 0; i < polygon.length; i++) {
    const p = polygon[i]!;
    const q = polygon[(i + 1) % polygon.length]!;
    const sp = sideOf(line, p);
    const sq = sideOf(line, q);
    let end: Point;
    if (Math.abs(sp) <= tolerance.onLine) end = p;
    else if (Math.abs(sq) > tolerance.onLine && sp > 0 !== sq > 0) {
      const t = sp / (sp - sq);
      end = [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t];
    } else continue;
    const along = ny * end[0] - nx * end[1];
    if (along < low) [low, from] = [along, end];
    if (along > high) [high, to] = [along, end];
  }
  return from && to && high - low >= tolerance.samePoint ? { from, to } : undefined;
}

/** How long a segment runs within a convex polygon; 0 where it only touches. */
export function lengthWithin(polygon: readonly Point[], from: Point, to: Point): number {
  const line = lineThrough(from, to);
  const chord = line && areaOf(polygon) !== 0 ? chordOf(polygon, line) : undefined;
  if (!chord) return 0;
  const size = distance(from, to);
  const along = (p: Point): number =>
    ((p[0] - from[0]) * (to[0] - from[0]) + (p[1] - from[1]) * (to[1] - from[1])) / size;
  const [a, b] = [along(chord.from), along(chord.to)];
  return Math.max(0, Math.min(size, Math.max(a, b)) - Math.max(0, Math.min(a, b)));
}

/** True when the point lies inside or within `slack` of a counter-clockwise convex polygon. */
export function isInside(polygon: readonly Point[], p: Point, slack: number): boolean {
  for (let i = 0; i < polygon.length; i++) {
    const a = polygon[i]!;
    const b = polygon[(i + 1) % polygon.length]!;
    const size = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (cross(subtract(b, a), subtract(p, a)) < -slack * size) return false;
  }
  return true;
}

/** A point this far outside the bounds of a shape lies outside it, whatever the slack and however sharp its corners. */
const FAR_OUTSIDE = 1e-3;

/** The same for a shape made ready. */
export function isInsideShape({ bounds, edges }: ConvexShape, [x, y]: Point, slack: number): boolean {
  if (x < bounds.minX - FAR_OUTSIDE || x > bounds.maxX + FAR_OUTSIDE) return false;
  if (y < bounds.minY - FAR_OUTSIDE || y > bounds.maxY + FAR_OUTSIDE) return false;
  for (let e = 0; e < edges.length; e += 3)
    if (edges[e]! * x + edges[e + 1]! * y - edges[e + 2]! < -slack) return false;
  return true;
}
