import type { DrawItem, Drawing } from '../drawing/index.ts';
import { type Point, boundsOf } from '../geometry/index.ts';
import type { Play } from './play.ts';

/** From where a still is seen: so far below and to one side of straight in front, in degrees, that paper that stands up shows. */
const [BELOW, ASIDE] = [38, 24];
/** Layers a triangle lies higher in the stack count as so much nearer, in sheet sides: only where nothing else tells them apart. */
const NEARER_PER_RANK = 1e-4;

/**
 * A motion stopped on its way, drawn in space: paper nearest to the eye last, sides by which of them is seen, edges that are
 * folds or raw. Undefined where no motion is known. `share` from 0 (before) to 1 (after).
 */
export function drawStill(play: Play, share: number): Drawing | undefined {
  if (play.kind === 'none') return undefined;
  const last = play.frames.length - 1;
  const frame = play.frames[Math.round(Math.max(0, Math.min(1, share)) * last)]!;
  const { across, up, towards } = view();
  const at = (v: number): Vector => [frame[3 * v]!, frame[3 * v + 1]!, frame[3 * v + 2]!];
  const flat = (p: Vector): Point => [dot(p, across), dot(p, up)];
  const lines = new Set(play.lines);
  const count = play.triangles.length / 3;
  const triangles = Array.from({ length: count }, (_, t) => {
    const corners = [0, 1, 2].map((e) => at(play.triangles[3 * t + e]!)) as [Vector, Vector, Vector];
    const facing = dot(normalOf(corners), towards);
    const rank = (1 - share) * play.firstRank[t]! + share * play.lastRank[t]!;
    const middle = corners.reduce((sum, c) => sum + dot(c, towards), 0) / 3;
    return { t, corners, facing, depth: middle + Math.sign(facing) * rank * NEARER_PER_RANK };
  }).sort((a, b) => a.depth - b.depth);
  const items = triangles.flatMap(({ t, corners, facing }): DrawItem[] => {
    const points = corners.map(flat);
    const edges = [0, 1, 2]
      .filter((e) => lines.has(3 * t + e))
      .map((e): DrawItem => ({
        kind: 'line',
        style: 'folded',
        from: points[e]!,
        to: points[(e + 1) % 3]!,
        facet: t,
      }));
    // Paper seen at a slant is darker, as in a picture lit from the front.
    const shade = Math.round((1 - Math.abs(facing)) * DARKEST);
    return [{ kind: 'facet', facet: t, points, side: facing > 0 ? 'front' : 'back', depth: shade }, ...edges];
  });
  return { items, bounds: boundsOf(triangles.flatMap((t) => t.corners.map(flat))) };
}

/** Layers' worth of shade on paper seen edge on. */
const DARKEST = 14;

type Vector = readonly [number, number, number];

const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
const unit = (a: Vector): Vector => {
  const long = Math.hypot(...a) || 1;
  return [a[0] / long, a[1] / long, a[2] / long];
};

const normalOf = ([p, q, r]: readonly [Vector, Vector, Vector]): Vector =>
  unit(cross([q[0] - p[0], q[1] - p[1], q[2] - p[2]], [r[0] - p[0], r[1] - p[1], r[2] - p[2]]));

/** The eye's axes: to the right, up, and towards the eye. */
function view(): { across: Vector; up: Vector; towards: Vector } {
  const [b, a] = [(BELOW * Math.PI) / 180, (ASIDE * Math.PI) / 180];
  const towards = unit([Math.sin(a) * Math.cos(b), -Math.sin(b), Math.cos(a) * Math.cos(b)]);
  const across = unit(cross([0, 1, 0], towards));
  return { across, up: cross(towards, across), towards };
}
