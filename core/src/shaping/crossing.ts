import { type Spot, inner, lengthOf, minus, outer, unitOf } from '../geometry/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { type Form, placeForm } from './form.ts';
import type { ShapingRefusal } from './refusal.ts';

/** Paper that goes into other paper by no more than this, in sheet sides, only touches it. */
const DEPTH = 1e-7;
/** Stretches of the common line of two planes shorter than this are a touch. */
const LENGTH = 1e-6;

/** A flat convex piece in space, with what tests against it need. */
export interface Plane {
  readonly corners: readonly Spot[];
  readonly normal: Spot;
  readonly offset: number;
  readonly low: Spot;
  readonly high: Spot;
}

export function planeOf(corners: readonly Spot[]): Plane {
  let sum: Spot = [0, 0, 0];
  for (let i = 1; i + 1 < corners.length; i++) {
    const c = outer(minus(corners[i]!, corners[0]!), minus(corners[i + 1]!, corners[0]!));
    sum = [sum[0] + c[0], sum[1] + c[1], sum[2] + c[2]];
  }
  const normal = unitOf(sum);
  const axis = (k: 0 | 1 | 2): number[] => corners.map((c) => c[k]);
  return {
    corners,
    normal,
    offset: inner(normal, corners[0]!),
    low: [Math.min(...axis(0)), Math.min(...axis(1)), Math.min(...axis(2))],
    high: [Math.max(...axis(0)), Math.max(...axis(1)), Math.max(...axis(2))],
  };
}

/**
 * True where two flat convex pieces go through each other: each has corners on both sides of the other's plane, and their
 * stretches of the common line overlap. Pieces of one plane never do.
 */
export function doCross(a: Plane, b: Plane): boolean {
  for (const k of [0, 1, 2] as const)
    if (a.high[k] < b.low[k] - DEPTH || b.high[k] < a.low[k] - DEPTH) return false;
  const [fromB, fromA] = [heights(a, b), heights(b, a)];
  if (!fromB || !fromA) return false;
  const along = outer(a.normal, b.normal);
  if (lengthOf(along) < 1e-9) return false;
  const direction = unitOf(along);
  const [p, q] = [stretch(a, fromB, direction), stretch(b, fromA, direction)];
  return Math.min(p[1], q[1]) - Math.max(p[0], q[0]) > LENGTH;
}

/** Heights of a piece's corners over the plane of another; undefined where all lie on one side. */
function heights(piece: Plane, over: Plane): number[] | undefined {
  const found = piece.corners.map((c) => inner(over.normal, c) - over.offset);
  return Math.min(...found) < -DEPTH && Math.max(...found) > DEPTH ? found : undefined;
}

/** The stretch of the common line that lies in a piece, measured along a direction. */
function stretch({ corners }: Plane, height: readonly number[], direction: Spot): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  corners.forEach((c, i) => {
    const j = (i + 1) % corners.length;
    const [h, g] = [height[i]!, height[j]!];
    if (h > 0 === g > 0) return;
    const t = h / (h - g);
    const at = inner(direction, [
      c[0] + (corners[j]![0] - c[0]) * t,
      c[1] + (corners[j]![1] - c[1]) * t,
      c[2] + (corners[j]![2] - c[2]) * t,
    ]);
    low = Math.min(low, at);
    high = Math.max(high, at);
  });
  return [low, high];
}

/** Two pieces of different plates that go through each other; undefined where none do. */
export function findCrossing(form: Form): readonly [number, number] | undefined {
  const placed = placeForm(form);
  const planes: Plane[] = placed.map(planeOf);
  const plates = form.pieces.map((p) => p.plate.join());
  for (let i = 0; i < planes.length; i++)
    for (let j = i + 1; j < planes.length; j++)
      if (plates[i] !== plates[j] && doCross(planes[i]!, planes[j]!)) return [i, j];
  return undefined;
}

/** The form, or a refusal in these words where it goes through itself. */
export function unlessCrossing(form: Form, text: string): Outcome<Form, ShapingRefusal> {
  const met = findCrossing(form);
  return met ? failed({ kind: 'through', text, at: form.pieces[met[1]]!.model[0]! }) : done(form);
}
