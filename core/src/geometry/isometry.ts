import type { Line } from './line.ts';
import type { Point, Segment } from './point.ts';
import { tolerance } from './tolerance.ts';
import { lineThrough } from './line.ts';
import { invariant } from '../outcome/index.ts';

/** x' = a x + b y + tx, y' = c x + d y + ty with an orthogonal matrix; determinant -1 where paper is turned. */
export interface Isometry {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly tx: number;
  readonly ty: number;
}

export const identity: Isometry = { a: 1, b: 0, c: 0, d: 1, tx: 0, ty: 0 };

export const apply = (m: Isometry, p: Point): Point => [
  m.a * p[0] + m.b * p[1] + m.tx,
  m.c * p[0] + m.d * p[1] + m.ty,
];

/** The isometry that does `first`, then `second`. */
export function compose(second: Isometry, first: Isometry): Isometry {
  return {
    a: second.a * first.a + second.b * first.c,
    b: second.a * first.b + second.b * first.d,
    c: second.c * first.a + second.d * first.c,
    d: second.c * first.b + second.d * first.d,
    tx: second.a * first.tx + second.b * first.ty + second.tx,
    ty: second.c * first.tx + second.d * first.ty + second.ty,
  };
}

/** Reflection in a line. */
export function reflectionIn(line: Line): Isometry {
  const [x, y] = line.normal;
  const k = 2 * line.offset;
  return { a: 1 - 2 * x * x, b: -2 * x * y, c: -2 * x * y, d: 1 - 2 * y * y, tx: k * x, ty: k * y };
}

/** Counter-clockwise rotation about a point. Quarter turns are exact. */
export function rotationAbout(centre: Point, degrees: number): Isometry {
  const quarter = ((degrees % 360) + 360) % 360;
  const [cos, sin] =
    quarter % 90 === 0
      ? (
          [
            [1, 0],
            [0, 1],
            [-1, 0],
            [0, -1],
          ] as const
        )[quarter / 90]!
      : [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return {
    a: cos,
    b: -sin,
    c: sin,
    d: cos,
    tx: centre[0] - cos * centre[0] + sin * centre[1],
    ty: centre[1] - sin * centre[0] - cos * centre[1],
  };
}

export function inverse(m: Isometry): Isometry {
  return { a: m.a, b: m.c, c: m.b, d: m.d, tx: -(m.a * m.tx + m.c * m.ty), ty: -(m.b * m.tx + m.d * m.ty) };
}

/** True where the paper shows its back to the viewer. */
export const isTurned = (m: Isometry): boolean => m.a * m.d - m.b * m.c < 0;

export function isSamePlacement(m: Isometry, n: Isometry): boolean {
  const e = tolerance.samePlacement;
  return (
    Math.abs(m.a - n.a) < e &&
    Math.abs(m.b - n.b) < e &&
    Math.abs(m.c - n.c) < e &&
    Math.abs(m.d - n.d) < e &&
    Math.abs(m.tx - n.tx) < e &&
    Math.abs(m.ty - n.ty) < e
  );
}

/** Placement of the neighbour across a fold lying on a sheet segment: the fold's reflection first. */
export function placementAcross(placement: Isometry, fold: Segment): Isometry {
  const line = lineThrough(fold.from, fold.to);
  invariant(line, 'a fold has length');
  return compose(placement, reflectionIn(line));
}

/** The matrix part made exactly orthogonal again (rounding grows over many moves otherwise). */
export function toOrthonormal(m: Isometry): Isometry {
  const turned = isTurned(m);
  const sign = turned ? -1 : 1;
  const cos = (m.a + sign * m.d) / 2;
  const sin = (m.c - sign * m.b) / 2;
  const k = 1 / Math.hypot(cos, sin);
  return { a: cos * k, b: -sign * sin * k, c: sin * k, d: sign * cos * k, tx: m.tx, ty: m.ty };
}
