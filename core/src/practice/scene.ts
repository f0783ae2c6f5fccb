import {
  type FlatState,
  facetOnModel,
  facetOnSheet,
  findFlaps,
  foldsOf,
  toModel,
  toOutline,
  buildArrangement,
} from '../folded/index.ts';
import { type Point, centroidOf, distance, isSamePoint, subtract, toUnit, dot } from '../geometry/index.ts';
import { type PointRef, onModel } from '../references/index.ts';
import { landmarksOf } from '../sheet/index.ts';

type Chance = () => number;

/** Takes one of a list; undefined from an empty one. */
export const pickOne = <T>(list: readonly T[], chance: Chance): T | undefined =>
  list[Math.floor(chance() * list.length)];

/** A pointed place of the model: its tip, and how far it can be taken back. */
export interface Tip {
  /** Where its point lies on the sheet, and on the model. */
  readonly onSheet: Point;
  readonly at: Point;
  readonly root: Point;
}

/** What a model offers to fold at. All of it is read once. */
export interface Scene {
  readonly state: FlatState;
  /** Free flaps: pointed, and ending in a corner of the sheet. */
  readonly flaps: readonly Tip[];
  /** Closed corners: pointed, and ending within the sheet, so that they can be sunk. */
  readonly closed: readonly Tip[];
}

const known = new WeakMap<FlatState, Scene>();

/** The scene of a state, read once for each state object. */
export function toScene(state: FlatState): Scene {
  const own = known.get(state) ?? readScene(state);
  known.set(state, own);
  return own;
}

function readScene(state: FlatState): Scene {
  const map = buildArrangement(state);
  const flaps = findFlaps(state, map)
    .filter((f) => f.length > LEAST_FLAP)
    .map((f): Tip => ({ onSheet: f.tipOnSheet, at: f.tipOnModel, root: f.root }));
  return { state, flaps, closed: closedOf(state, toOutline(map)) };
}

/** Shorter flaps are no use to a hand that learns (sheet sides). */
const LEAST_FLAP = 0.12;

/** Corners of the silhouette in which the sheet does not end: the paper goes round them. */
function closedOf(state: FlatState, loops: readonly (readonly Point[])[]): Tip[] {
  const rim = landmarksOf(state.sheet)
    .filter((l) => l.name.length === 1 && l.name !== 'O')
    .map((l) => l.at);
  const lines = rim.map((p, i) => [p, rim[(i + 1) % rim.length]!] as const);
  const isOnRim = (p: Point): boolean =>
    lines.some(([a, b]) => Math.abs(distance(a, p) + distance(p, b) - distance(a, b)) < 1e-9);
  return loops.flatMap((loop) =>
    loop.flatMap((p, i): Tip[] => {
      const own = state.vertices.filter((v) => {
        const at = toModel(state, v);
        return at !== undefined && isSamePoint(at, p, 1e-7);
      });
      // Where the rim lies there too, the corner is open on that side.
      if (own.length === 0 || own.some(isOnRim)) return [];
      const before = loop[(i + loop.length - 1) % loop.length]!;
      const after = loop[(i + 1) % loop.length]!;
      const [u, v] = [toUnit(subtract(before, p)), toUnit(subtract(after, p))];
      const isConvex = v[0] * u[1] - v[1] * u[0] > 1e-6 && dot(u, v) > -0.9;
      const reach = Math.min(distance(p, before), distance(p, after));
      if (!isConvex || reach < LEAST_FLAP) return [];
      const along = toUnit([u[0] + v[0], u[1] + v[1]]);
      return [{ onSheet: own[0]!, at: p, root: [p[0] + along[0] * reach, p[1] + along[1] * reach] }];
    }),
  );
}

/** A place of the sheet as a plan names it: by its landmark where it is one. */
export function refOn(state: FlatState, p: Point): PointRef {
  const own = landmarksOf(state.sheet).find((l) => isSamePoint(l.at, p, 1e-9));
  return own ? { kind: 'named', name: own.name } : { kind: 'sheet', at: [round(p[0]), round(p[1])] };
}

const round = (v: number): number => Number(v.toFixed(9));

/** The material point a place of the model shows, as a plan names it; undefined where there is no paper. */
export function refAtModel(state: FlatState, p: Point): PointRef | undefined {
  const own = state.vertices.find((v) => {
    const at = toModel(state, v);
    return at !== undefined && isSamePoint(at, p, 1e-7);
  });
  const sheet = own ?? onModel(p, state).sheet;
  return sheet && refOn(state, sheet);
}

/** A point just inside a facet, near one of its corners. */
export const innerOf = (state: FlatState, facet: number): Point => centroidOf(facetOnSheet(state, facet));

/** Corners of a facet from one on, in order, on the sheet. */
export function cornersFrom(state: FlatState, facet: number, first: number): Point[] {
  const corners = facetOnSheet(state, facet);
  return corners.map((_, i) => corners[(first + i) % corners.length]!);
}

/** Folds of a model with the two layers on their sides, longest first. */
export const ridgesOf = (state: FlatState) =>
  [...foldsOf(state)].sort((a, b) => distance(b.from, b.to) - distance(a.from, a.to));

/**
 * Places a tip can be brought to so that a hand sees them: corners of layers on the model, not too far for its length. Where
 * any of them has a name or simple shares of the sheet, only such.
 */
export function goalsOf({ state }: Scene, tip: Tip): Point[] {
  const reach = 1.6 * distance(tip.at, tip.root);
  const found: { at: Point; isPlain: boolean }[] = [];
  state.facets.forEach((_, f) => {
    const onSheet = facetOnSheet(state, f);
    facetOnModel(state, f).forEach((at, i) => {
      const far = distance(at, tip.at);
      if (far < 0.1 || far > reach || found.some((q) => isSamePoint(at, q.at, 1e-6))) return;
      found.push({ at, isPlain: onSheet[i]!.every((v) => Math.abs(v * 16 - Math.round(v * 16)) < 1e-9) });
    });
  });
  const plain = found.filter((g) => g.isPlain);
  return (plain.length > 0 ? plain : found).map((g) => g.at);
}
