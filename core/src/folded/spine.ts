import { type Line, type Point, apply, boundsOf, distance, lineThrough, sideOf } from '../geometry/index.ts';
import type { Arrangement } from './arrangement.ts';
import { toOutline } from './measures.ts';
import { type FlatState, foldsOf } from './state.ts';

/** The edge a flat model opens at like a book: its front half on one side of the stack, its rear half on the other. */
export interface Spine {
  /** Two points on it, in the model. */
  readonly from: Point;
  readonly to: Point;
  /** How far the paper reaches from it, square to it, in sheet sides. */
  readonly reach: number;
}

/** Folds whose lines differ by less than this (in sheet sides) lie on one spine. */
const ALIKE = 1e-6;
/** A proposed spine runs along this much of the silhouette at least; shorter ones are the edge of a limb. */
const LEAST_RUN = 0.3;
/** Paper beyond the spine is no more than this share of what lies before it. */
const MOST_BEYOND = 0.03;

/** The spine through two points of the model; undefined where they are one. */
export function spineThrough(map: Arrangement, from: Point, to: Point): Spine | undefined {
  const line = lineThrough(from, to);
  return line && { from, to, reach: Math.max(...reachesOf(toOutline(map).flat(), line).map(Math.abs)) };
}

/**
 * The longest line of folds that join a facet lying on top somewhere to one lying at the bottom somewhere, with all paper
 * on one side of it; undefined where there is none. Cost: the folds of the state times the corners of its silhouette.
 */
export function findSpine(state: FlatState, map: Arrangement): Spine | undefined {
  const cells = map.cells.filter((c) => c.layers.length > 0 && c.area > 0);
  const top = new Set(cells.map((c) => c.layers[0]!));
  const bottom = new Set(cells.map((c) => c.layers.at(-1)!));
  const runs: { line: Line; from: Point; to: Point; length: number }[] = [];
  for (const fold of foldsOf(state)) {
    const [f, g] = fold.facets;
    if (!(top.has(f) && bottom.has(g)) && !(top.has(g) && bottom.has(f))) continue;
    const { placement } = state.facets[f]!;
    const [from, to] = [apply(placement, fold.from), apply(placement, fold.to)];
    const run = runs.find((r) => [from, to].every((p) => Math.abs(sideOf(r.line, p)) < ALIKE));
    const line = lineThrough(from, to);
    if (run) run.length += distance(from, to);
    else if (line) runs.push({ line, from, to, length: distance(from, to) });
  }
  const corners = toOutline(map).flat();
  const { minX, minY, maxX, maxY } = boundsOf(corners);
  const least = LEAST_RUN * Math.max(maxX - minX, maxY - minY);
  const [longest] = runs
    .filter(({ line, length }) => length >= least && isOneSided(reachesOf(corners, line)))
    .sort((a, b) => (Math.abs(a.length - b.length) > ALIKE ? b.length - a.length : 0));
  return longest && spineThrough(map, longest.from, longest.to);
}

/** The farthest corner of a silhouette on either side of a line, signed. */
function reachesOf(corners: readonly Point[], line: Line): readonly [number, number] {
  const off = corners.map((p) => sideOf(line, p));
  return [Math.min(0, ...off), Math.max(0, ...off)];
}

const isOneSided = ([low, high]: readonly [number, number]): boolean =>
  Math.min(-low, high) <= MOST_BEYOND * Math.max(-low, high);

/**
 * Depth of a flat form whose halves are opened like a book, in the unit of the lengths given: twice the reach times the
 * sine of half the angle between them, and the stack itself.
 */
export const openedDepth = (reach: number, degrees: number, thickness: number): number =>
  2 * reach * Math.sin((degrees * Math.PI) / 360) + thickness;

/** The angle in degrees at which the halves give a depth; undefined where even laid open they do not. */
export function angleForDepth(reach: number, depth: number, thickness: number): number | undefined {
  const half = Math.max(0, depth - thickness) / (2 * reach);
  return half <= 1 ? (Math.asin(half) * 360) / Math.PI : undefined;
}
