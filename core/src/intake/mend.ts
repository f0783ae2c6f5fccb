import type { CreasePattern } from '../creases/index.ts';
import { type Point, add, cross, distance, scale, subtract, toUnit } from '../geometry/index.ts';

/** A vertex that would let every angle around it close if it stood elsewhere. */
export interface VertexMend {
  readonly vertex: number;
  readonly to: Point;
  readonly by: number;
}

/** Neighbours of a faulty vertex are tried too; in a pattern full of faults no single vertex is to blame. */
const MOST_FAULTS = 12;
const ROUNDS = 12;
/** Angles closed to within this are closed, in radians; and a vertex is moved by so much of the sheet at most. */
const CLOSED = 1e-9;
const FARTHEST = 0.05;

/**
 * A single vertex that, moved, closes every angle that does not close now: Gauss-Newton on Kawasaki's condition at it and
 * its neighbours, tried for the faulty vertices and theirs; vertices on the rim slide along it. Of several the one after
 * which most creases run in multiples of 22.5 degrees, then the one that moves least. Undefined where no one vertex
 * explains all.
 */
export function findVertexMend(pattern: CreasePattern, faulty: readonly number[]): VertexMend | undefined {
  if (faulty.length === 0 || faulty.length > MOST_FAULTS) return undefined;
  const { vertices } = pattern;
  const spokes = spokesOf(pattern);
  const rims = rimsOf(pattern);
  const near = new Set(faulty.flatMap((v) => [v, ...spokes[v]!]));
  const found = [...near]
    // Only a vertex that touches every fault can explain them all.
    .filter((v) => faulty.every((f) => f === v || spokes[v]!.includes(f)))
    .flatMap((v) => {
      const ways = waysOf(vertices, rims[v]!, v);
      const judged = [v, ...spokes[v]!].filter((w) => rims[w]!.length === 0 && spokes[w]!.length % 2 === 0);
      const to = ways.length > 0 ? closeBy({ vertices, spokes, judged, ways }, v) : undefined;
      if (!to) return [];
      const odd = spokes[v]!.filter((w) => !isCommon(subtract(vertices[w]!, to))).length;
      return [{ vertex: v, to, by: distance(to, vertices[v]!), odd }];
    });
  const [best] = found.sort((a, b) => a.odd - b.odd || a.by - b.by);
  return best && { vertex: best.vertex, to: best.to, by: best.by };
}

/** True for directions that are multiples of 22.5 degrees. */
function isCommon([x, y]: Point): boolean {
  const turns = (Math.atan2(y, x) * 180) / Math.PI / 22.5;
  return Math.abs(turns - Math.round(turns)) < 1e-3;
}

/** Directions a vertex may move in: both inside, along the rim on it, none for a corner. */
function waysOf(vertices: readonly Point[], beside: readonly number[], v: number): readonly Point[] {
  if (beside.length === 0)
    return [
      [1, 0],
      [0, 1],
    ];
  const [d, e] = beside.map((w) => toUnit(subtract(vertices[w]!, vertices[v]!)));
  return d && e && Math.abs(cross(d, e)) < 1e-6 ? [d] : [];
}

interface Closing {
  readonly vertices: readonly Point[];
  readonly spokes: readonly (readonly number[])[];
  /** Vertices whose angles shall close. */
  readonly judged: readonly number[];
  readonly ways: readonly Point[];
}

function closeBy({ vertices, spokes, judged, ways }: Closing, v: number): Point | undefined {
  const gapsAt = (p: Point): number[] => judged.map((w) => gapOf(vertices, spokes[w]!, w, v, p));
  const sum = (a: readonly number[], b: readonly number[]): number => a.reduce((s, x, i) => s + x * b[i]!, 0);
  let at = vertices[v]!;
  for (let round = 0; round < ROUNDS; round++) {
    const gaps = gapsAt(at);
    if (gaps.every((g) => Math.abs(g) < CLOSED)) return at;
    const h = 1e-6;
    const slopes = ways.map((way) => gapsAt(add(at, scale(way, h))).map((g, i) => (g - gaps[i]!) / h));
    const [p, q] = [slopes[0]!, slopes[1] ?? gaps.map(() => 0)];
    // A little of the identity: where one direction changes nothing, the shortest way is taken.
    const [pp, pq, qq] = [sum(p, p) + 1e-9, sum(p, q), sum(q, q) + 1e-9];
    const [rp, rq] = [sum(p, gaps), sum(q, gaps)];
    const det = pp * qq - pq * pq;
    at = subtract(at, scale(ways[0]!, (qq * rp - pq * rq) / det));
    if (ways[1]) at = subtract(at, scale(ways[1], (pp * rq - pq * rp) / det));
    if (!at.every(Number.isFinite) || distance(at, vertices[v]!) > FARTHEST) return undefined;
  }
  return gapsAt(at).every((g) => Math.abs(g) < 1e-7) ? at : undefined;
}

/** Neighbours along the rim of every vertex; none for those inside. */
function rimsOf({ vertices, edges }: CreasePattern): number[][] {
  const rims: number[][] = vertices.map(() => []);
  for (const { a, b, assignment } of edges) {
    if (assignment !== 'B') continue;
    rims[a]!.push(b);
    rims[b]!.push(a);
  }
  return rims;
}

/** Sum of alternate angles less half a turn at w, with vertex v standing at p, in radians. */
function gapOf(vertices: readonly Point[], ends: readonly number[], w: number, v: number, p: Point): number {
  const place = (i: number): Point => (i === v ? p : vertices[i]!);
  const at = place(w);
  const angles = ends
    .map((i) => {
      const d = subtract(place(i), at);
      return Math.atan2(d[1], d[0]);
    })
    .sort((a, b) => a - b);
  return angles.reduce((sum, a, i) => sum + (i % 2 === 0 ? -a : a), 0) - Math.PI;
}

/** Far ends of the folded creases at every vertex. */
export function spokesOf({ vertices, edges }: CreasePattern): number[][] {
  const spokes: number[][] = vertices.map(() => []);
  for (const { a, b, assignment } of edges) {
    if (assignment === 'B' || assignment === 'F') continue;
    spokes[a]!.push(b);
    spokes[b]!.push(a);
  }
  return spokes;
}
