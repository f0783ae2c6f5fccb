import {
  type Point,
  add,
  apply,
  cross,
  distance,
  dot,
  scale,
  subtract,
  toUnit,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import { cornersOf } from '../sheet/index.ts';
import { type Arrangement, buildArrangement } from './arrangement.ts';
import { piecesAt } from './flood.ts';
import type { FineMesh } from './mesh.ts';
import { toOutline } from './measures.ts';
import { joinSegments } from './segments.ts';
import { type FlapRay, crossSection, longestFree, paperWithin } from './section.ts';
import { type FlatState, foldsOf, toModel } from './state.ts';

/**
 * A flap: paper that ends in a corner of the sheet at a corner of the silhouette. Its free length is how far from the
 * tip, along the bisector of that corner, it can be moved without taking another corner of the sheet along.
 */
export interface Flap {
  /** Name of the sheet corner that is the tip. */
  readonly tip: string;
  readonly tipOnSheet: Point;
  readonly tipOnModel: Point;
  readonly root: Point;
  /** Free length and width half-way along it, in sheet sides. */
  readonly length: number;
  readonly width: number;
  readonly layers: number;
}

/** Free flaps of a state, longest first. Cost: about a dozen cuts per corner of the silhouette. */
export function findFlaps(state: FlatState, map: Arrangement = buildArrangement(state)): Flap[] {
  const loops = toOutline(map);
  const flaps: Flap[] = [];
  for (const corner of cornersOf(state.sheet)) {
    const tip = toModel(state, corner.at);
    if (!tip) continue;
    const axis = axisAt(loops, tip);
    if (!axis) continue;
    const ray: FlapRay = { onSheet: corner.at, tip, along: axis };
    const length = freeLength(state, corner.name, ray);
    if (length <= tolerance.alike) continue;
    const across = crossSection(state, ray, length / 2);
    flaps.push({
      tip: corner.name,
      tipOnSheet: corner.at,
      tipOnModel: tip,
      root: add(tip, scale(axis, length)),
      length,
      ...across,
    });
  }
  return flaps.sort((a, b) => b.length - a.length);
}

/** Inward bisector of the silhouette's corner at a point; undefined where the silhouette has no corner there. */
function axisAt(loops: readonly (readonly Point[])[], tip: Point): Point | undefined {
  for (const loop of loops) {
    const i = loop.findIndex((p) => isSamePoint(p, tip, tolerance.overlap));
    if (i < 0) continue;
    const before = toUnit(subtract(loop[(i + loop.length - 1) % loop.length]!, tip));
    const after = toUnit(subtract(loop[(i + 1) % loop.length]!, tip));
    const convex = after[0] * before[1] - after[1] * before[0] > tolerance.samePoint;
    if (convex) return toUnit(add(before, after));
  }
  return undefined;
}

function freeLength(state: FlatState, name: string, ray: FlapRay): number {
  const corners = cornersOf(state.sheet);
  const events = state.facets
    .flatMap(({ loop, placement }) =>
      loop.map((v) => dot(ray.along, subtract(apply(placement, state.vertices[v]!), ray.tip))),
    )
    .filter((d) => d > tolerance.alike)
    .sort((a, b) => a - b)
    .filter((d, i, all) => i === 0 || d - all[i - 1]! > tolerance.samePoint);
  const isFree = (r: number): boolean => {
    const within = paperWithin(state, ray, r);
    if (!within) return false;
    return corners.every(
      (c) =>
        c.name === name ||
        !piecesAt(within.mesh, c.at, 1).some((i) => within.part.has(i) && isOff(within.mesh, c.at, i)),
    );
  };
  return longestFree(events, isFree);
}

/** True when the material point lies off the cut, so that it really belongs to the piece's side. */
function isOff(mesh: FineMesh, pointOnSheet: Point, piece: number): boolean {
  return !mesh.pieces[piece]!.loop.some(
    (v) => mesh.onLine[v] && isSamePoint(mesh.vertices[v]!, pointOnSheet),
  );
}

/** A corner that is as wide half-way as it is long, a right angle or a blunter one, is no narrow place: what it stands on is wider. */
const BLUNT = 1 - 1e-6;

/** Flaps long enough to be held: of at least 5 % of the side, and points, not blunt corners. */
export const heldFlaps = (flaps: readonly Flap[]): Flap[] =>
  flaps.filter((f) => f.length >= 0.05 && f.width > 0 && f.width < f.length * BLUNT);

/** The narrowest flap that is long enough to be held, if there is one. */
export const findNarrowest = (flaps: readonly Flap[]): Flap | undefined =>
  heldFlaps(flaps).reduce<Flap | undefined>((a, b) => (!a || b.width < a.width ? b : a), undefined);

/** Creases whose directions differ by less (sine of the angle) run side by side. */
const SIDE_BY_SIDE = 1e-3;
/** A strip is as long as it is wide at least, by this share of its length; less is where creases only pass each other. */
const LEAST_BESIDE = 0.2;

/**
 * Width of the narrowest strip between creases of one step that run side by side on the sheet, in sheet sides; undefined
 * where no two do. Cost: the square of their number.
 */
export function stripWidth(
  creases: readonly { readonly from: Point; readonly to: Point }[],
): number | undefined {
  const found: number[] = [];
  creases.forEach((a, i) => {
    const along = toUnit(subtract(a.to, a.from));
    const span = distance(a.from, a.to);
    for (const b of creases.slice(i + 1)) {
      const other = toUnit(subtract(b.to, b.from));
      if (Math.abs(cross(along, other)) > SIDE_BY_SIDE) continue;
      const width = Math.abs(cross(along, subtract(b.from, a.from)));
      const [s, t] = [b.from, b.to].map((p) => dot(along, subtract(p, a.from))).sort((x, y) => x - y) as [
        number,
        number,
      ];
      const beside = Math.min(span, t) - Math.max(0, s);
      if (width > SLIVER && beside > LEAST_BESIDE * Math.min(span, t - s)) found.push(width);
    }
  });
  return found.length === 0 ? undefined : Math.min(...found);
}

/** Where folds nearly meet, what lies between them is a sliver of this much of the side, and no fold anyone makes. */
const SLIVER = 0.005;

/** Folds whose directions differ by less (sine of the angle) may lie on one line. */
const SAME_WAY = 1e-6;

/**
 * Length of the shortest fold in sheet sides; undefined on the flat sheet. What lies on one line of the model and hangs
 * together is one fold: other folds cut it into pieces that nobody creases one by one.
 */
export function shortestFold(state: FlatState): number | undefined {
  const folds = foldsOf(state).map((fold) => {
    const { placement } = state.facets[fold.facets[0]]!;
    const [from, to] = [apply(placement, fold.from), apply(placement, fold.to)];
    return { from, to, along: toUnit(subtract(to, from)) };
  });
  const lengths = joinSegments(folds, (a, b) => Math.abs(cross(a.along, b.along)) < SAME_WAY).map((f) =>
    distance(f.from, f.to),
  );
  const made = lengths.filter((l) => l >= SLIVER);
  return made.length === 0 ? undefined : Math.min(...made);
}
