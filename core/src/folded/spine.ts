import { type Line, type Point, apply, boundsOf, distance, lineThrough, sideOf } from '../geometry/index.ts';
import type { Arrangement } from './arrangement.ts';
import { toOutline } from './measures.ts';
import { type FlatState, facetOnModel, foldsOf, isAbove } from './state.ts';

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
 * The longest line of folds the paper opens at: that join a facet lying on top somewhere to one lying at the bottom somewhere, with all paper
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
  const longest = runs
    .filter(({ line, length }) => length >= least && isOneSided(reachesOf(corners, line)))
    .sort((a, b) => (Math.abs(a.length - b.length) > ALIKE ? b.length - a.length : 0))
    .find(({ line }) => opensAt(state, line));
  return longest && spineThrough(map, longest.from, longest.to);
}

/** Each half reaches this share of the whole reach at least; less is a flap that is lifted, not a half that is opened. */
const LEAST_HALF = 0.5;

/**
 * Whether the paper can open at a line of the model like a book: what lies above turns about the line, what lies below
 * stays, every fold between both lies on the line, and each half reaches far enough. Two halves that hang together
 * anywhere else cannot. Cost: the square of the number of parts the folds off the line hold together.
 */
export function opensAt(state: FlatState, line: Line): boolean {
  const n = state.facets.length;
  const parts = partsOff(state, line);
  const count = Math.max(...parts) + 1;
  if (count < 2) return false;
  const reach = Array.from({ length: count }, () => 0);
  state.facets.forEach((_, f) => {
    for (const p of facetOnModel(state, f))
      reach[parts[f]!] = Math.max(reach[parts[f]!]!, Math.abs(sideOf(line, p)));
  });
  const above = Array.from({ length: count }, () => new Set<number>());
  for (let f = 0; f < n; f++)
    for (let g = 0; g < n; g++)
      if (parts[f] !== parts[g] && isAbove(state, f, g)) above[parts[g]!]!.add(parts[f]!);
  const whole = Math.max(...reach);
  const isHalf = (half: readonly number[]): boolean =>
    Math.max(0, ...half.map((p) => reach[p]!)) >= LEAST_HALF * whole;
  const all = reach.map((_, p) => p);
  // Whatever lies over a part that turns has to turn with it.
  const over = all.map((p) => closure(p, above));
  const tries = all.flatMap((p) => [over[p]!, new Set(all.filter((q) => !over[q]!.has(p)))]);
  return tries.some((up) => isHalf([...up]) && isHalf(all.filter((p) => !up.has(p))));
}

function closure(first: number, next: readonly ReadonlySet<number>[]): ReadonlySet<number> {
  const found = new Set([first]);
  for (const p of found) next[p]!.forEach((q) => found.add(q));
  return found;
}

/** For each facet the part it belongs to, where only folds on the line part the paper. */
function partsOff(state: FlatState, line: Line): number[] {
  const joined = state.facets.map((): number[] => []);
  for (const { facets, from, to } of foldsOf(state)) {
    const [f, g] = facets;
    const { placement } = state.facets[f]!;
    const isOn = [from, to].every((p) => Math.abs(sideOf(line, apply(placement, p))) < ALIKE);
    if (isOn) continue;
    joined[f]!.push(g);
    joined[g]!.push(f);
  }
  const parts = state.facets.map(() => -1);
  let count = 0;
  for (const [start] of state.facets.entries()) {
    if (parts[start] !== -1) continue;
    const stack = [start];
    parts[start] = count;
    for (let f = stack.pop(); f !== undefined; f = stack.pop())
      for (const g of joined[f]!)
        if (parts[g] === -1) {
          parts[g] = count;
          stack.push(g);
        }
    count++;
  }
  return parts;
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
