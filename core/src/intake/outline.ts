import {
  type Point,
  add,
  areaOf,
  cross,
  distance,
  dot,
  scale,
  subtract,
  toUnit,
  turnLeft,
} from '../geometry/index.ts';
import { type SheetShape, outlineOf } from '../sheet/index.ts';

/** A sheet found in a drawing: its shape, its side in the drawing's unit, and the ways between the two frames. */
export interface FoundSheet {
  readonly shape: SheetShape;
  /** The shorter side (the leg of the half-square) in the drawing's unit. */
  readonly side: number;
  readonly toSheet: (p: Point) => Point;
  readonly fromSheet: (p: Point) => Point;
}

/** Corners that turn by less than this are none, in radians. */
const STRAIGHT = 0.004;
/** How far the rim may be off the shape it is taken for, as a share of the side. */
const OFF = 0.004;

/**
 * The sheet whose rim this loop is (counter-clockwise): a square, a rectangle or the half-square triangle in any position,
 * its lowest corner, the left one of two, becoming A. A sentence where it is none of them.
 */
export function findSheet(loop: readonly Point[]): FoundSheet | { readonly fault: string } {
  const corners = dropStraight(areaOf(loop) < 0 ? [...loop].reverse() : loop);
  if (![3, 4, 6, 8].includes(corners.length))
    return {
      fault: `The rim has ${corners.length} corners; a plan's sheet is a square, a rectangle, a half-square, or has six or eight equal sides. Draw its rim as one of these, or leave out what stands on it.`,
    };
  const first = corners.length === 3 ? rightAngled(corners) : lowest(corners);
  const turned = corners.map((_, i) => corners[(first + i) % corners.length]!);
  const [a, b] = [turned[0]!, turned[1]!];
  const last = turned.at(-1)!;
  const [u, v] = [distance(a, b), distance(a, last)];
  const isRegular = corners.length > 4;
  const around = turned.reduce((sum, p, i) => sum + distance(p, turned[(i + 1) % turned.length]!), 0);
  const side = isRegular ? around / turned.length : corners.length === 3 ? (u + v) / 2 : Math.min(u, v);
  const shape = shapeOf(u, v, corners.length);
  // A sheet of six or eight sides does not begin at the corner of its box.
  const origin = outlineOf(shape)[0]!;
  const along = toUnit(subtract(b, a));
  const up = turnLeft(along);
  const toSheet = (p: Point): Point => {
    const d = subtract(p, a);
    return [dot(d, along) / side + origin[0], dot(d, up) / side + origin[1]];
  };
  const fromSheet = ([x, y]: Point): Point =>
    add(a, add(scale(along, (x - origin[0]) * side), scale(up, (y - origin[1]) * side)));
  const off = Math.max(...outlineOf(shape).map((p, i) => distance(p, toSheet(turned[i]!))));
  if (off > OFF)
    return {
      fault: `The rim is ${(off * 100).toFixed(1)} % of its side off a ${corners.length === 3 ? 'half-square (a right angle between equal legs)' : isRegular ? 'sheet of equal sides and angles' : 'square or rectangle'}; at most ${(OFF * 100).toFixed(1)} % is evened out. Draw its corners where they belong.`,
    };
  return { shape, side, toSheet, fromSheet };
}

function shapeOf(u: number, v: number, corners: number): SheetShape {
  if (corners === 3) return { kind: 'triangle' };
  if (corners > 4) return { kind: corners === 6 ? 'hexagon' : 'octagon' };
  const ratio = u / v;
  if (Math.abs(ratio - 1) < OFF / 2) return { kind: 'square' };
  // Nine figures are what a drawing's digits bear; a round ratio is written as one.
  const [width, height] = ratio > 1 ? [round(ratio), 1] : [1, round(1 / ratio)];
  return { kind: 'rectangle', width, height };
}

function round(ratio: number): number {
  const near = Math.round(ratio * 1000) / 1000;
  return Math.abs(near - ratio) < 1e-6 ? near : Number(ratio.toPrecision(10));
}

/** The corners of a loop, without points its sides run straight through. */
function dropStraight(loop: readonly Point[]): Point[] {
  let kept = [...loop];
  for (;;) {
    const next = kept.filter((p, i) => {
      const [before, after] = [kept[(i + kept.length - 1) % kept.length]!, kept[(i + 1) % kept.length]!];
      const [d, e] = [subtract(p, before), subtract(after, p)];
      return Math.abs(Math.atan2(cross(d, e), dot(d, e))) > STRAIGHT;
    });
    if (next.length === kept.length || next.length < 3) return next.length < 3 ? kept : next;
    kept = next;
  }
}

/** The lowest corner; the left one of two that lie equally low. */
function lowest(corners: readonly Point[]): number {
  const size = Math.max(...corners.map((p) => distance(p, corners[0]!)));
  let best = 0;
  corners.forEach((p, i) => {
    const d = p[1] - corners[best]![1];
    if (d < -OFF * size || (Math.abs(d) <= OFF * size && p[0] < corners[best]![0])) best = i;
  });
  return best;
}

/** The corner with the largest angle. */
function rightAngled(corners: readonly Point[]): number {
  const cosines = corners.map((p, i) => {
    const [d, e] = [1, 2].map((k) => toUnit(subtract(corners[(i + k) % 3]!, p)));
    return dot(d!, e!);
  });
  return cosines.indexOf(Math.min(...cosines));
}
