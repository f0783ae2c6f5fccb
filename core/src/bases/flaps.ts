import {
  type Line,
  type Point,
  add,
  apply,
  cross,
  distance,
  dot,
  lineAlong,
  scale,
  sideOf,
  subtract,
  toUnit,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import {
  type FlatState,
  buildArrangement,
  type FlapRay,
  crossSection,
  foldsOf,
  longestFree,
  paperWithin,
  toModel,
  toOutline,
} from '../folded/index.ts';
import { invariant } from '../outcome/index.ts';
import type { DesignedFlap } from './words.ts';
import { cornersOf, landmarksOf, outlineOf } from '../sheet/index.ts';

/** A flap of a base: paper that ends in a tip and can be moved about its root without taking another tip along. */
export interface BaseFlap {
  /** The sheet's name for the tip (corner, middle of an edge, centre), or p1, p2 … for other points. */
  readonly tip: string;
  readonly tipOnSheet: Point;
  readonly tipOnModel: Point;
  /** Direction on the sheet from the tip along the axis; the paper runs straight under it as far as the flap is free. */
  readonly inward: Point;
  readonly root: Point;
  /** Free length along the base's axis, and width half-way along it, in sheet sides. */
  readonly length: number;
  readonly width: number;
  readonly layers: number;
  /** Which share of its two faces shows the front side of the paper, half-way along it. */
  readonly front: number;
  /** The side of the axis, seen from root to tip, on which all paper of the flap lies; missing where it lies on both. */
  readonly hangs?: 'left' | 'right';
}

/** The flaps of a base along its common axis, longest first, and where most of them are rooted. */
export interface BaseFlaps {
  readonly flaps: readonly BaseFlap[];
  /** The line shared by most tips; missing where no two share one. */
  readonly axis: Line | undefined;
  readonly hub: Point | undefined;
}

interface Ray extends FlapRay {
  /** How far the paper under the ray runs straight. */
  readonly straight: number;
  /** The ray's direction on the sheet. */
  readonly inward: Point;
}

interface Candidate extends Ray {
  readonly vertex: number;
  readonly length: number;
}

const SHORTEST_FLAP = 0.02;

/**
 * Finds flaps from the folded state: for every pointed vertex and every ray from it (fold, raw edge, bisector of either),
 * the largest r such that the paper under the ray runs straight and the flood nearer than r holds no other tip. The
 * common axis is the line that carries most such tips. Cost: some dozen cuts for every ray; done once for a base.
 */
export function findBaseFlaps(state: FlatState): BaseFlaps {
  const tips = pointedVertices(state);
  const candidates = tips.flatMap((vertex) =>
    raysAt(state, vertex).flatMap((ray): Candidate[] => {
      const length = freeLength(state, vertex, ray, tips);
      return length >= SHORTEST_FLAP ? [{ ...ray, vertex, length }] : [];
    }),
  );
  const isFolded = (vertex: number): boolean =>
    state.facets.filter((f) => f.loop.includes(vertex)).length > 1;
  const axis = commonAxis(candidates, isFolded);
  if (!axis) return { flaps: [], axis: undefined, hub: undefined };
  const best = new Map<number, Candidate>();
  for (const c of candidates) {
    if (!liesAlong(axis, c)) continue;
    const known = best.get(c.vertex);
    if (!known || c.length > known.length + tolerance.samePoint) best.set(c.vertex, c);
  }
  // Where folded corners of the sheet point elsewhere (a windmill) there is no common axis: each is its own flap.
  const corners = cornersOf(state.sheet);
  const ends = toOutline(buildArrangement(state)).flat();
  const ofCorners = candidates.filter(
    (c) =>
      corners.some((k) => isSamePoint(k.at, c.onSheet)) &&
      isFolded(c.vertex) &&
      ends.some((e) => isSamePoint(e, c.tip, tolerance.overlap)),
  );
  if (ofCorners.some((c) => !best.has(c.vertex))) {
    best.clear();
    for (const c of ofCorners)
      if (c.length > (best.get(c.vertex)?.length ?? 0) + tolerance.samePoint) best.set(c.vertex, c);
  }
  return inOrder(state, [...best.values()], axis);
}

/** The flaps a base was designed to have; the paper under each axis must run straight as far (else it throws). */
export function readDesigned(state: FlatState, designed: readonly DesignedFlap[]): BaseFlaps {
  const rays = designed.map(({ tip, inward, length }) => {
    const [at, root] = [tip, add(tip, scale(inward, length))].map((p) => toModel(state, p)!);
    invariant(
      Math.abs(distance(at!, root!) - length) < tolerance.overlap,
      'the paper of a designed flap runs straight',
    );
    const ray: Ray = {
      tip: at!,
      onSheet: tip,
      along: toUnit(subtract(root!, at!)),
      straight: length,
      inward,
    };
    return { ...ray, length };
  });
  return inOrder(state, rays, lineAlong(rays[0]!.tip, rays[0]!.along), true);
}

/** A flap with less than this share of its width on one side of its axis hangs on the other. */
const ONE_SIDED = 0.05;

/** Width and layers half-way along a flap. */
function spanOf(
  state: FlatState,
  ray: Ray & { length: number },
  isDesigned: boolean,
): Pick<BaseFlap, 'width' | 'layers' | 'front' | 'hangs'> {
  const { width, layers, left, right, front } = crossSection(state, ray, ray.length / 2);
  const isOneSided = isDesigned || Math.min(left, right) < ONE_SIDED * width;
  return { width, layers, front, ...(isOneSided ? { hangs: left > right ? 'left' : 'right' } : {}) };
}

/** Flaps along their rays, longest first. */
function inOrder(
  state: FlatState,
  rays: readonly (Ray & { length: number })[],
  axis: Line,
  isDesigned = false,
): BaseFlaps {
  const names = nameTips(
    state,
    rays.map((r) => r.onSheet),
  );
  const flaps = rays
    .map((ray, i): BaseFlap => ({
      tip: names[i]!,
      tipOnSheet: ray.onSheet,
      tipOnModel: ray.tip,
      inward: ray.inward,
      root: add(ray.tip, scale(ray.along, ray.length)),
      length: ray.length,
      ...spanOf(state, ray, isDesigned),
    }))
    .sort((a, b) =>
      Math.abs(a.length - b.length) > tolerance.samePoint ? b.length - a.length : a.tip.localeCompare(b.tip),
    );
  return { flaps, axis, hub: commonRoot(flaps) };
}

function nameTips(state: FlatState, tips: readonly Point[]): string[] {
  const landmarks = landmarksOf(state.sheet);
  let other = 0;
  return tips.map(
    (at) => landmarks.find((l) => isSamePoint(l.at, at, tolerance.overlap))?.name ?? `p${++other}`,
  );
}

const positionOf = (state: FlatState, vertex: number): Point => {
  const facet = state.facets.find((f) => f.loop.includes(vertex))!;
  return apply(facet.placement, state.vertices[vertex]!);
};

/** Directions on the model of all edges that end in a vertex, with the facet and the direction on the sheet. */
function spokesAt(state: FlatState, vertex: number): { model: Point; sheet: Point; facet: number }[] {
  const at = state.vertices[vertex]!;
  return state.facets.flatMap(({ loop, placement }, facet) => {
    const i = loop.indexOf(vertex);
    if (i < 0) return [];
    const here = apply(placement, at);
    return [loop[(i + 1) % loop.length]!, loop[(i + loop.length - 1) % loop.length]!].map((v) => ({
      model: toUnit(subtract(apply(placement, state.vertices[v]!), here)),
      sheet: toUnit(subtract(state.vertices[v]!, at)),
      facet,
    }));
  });
}

/** Vertices where all paper lies within less than a half turn: the ends of points. */
function pointedVertices(state: FlatState): number[] {
  return state.vertices.flatMap((_, vertex) => {
    const spokes = spokesAt(state, vertex);
    if (spokes.length === 0) return [];
    const middle = spokes.reduce<Point>((s, p) => add(s, p.model), [0, 0]);
    if (Math.hypot(middle[0], middle[1]) < tolerance.samePoint) return [];
    return spokes.every((s) => dot(s.model, middle) > tolerance.samePoint) &&
      isWedge(
        spokes.map((s) => s.model),
        middle,
      )
      ? [vertex]
      : [];
  });
}

function isWedge(directions: readonly Point[], middle: Point): boolean {
  const angles = directions.map((d) => Math.atan2(cross(middle, d), dot(middle, d)));
  return Math.max(...angles) - Math.min(...angles) < Math.PI - tolerance.alike;
}

/** Every fold, raw edge and bisector from a vertex, once for each direction on the model. */
function raysAt(state: FlatState, vertex: number): Ray[] {
  const onSheet = state.vertices[vertex]!;
  const tip = positionOf(state, vertex);
  const rays: Ray[] = [];
  const add1 = (sheet: Point, model: Point): void => {
    const straight = straightOn(state, onSheet, sheet);
    const same = rays.findIndex((r) => isSamePoint(r.along, model, tolerance.overlap));
    if (same >= 0 && rays[same]!.straight >= straight) return;
    const ray = { tip, onSheet, along: model, straight, inward: sheet };
    if (same >= 0) rays[same] = ray;
    else rays.push(ray);
  };
  const spokes = spokesAt(state, vertex);
  for (const s of spokes) add1(s.sheet, s.model);
  for (let i = 0; i < spokes.length; i += 2) {
    const [p, q] = [spokes[i]!, spokes[i + 1]!];
    add1(toUnit(add(p.sheet, q.sheet)), toUnit(add(p.model, q.model)));
  }
  return rays;
}

/** How far the sheet runs on straight from a point before a fold crosses it or it ends. */
function straightOn(state: FlatState, from: Point, along: Point): number {
  const line = lineAlong(from, along);
  let far = Infinity;
  const outline = outlineOf(state.sheet);
  const rims = outline.map((p, i) => ({ from: p, to: outline[(i + 1) % outline.length]! }));
  for (const s of [...foldsOf(state), ...rims]) {
    const [a, b] = [sideOf(line, s.from), sideOf(line, s.to)];
    if (Math.abs(a) < tolerance.samePoint && Math.abs(b) < tolerance.samePoint) {
      continue;
    }
    if (a * b > tolerance.rounding && Math.min(Math.abs(a), Math.abs(b)) > tolerance.samePoint) continue;
    const t = Math.abs(a - b) < tolerance.rounding ? 0 : a / (a - b);
    const at: Point = [s.from[0] + (s.to[0] - s.from[0]) * t, s.from[1] + (s.to[1] - s.from[1]) * t];
    const d = dot(subtract(at, from), along);
    if (d > tolerance.overlap) far = Math.min(far, d);
  }
  return far;
}

function freeLength(state: FlatState, vertex: number, ray: Ray, tips: readonly number[]): number {
  const events = [
    ...state.facets.flatMap(({ loop, placement }) =>
      loop.map((v) => dot(ray.along, subtract(apply(placement, state.vertices[v]!), ray.tip))),
    ),
    ray.straight,
  ]
    .filter((d) => d > tolerance.alike && d <= ray.straight + tolerance.samePoint)
    .sort((a, b) => a - b)
    .filter((d, i, all) => i === 0 || d - all[i - 1]! > tolerance.overlap);
  const others = tips.filter((t) => t !== vertex);
  const isFree = (r: number): boolean => {
    const within = paperWithin(state, ray, r);
    if (!within || within.part.size === 0) return false;
    return [...within.part].every((i) =>
      within.mesh.pieces[i]!.loop.every((v) => within.mesh.onLine[v] || !others.includes(v)),
    );
  };
  return longestFree(events, isFree);
}

const liesAlong = (axis: Line, { tip, along }: Ray): boolean =>
  Math.abs(sideOf(axis, tip)) < tolerance.alike && Math.abs(dot(axis.normal, along)) < tolerance.alike;

/**
 * The line most tips lie along with a ray of theirs; between equals the one with more length on it. One of the tips at
 * least is folded: two plain corners of the sheet that happen to lie on each other make no axis.
 */
function commonAxis(
  candidates: readonly Candidate[],
  isFolded: (vertex: number) => boolean,
): Line | undefined {
  let best: { axis: Line; count: number; total: number } | undefined;
  for (const c of candidates) {
    const axis = lineAlong(c.tip, c.along);
    const along = new Map<number, number>();
    for (const d of candidates)
      if (liesAlong(axis, d)) along.set(d.vertex, Math.max(along.get(d.vertex) ?? 0, d.length));
    if (![...along.keys()].some(isFolded)) continue;
    const total = [...along.values()].reduce((s, l) => s + l, 0);
    if (
      !best ||
      along.size > best.count ||
      (along.size === best.count && total > best.total + tolerance.samePoint)
    )
      best = { axis, count: along.size, total };
  }
  return best && best.count >= 2 ? best.axis : undefined;
}

function commonRoot(flaps: readonly BaseFlap[]): Point | undefined {
  const votes = flaps.map((f) => flaps.filter((g) => isSamePoint(f.root, g.root, tolerance.alike)).length);
  const most = Math.max(0, ...votes);
  return most === 0 ? undefined : flaps[votes.indexOf(most)]!.root;
}
