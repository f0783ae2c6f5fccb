import {
  type Line,
  type Point,
  apply,
  cross,
  directionOf,
  dot,
  isTurned,
  scale,
  tolerance,
} from '../geometry/index.ts';
import { floodFrom, piecesAt } from './flood.ts';
import { type FineMesh, cutAlong } from './mesh.ts';
import type { FlatState } from './state.ts';

/** A ray from the tip of a flap, along which the flap is measured. */
export interface FlapRay {
  readonly onSheet: Point;
  /** The tip and the direction inward, on the model. */
  readonly tip: Point;
  readonly along: Point;
}

const acrossAt = ({ tip, along }: FlapRay, r: number): Line => ({
  normal: scale(along, -1),
  offset: -dot(along, tip) - r,
});

/** Flood of the paper nearer to the tip than r along the ray; undefined where no clean cut is possible. */
export function paperWithin(
  state: FlatState,
  ray: FlapRay,
  r: number,
): { mesh: FineMesh; part: Set<number> } | undefined {
  const mesh = cutAlong(state, acrossAt(ray, r));
  if (!mesh.ok) return undefined;
  return { mesh: mesh.value, part: floodFrom(mesh.value, piecesAt(mesh.value, ray.onSheet, 1)) };
}

/** A hair inside the root of a flap, as shares of its length. */
const INSIDE = [0.999, 0.995, 0.99, 0.98];

/** The paper of a flap of a length: cut inside its root (by shares of its length), at the first place that leaves no sliver. */
export function paperOfFlap(
  state: FlatState,
  ray: FlapRay,
  length: number,
  shares: readonly number[] = INSIDE,
): { mesh: FineMesh; part: Set<number> } | undefined {
  for (const share of shares) {
    const within = paperWithin(state, ray, length * share);
    if (within) return within;
  }
  return undefined;
}

/** The last of the rising distances up to which a flap is free, tried half-way before each; 0 when none is. */
export function longestFree(distances: readonly number[], isFree: (r: number) => boolean): number {
  let length = 0;
  for (let low = 0, high = distances.length - 1; low <= high;) {
    const middle = (low + high) >> 1;
    if (isFree((distances[middle]! + (distances[middle - 1] ?? 0)) / 2)) {
      length = distances[middle]!;
      low = middle + 1;
    } else high = middle - 1;
  }
  return length;
}

/** A flap cut across: lengths in sheet sides, sides as seen along it from its root to its tip. */
export interface CrossSection {
  readonly width: number;
  readonly layers: number;
  /** How far the paper reaches to each side of the axis. */
  readonly left: number;
  readonly right: number;
  /** Which share of its two faces shows the front side of the paper. */
  readonly front: number;
}

const NO_PAPER: CrossSection = { width: 0, layers: 0, left: 0, right: 0, front: 0 };

/** A piece of paper along the cut. */
interface Span {
  readonly from: number;
  readonly to: number;
  readonly facet: number;
}

const covers = ({ from, to }: Span, at: number): boolean =>
  from < at - tolerance.samePoint && to > at + tolerance.samePoint;

/** The share of the faces along the cut, seen from both sides, that shows the front of the paper. */
function frontShare(state: FlatState, spans: readonly Span[]): number {
  const n = state.facets.length;
  const ends = spans.flatMap(({ from, to }) => [from, to]).sort((a, b) => a - b);
  let [front, whole] = [0, 0];
  for (let i = 1; i < ends.length; i++) {
    const size = ends[i]! - ends[i - 1]!;
    const own = spans.filter((s) => covers(s, (ends[i]! + ends[i - 1]!) / 2)).map((s) => s.facet);
    if (size < tolerance.samePoint || own.length === 0) continue;
    const isOver = (f: number, g: number): boolean => f === g || state.order[f * n + g]! > 0;
    const top = own.find((f) => own.every((g) => isOver(f, g)))!;
    const low = own.find((f) => own.every((g) => isOver(g, f)))!;
    if (!isTurned(state.facets[top]!.placement)) front += size;
    if (isTurned(state.facets[low]!.placement)) front += size;
    whole += 2 * size;
  }
  return whole > 0 ? front / whole : 0;
}

/** Width and layers of the flap at a distance from its tip, in sheet sides; a cut that leaves a sliver is nudged. */
export function crossSection(state: FlatState, ray: FlapRay, r: number): CrossSection {
  const cut = [r, r * 0.999, r * 1.001].map((d) => paperWithin(state, ray, d)).find((w) => w !== undefined);
  if (!cut) return NO_PAPER;
  const along = directionOf(acrossAt(ray, r));
  const spans: Span[] = [];
  for (const i of cut.part) {
    const { loop, before, parent } = cut.mesh.pieces[i]!;
    const ends = loop
      .filter((v) => cut.mesh.onLine[v])
      .map((v) => dot(along, apply(before, cut.mesh.vertices[v]!)));
    if (ends.length >= 2) spans.push({ from: Math.min(...ends), to: Math.max(...ends), facet: parent });
  }
  if (spans.length === 0) return NO_PAPER;
  const middles = spans.map(({ from, to }) => (from + to) / 2);
  const [low, high] = [Math.min(...spans.map((s) => s.from)), Math.max(...spans.map((s) => s.to))];
  const axis = dot(along, ray.tip);
  // The ray runs from the tip inwards: what is to its left lies to the right of the flap.
  const isLeft = cross(ray.along, along) > 0;
  const [onRight, onLeft] = isLeft ? [high - axis, axis - low] : [axis - low, high - axis];
  return {
    width: high - low,
    left: Math.max(0, onLeft),
    right: Math.max(0, onRight),
    layers: Math.max(...middles.map((m) => spans.filter((s) => covers(s, m)).length)),
    front: frontShare(state, spans),
  };
}
