import { type Point, cross, distance, subtract } from './point.ts';
import { tolerance } from './tolerance.ts';

/** A segment with the things that lie on it. */
export interface TaggedSegment<T> {
  readonly from: Point;
  readonly to: Point;
  readonly tags: readonly T[];
}

/** Part of a planar map: a stretch between two nodes that nothing crosses, with everything that lies on it. */
export interface PlanarPart<T> {
  readonly a: number;
  readonly b: number;
  readonly tags: T[];
}

export interface PlanarMap<T> {
  readonly nodes: readonly Point[];
  readonly parts: readonly PlanarPart<T>[];
}

/** Nodes a map may have: a bound for memory. */
const MOST_NODES = 400_000;

/** Thrown where segments cross each other in more places than are kept in memory. */
export class TooManyCrossings extends Error {
  constructor() {
    super(`the lines cross in more than ${MOST_NODES} places`);
  }
}

/**
 * Segments split at every crossing and touching; equal stretches merged. Points closer than `near` become one node, and a
 * node this close to a segment's inside splits it (the one rule that covers touchings and overlaps). Segments shorter than
 * `near` vanish. Cost: segments times neighbours in x. Throws TooManyCrossings above 400,000 nodes.
 */
export function planarize<T>(segments: readonly TaggedSegment<T>[], near: number): PlanarMap<T> {
  const nodes = buildNodes(near);
  const whole = mergeEqual(
    segments.map((s) => ({ a: nodes.numberOf(s.from), b: nodes.numberOf(s.to), tags: [...s.tags] })),
  );
  addCrossings(whole, nodes, near);
  const byX = nodes.points.map((p, i) => ({ x: p[0], i })).sort((a, b) => a.x - b.x);
  const parts = whole.flatMap(({ a, b, tags }) => {
    const chain = [a, ...nodesInside(nodes.points, byX, a, b, near * 4), b];
    return chain.slice(1).map((v, k) => ({ a: chain[k]!, b: v, tags: [...tags] }));
  });
  return { nodes: nodes.points, parts: mergeEqual(parts) };
}

function mergeEqual<T>(parts: readonly PlanarPart<T>[]): PlanarPart<T>[] {
  const merged: PlanarPart<T>[] = [];
  const numbers = new Map<number, number>();
  for (const { a, b, tags } of parts) {
    if (a === b) continue;
    const u = a < b ? a : b;
    const v = a < b ? b : a;
    const key = u * 0x4000000 + v;
    const known = numbers.get(key);
    if (known === undefined) {
      numbers.set(key, merged.length);
      merged.push({ a: u, b: v, tags: [...tags] });
    } else for (const tag of tags) merged[known]!.tags.push(tag);
  }
  return merged;
}

interface Nodes {
  readonly points: Point[];
  readonly numberOf: (p: Point) => number;
}

/** Points closer than `near` get one number (hashed grid, neighbours probed). */
function buildNodes(near: number): Nodes {
  const points: Point[] = [];
  // Cells that share a hash share a list; the distance decides, so that nothing is mixed up.
  const grid = new Map<number, number[]>();
  const size = near * 8;
  const keyOf = (cx: number, cy: number): number => Math.imul(cx, 73856093) ^ Math.imul(cy, 19349663);
  const find = (cx: number, cy: number, p: Point): number | undefined =>
    grid.get(keyOf(cx, cy))?.find((i) => distance(points[i]!, p) <= near);
  const numberOf = (p: Point): number => {
    const x = p[0] / size;
    const y = p[1] / size;
    const cx = Math.round(x);
    const cy = Math.round(y);
    const own = find(cx, cy, p);
    if (own !== undefined) return own;
    // A neighbouring cell can only hold the point's twin when its border is close (a cell is 8 times near wide).
    const sx = Math.abs(x - cx) > 0.37 ? Math.sign(x - cx) : 0;
    const sy = Math.abs(y - cy) > 0.37 ? Math.sign(y - cy) : 0;
    const beside =
      (sx !== 0 ? find(cx + sx, cy, p) : undefined) ??
      (sy !== 0 ? find(cx, cy + sy, p) : undefined) ??
      (sx !== 0 && sy !== 0 ? find(cx + sx, cy + sy, p) : undefined);
    if (beside !== undefined) return beside;
    points.push(p);
    const key = keyOf(cx, cy);
    const list = grid.get(key);
    if (list) list.push(points.length - 1);
    else grid.set(key, [points.length - 1]);
    return points.length - 1;
  };
  return { points, numberOf };
}

function addCrossings<T>(parts: readonly PlanarPart<T>[], nodes: Nodes, near: number): void {
  const ends = parts.map((s) => [nodes.points[s.a]!, nodes.points[s.b]!] as const);
  const sorted = ends.sort(([p, q], [r, s]) => Math.min(p[0], q[0]) - Math.min(r[0], s[0]));
  const read = (pick: (p: Point, q: Point) => number): Float64Array =>
    Float64Array.from(sorted, ([p, q]) => pick(p, q));
  const minX = read((p, q) => Math.min(p[0], q[0]));
  const maxX = read((p, q) => Math.max(p[0], q[0]) + near);
  const minY = read((p, q) => Math.min(p[1], q[1]));
  const maxY = read((p, q) => Math.max(p[1], q[1]) + near);
  for (let i = 0; i < sorted.length; i++) {
    const [right, bottom, top] = [maxX[i]!, minY[i]!, maxY[i]!];
    for (let j = i + 1; j < sorted.length && minX[j]! <= right; j++) {
      if (minY[j]! > top || maxY[j]! < bottom) continue;
      const point = properCrossing(...sorted[i]!, ...sorted[j]!, near);
      if (point) nodes.numberOf(point);
      if (nodes.points.length > MOST_NODES) throw new TooManyCrossings();
    }
  }
}

/** Where two segments cross inside both; undefined when they only touch, run together or miss each other. */
function properCrossing(p: Point, q: Point, r: Point, s: Point, near: number): Point | undefined {
  const [u, v] = [subtract(q, p), subtract(s, r)];
  const det = cross(u, v);
  const [lu, lv] = [Math.hypot(u[0], u[1]), Math.hypot(v[0], v[1])];
  if (Math.abs(det) < tolerance.parallel * lu * lv) return undefined;
  const t = cross(subtract(r, p), v) / det;
  const w = cross(subtract(r, p), u) / det;
  const [et, ew] = [near / lu, near / lv];
  if (t < et || t > 1 - et || w < ew || w > 1 - ew) return undefined;
  return [p[0] + u[0] * t, p[1] + u[1] * t];
}

function nodesInside(
  points: readonly Point[],
  byX: readonly { x: number; i: number }[],
  a: number,
  b: number,
  slack: number,
): number[] {
  const [p, q] = [points[a]!, points[b]!];
  const u = subtract(q, p);
  const size = Math.hypot(u[0], u[1]);
  const [low, high] = [Math.min(p[0], q[0]) - slack, Math.max(p[0], q[0]) + slack];
  const [bottom, top] = [Math.min(p[1], q[1]) - slack, Math.max(p[1], q[1]) + slack];
  let start = 0;
  for (let end = byX.length; start < end;) {
    const middle = (start + end) >> 1;
    if (byX[middle]!.x < low) start = middle + 1;
    else end = middle;
  }
  const inside: { t: number; i: number }[] = [];
  for (let k = start; k < byX.length && byX[k]!.x <= high; k++) {
    const i = byX[k]!.i;
    const y = points[i]![1];
    if (y < bottom || y > top || i === a || i === b) continue;
    const w = subtract(points[i]!, p);
    const t = (w[0] * u[0] + w[1] * u[1]) / size;
    if (t > 0 && t < size && Math.abs(cross(u, w)) / size <= slack) inside.push({ t, i });
  }
  return inside.sort((m, n) => m.t - n.t).map((m) => m.i);
}

/** Faces of a planar map. Half-edge 2k runs a to b of part k, 2k + 1 back; the face of a half-edge lies on its left. */
export interface Faces {
  readonly faceOf: readonly number[];
  /** Nodes around each face: counter-clockwise for inner faces, clockwise around the outside. */
  readonly outlines: readonly (readonly number[])[];
}

export function walkFaces<T>({ nodes, parts }: PlanarMap<T>): Faces {
  const start = (h: number): number => (h & 1 ? parts[h >> 1]!.b : parts[h >> 1]!.a);
  const out: number[][] = nodes.map(() => []);
  const angle = new Float64Array(2 * parts.length);
  for (let h = 0; h < 2 * parts.length; h++) {
    out[start(h)]!.push(h);
    const d = subtract(nodes[start(h ^ 1)]!, nodes[start(h)]!);
    angle[h] = Math.atan2(d[1], d[0]);
  }
  const place = new Int32Array(2 * parts.length);
  for (const list of out) {
    list.sort((g, h) => angle[g]! - angle[h]!);
    list.forEach((h, i) => (place[h] = i));
  }
  const faceOf = new Array<number>(2 * parts.length).fill(-1);
  const outlines: number[][] = [];
  for (let first = 0; first < faceOf.length; first++) {
    if (faceOf[first] !== -1) continue;
    const outline: number[] = [];
    let h = first;
    do {
      faceOf[h] = outlines.length;
      outline.push(start(h));
      const twin = h ^ 1;
      const around = out[start(twin)]!;
      h = around[(place[twin]! + around.length - 1) % around.length]!;
    } while (h !== first);
    outlines.push(outline);
  }
  return { faceOf, outlines };
}
