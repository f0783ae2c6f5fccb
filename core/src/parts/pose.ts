import { type Point, bearing, distance, toTurn } from '../geometry/index.ts';
import { type Figure, type FigureLimb, limbsAt, rootOf } from './figure.ts';

/** A limb as it lies in the pose: from the node nearer to the root to the farther one. */
export interface PosedLimb {
  readonly limb: FigureLimb;
  readonly inner: string;
  readonly outer: string;
  /** Degrees from inner to outer, counter-clockwise from level. */
  readonly angle: number;
}

/** Degrees between limbs that are given no direction. */
const FAN = 40;

/** All limbs from the root outwards; those without an angle are spread about the direction they come from. */
export function poseLimbs(figure: Figure): PosedLimb[] {
  const posed: PosedLimb[] = [];
  const queue: { node: string; from?: PosedLimb }[] = [{ node: rootOf(figure) }];
  for (const { node, from } of queue) {
    const onward = limbsAt(figure, node).filter((l) => l !== from?.limb);
    const loose = onward.filter((l) => l.angle === undefined);
    for (const limb of onward) {
      const outer = limb.from === node ? limb.to : limb.from;
      const k = loose.indexOf(limb);
      const spread = from ? from.angle + (k - (loose.length - 1) / 2) * FAN : 90 + (360 * k) / loose.length;
      const angle =
        limb.angle === undefined
          ? toTurn(spread)
          : toTurn(limb.from === node ? limb.angle : limb.angle + 180);
      const next = { limb, inner: node, outer, angle };
      posed.push(next);
      queue.push({ node: outer, from: next });
    }
  }
  return posed;
}

/** Places of all nodes in mm, the root at 0, 0; up is positive. */
export function placeNodes(figure: Figure): Map<string, Point> {
  const places = new Map<string, Point>([[rootOf(figure), [0, 0]]]);
  for (const { limb, inner, outer, angle } of poseLimbs(figure)) {
    const [x, y] = places.get(inner)!;
    const turn = (angle * Math.PI) / 180;
    places.set(outer, [x + limb.length * Math.cos(turn), y + limb.length * Math.sin(turn)]);
  }
  return places;
}

/** Width and height of the pose, in mm. */
export function sizeOf(figure: Figure): { readonly width: number; readonly height: number } {
  const places = [...placeNodes(figure).values()];
  const span = (axis: 0 | 1): number =>
    Math.max(...places.map((p) => p[axis])) - Math.min(...places.map((p) => p[axis]));
  return { width: span(0), height: span(1) };
}

/** Length and direction from one place to another, to the half mm and the degree. */
export function reachTo(from: Point, to: Point): { length: number; angle: number } {
  return {
    length: Math.max(0.5, Math.round(distance(from, to) * 2) / 2),
    angle: Math.round(bearing(from, to)),
  };
}
