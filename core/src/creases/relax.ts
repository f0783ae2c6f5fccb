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
/** An angle read off doubles is this many units of its own rounding off at most: what is less is no rounding of the input. */
const UNITS = 16;

/**
 * Moves the vertices of a pattern with rounded coordinates as little as possible until alternate angles sum to half a
 * turn at every inner vertex (Kawasaki's condition): Gauss-Newton steps of minimum norm, each solved by conjugate
 * gradients on J Jt. Corners of the sheet stay, vertices on its rim slide along it. Nothing moves where the angles close
 * to within the rounding of doubles: in a pattern of exact coordinates there is nothing to take out. Cost: linear in the
 * creases for each of some dozen steps of a round.
 */
export function relaxPattern(pattern: CreasePattern): RelaxedPattern {
  const frame = readFrame(pattern);
  const rows = new SparseRows(frame, pattern.vertices.length);
  let at = Float64Array.from(pattern.vertices.flat());
  rows.read(at);
  for (let round = 0; round < ROUNDS && !rows.isClosed(); round++) {
    const move = rows.solve();
    const next = at.map((v, k) => v - move[k]!);
    if (!next.every(Number.isFinite)) break;
    at = next;
    rows.read(at);
  }
  const vertices = pattern.vertices.map((_, v): Point => [at[2 * v]!, at[2 * v + 1]!]);
  const shift = Math.max(0, ...vertices.map((p, v) => distance(p, pattern.vertices[v]!)));
  return { pattern: { ...pattern, vertices }, shift, left: rows.largest() };
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

/** Kawasaki's conditions and their derivatives, row by row in typed arrays that are filled anew in each round. */
class SparseRows {
  private readonly stars: readonly Star[];
  private readonly slides: Frame['slides'];
  private readonly coordinates: number;
  /** Where the parts of each row begin; a part is a coordinate and its derivative. */
  private readonly starts: Int32Array;
  private readonly columns: Int32Array;
  private readonly weights: Float64Array;
  /** Half the alternating sum of the sectors: 0 when they close; and what rounding of doubles can make of it. */
  private readonly values: Float64Array;
  private readonly noise: Float64Array;

  constructor({ stars, slides }: Frame, vertices: number) {
    this.stars = stars;
    this.slides = slides;
    this.coordinates = 2 * vertices;
    this.starts = new Int32Array(stars.length + 1);
    stars.forEach((s, i) => (this.starts[i + 1] = this.starts[i]! + 2 * (s.ends.length + 1)));
    this.columns = new Int32Array(this.starts[stars.length]!);
    this.weights = new Float64Array(this.columns.length);
    this.values = new Float64Array(stars.length);
    this.noise = new Float64Array(stars.length);
    stars.forEach(({ vertex, ends }, i) =>
      [vertex, ...ends].forEach((v, k) => {
        this.columns[this.starts[i]! + 2 * k] = 2 * v;
        this.columns[this.starts[i]! + 2 * k + 1] = 2 * v + 1;
      }),
    );
  }

  isClosed(): boolean {
    return this.values.every((v, i) => Math.abs(v) <= this.noise[i]!);
  }

  largest(): number {
    return this.values.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
  }

  /** The alternating sum of a star's angles is that of its directions, twice over; each direction turns with its ends. */
  read(at: Float64Array): void {
    this.stars.forEach(({ vertex, ends }, i) => {
      const first = this.starts[i]!;
      const [ox, oy] = [at[2 * vertex]!, at[2 * vertex + 1]!];
      let [value, noise, gx, gy] = [-Math.PI, Number.EPSILON * ends.length * Math.PI, 0, 0];
      ends.forEach((w, k) => {
        // Sectors 1, 3, 5 … from one direction to the next: the later direction counts plus, the earlier minus.
        const sign = k % 2 === 1 ? 1 : -1;
        const [x, y] = [at[2 * w]!, at[2 * w + 1]!];
        const [dx, dy] = [x - ox, y - oy];
        const square = dx * dx + dy * dy;
        value += sign * Math.atan2(dy, dx);
        noise +=
          (Number.EPSILON * Math.max(Math.abs(x), Math.abs(y), Math.abs(ox), Math.abs(oy))) /
          Math.sqrt(square);
        const [wx, wy] = [(-dy / square) * sign, (dx / square) * sign];
        this.put(first + 2 * (k + 1), w, wx, wy);
        gx -= wx;
        gy -= wy;
      });
      this.put(first, vertex, gx, gy);
      // Directions are sorted from -pi on, so that the sum is right up to whole turns.
      this.values[i] = value - 2 * Math.PI * Math.round(value / (2 * Math.PI));
      this.noise[i] = UNITS * noise;
    });
  }

  private put(part: number, vertex: number, gx: number, gy: number): void {
    const slide = this.slides[vertex]!;
    const along = slide === 'free' || slide === 'fixed' ? 0 : gx * slide[0] + gy * slide[1];
    this.weights[part] = slide === 'free' ? gx : slide === 'fixed' ? 0 : along * slide[0];
    this.weights[part + 1] = slide === 'free' ? gy : slide === 'fixed' ? 0 : along * slide[1];
  }

  /**
   * The least move of coordinates that closes all rows to first order: (J Jt) x = values by conjugate gradients (Hestenes
   * and Stiefel 1952) with the diagonal taken out, then Jt x. Ends when what is left is less than rounding makes.
   */
  solve(): Float64Array {
    const m = this.stars.length;
    const scale = new Float64Array(m);
    for (let i = 0; i < m; i++) {
      let sum = 0;
      for (let k = this.starts[i]!; k < this.starts[i + 1]!; k++) sum += this.weights[k]! ** 2;
      scale[i] = sum > 0 ? 1 / sum : 1;
    }
    const y = new Float64Array(this.coordinates);
    const times = new Float64Array(m);
    const x = new Float64Array(m);
    const r = Float64Array.from(this.values);
    const z = r.map((v, i) => v * scale[i]!);
    let p = Float64Array.from(z);
    let rz = dotOf(r, z);
    for (let k = 0; k < 4 * m + 20 && rz > 0; k++) {
      this.spread(p, y);
      for (let i = 0; i < m; i++) {
        let sum = 0;
        for (let q = this.starts[i]!; q < this.starts[i + 1]!; q++)
          sum += this.weights[q]! * y[this.columns[q]!]!;
        times[i] = sum;
      }
      const alpha = rz / dotOf(p, times);
      if (!Number.isFinite(alpha)) break;
      let isDone = true;
      for (let i = 0; i < m; i++) {
        x[i]! += alpha * p[i]!;
        r[i]! -= alpha * times[i]!;
        isDone &&= Math.abs(r[i]!) < this.noise[i]! / 4;
        z[i] = r[i]! * scale[i]!;
      }
      if (isDone) break;
      const next = dotOf(r, z);
      const beta = next / rz;
      p = p.map((v, i) => z[i]! + beta * v);
      rz = next;
    }
    this.spread(x, y);
    return y;
  }

  /** Jt x. */
  private spread(x: Float64Array, y: Float64Array): void {
    y.fill(0);
    for (let i = 0; i < x.length; i++)
      for (let k = this.starts[i]!; k < this.starts[i + 1]!; k++)
        y[this.columns[k]!]! += this.weights[k]! * x[i]!;
  }
}

function dotOf(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
}
