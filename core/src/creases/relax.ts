import { type Point, distance, subtract } from '../geometry/index.ts';
import type { CreasePattern } from './pattern.ts';

/** A pattern with its vertices moved so that every inner vertex folds flat, and how far the farthest had to go. */
export interface RelaxedPattern {
  readonly pattern: CreasePattern;
  /** Largest move of a vertex, in the pattern's unit. */
  readonly shift: number;
  /** Largest deviation of alternate angles from half a turn that is left, in radians. */
  readonly left: number;
}

const ROUNDS = 12;
const CONVERGED = 1e-13;

/**
 * Moves the vertices of a pattern with rounded coordinates as little as possible until alternate angles sum to half a
 * turn at every inner vertex (Kawasaki's condition): Gauss-Newton steps of minimum norm, each solved by conjugate
 * gradients on J Jt. Corners of the sheet stay, vertices on its rim slide along it.
 */
export function relaxPattern(pattern: CreasePattern): RelaxedPattern {
  const frame = readFrame(pattern);
  let at: Point[] = pattern.vertices.map((p) => [p[0], p[1]]);
  for (let round = 0; round < ROUNDS; round++) {
    const rows = frame.stars.map((star) => readRow(star, at, frame.slides));
    if (Math.max(0, ...rows.map((r) => Math.abs(r.value))) < CONVERGED) break;
    const lambda = solveNormal(rows, at.length);
    const move = new Float64Array(2 * at.length);
    rows.forEach((r, i) => r.parts.forEach(([k, g]) => (move[k]! += g * lambda[i]!)));
    const next = at.map((p, v): Point => [p[0] - move[2 * v]!, p[1] - move[2 * v + 1]!]);
    if (next.some((p) => !Number.isFinite(p[0]) || !Number.isFinite(p[1]))) break;
    at = next;
  }
  const left = Math.max(0, ...frame.stars.map((star) => Math.abs(readRow(star, at, frame.slides).value)));
  const shift = Math.max(0, ...at.map((p, v) => distance(p, pattern.vertices[v]!)));
  return { pattern: { ...pattern, vertices: at }, shift, left };
}

/** An inner vertex and the far ends of its folded creases, counter-clockwise. */
interface Star {
  readonly vertex: number;
  readonly ends: readonly number[];
}

interface Frame {
  readonly stars: readonly Star[];
  /** Direction a vertex may move in: free inside, along the rim, or not at all (corners). */
  readonly slides: readonly (Point | 'free' | 'fixed')[];
}

function readFrame({ vertices, edges }: CreasePattern): Frame {
  const spokes: number[][] = vertices.map(() => []);
  const rims: number[][] = vertices.map(() => []);
  for (const { a, b, assignment } of edges) {
    if (assignment === 'B') {
      rims[a]!.push(b);
      rims[b]!.push(a);
    } else if (assignment !== 'F') {
      spokes[a]!.push(b);
      spokes[b]!.push(a);
    }
  }
  const slides = vertices.map((p, v): Point | 'free' | 'fixed' => {
    const [q, r] = rims[v]!.map((w) => vertices[w]!);
    if (!q || !r) return 'free';
    const u = subtract(r, q);
    const size = Math.hypot(u[0], u[1]);
    const w = subtract(p, q);
    const off = Math.abs(u[0] * w[1] - u[1] * w[0]) / Math.max(size, 1e-300);
    return off < 1e-5 * size ? [u[0] / size, u[1] / size] : 'fixed';
  });
  const stars = spokes.flatMap((ends, vertex): Star[] => {
    if (rims[vertex]!.length > 0 || ends.length < 4 || ends.length % 2 === 1) return [];
    const angle = (w: number): number => {
      const d = subtract(vertices[w]!, vertices[vertex]!);
      return Math.atan2(d[1], d[0]);
    };
    return [{ vertex, ends: [...ends].sort((a, b) => angle(a) - angle(b)) }];
  });
  return { stars, slides };
}

interface Row {
  /** Half the alternating sum of the sectors: 0 when they close. */
  readonly value: number;
  /** Non-zero derivatives: index of the coordinate, and its value. */
  readonly parts: readonly (readonly [number, number])[];
}

/** The alternating sum of a star's angles is that of its directions, twice over; each direction turns with its ends. */
function readRow({ vertex, ends }: Star, at: readonly Point[], slides: Frame['slides']): Row {
  let value = -Math.PI;
  const gradient = new Map<number, number>();
  const put = (v: number, gx: number, gy: number): void => {
    const slide = slides[v]!;
    if (slide === 'fixed') return;
    const [x, y] = slide === 'free' ? [gx, gy] : scaleTo(slide, gx * slide[0] + gy * slide[1]);
    gradient.set(2 * v, (gradient.get(2 * v) ?? 0) + x);
    gradient.set(2 * v + 1, (gradient.get(2 * v + 1) ?? 0) + y);
  };
  const o = at[vertex]!;
  const angles = ends.map((w) => Math.atan2(at[w]![1] - o[1], at[w]![0] - o[0]));
  ends.forEach((w, i) => {
    // Sectors 1, 3, 5 … from one direction to the next: the later direction counts plus, the earlier minus.
    const sign = i % 2 === 1 ? 1 : -1;
    value += sign * angles[i]!;
    const d = subtract(at[w]!, o);
    const square = d[0] * d[0] + d[1] * d[1];
    const [gx, gy] = [(-d[1] / square) * sign, (d[0] / square) * sign];
    put(w, gx, gy);
    put(vertex, -gx, -gy);
  });
  // Directions are sorted from -pi on, so that the sum is right up to whole turns.
  value -= 2 * Math.PI * Math.round(value / (2 * Math.PI));
  return { value, parts: [...gradient] };
}

const scaleTo = (u: Point, k: number): Point => [u[0] * k, u[1] * k];

/** Solves (J Jt) x = f by conjugate gradients (Hestenes and Stiefel 1952), without forming the matrix. */
function solveNormal(rows: readonly Row[], vertices: number): Float64Array {
  const m = rows.length;
  const times = (x: Float64Array): Float64Array => {
    const y = new Float64Array(2 * vertices);
    rows.forEach((r, i) => r.parts.forEach(([k, g]) => (y[k]! += g * x[i]!)));
    return Float64Array.from(rows, (r) => r.parts.reduce((s, [k, g]) => s + g * y[k]!, 0));
  };
  const x = new Float64Array(m);
  const r = Float64Array.from(rows, (row) => row.value);
  let p = r.slice();
  let rr = r.reduce((s, v) => s + v * v, 0);
  const stop = rr * 1e-26;
  for (let k = 0; k < 4 * m + 20 && rr > stop && rr > 0; k++) {
    const ap = times(p);
    const alpha = rr / p.reduce((s, v, i) => s + v * ap[i]!, 0);
    if (!Number.isFinite(alpha)) break;
    for (let i = 0; i < m; i++) {
      x[i]! += alpha * p[i]!;
      r[i]! -= alpha * ap[i]!;
    }
    const next = r.reduce((s, v) => s + v * v, 0);
    const beta = next / rr;
    p = Float64Array.from(r, (v, i) => v + beta * p[i]!);
    rr = next;
  }
  return x;
}
