import {
  type Isometry,
  type Point,
  apply,
  areaOf,
  compose,
  inverse,
  isInside,
  isSamePlacement,
  isTurned,
  planarize,
  tolerance,
  walkFaces,
} from '../geometry/index.ts';
import { type FlatState, facetOnSheet, isAbove, stackOrder } from '../folded/index.ts';

/** An edge between two triangles: ends i, j, the third corners k (left of i to j on the sheet) and l. */
export interface Hinge {
  readonly i: number;
  readonly j: number;
  readonly k: number;
  readonly l: number;
  readonly left: number;
  readonly right: number;
  /** Fold angle in the first and in the second state, in radians: valley +pi, mountain -pi, flat 0. */
  readonly from: number;
  readonly to: number;
}

/** The sheet cut into triangles that no fold of either state crosses. */
export interface PlayMesh {
  /** Material points on the sheet. */
  readonly points: readonly Point[];
  readonly triangles: readonly (readonly [number, number, number])[];
  readonly hinges: readonly Hinge[];
  /** Where each vertex lies flat in the two states (the second brought back onto the first by its still paper). */
  readonly first: readonly Point[];
  readonly second: readonly Point[];
  /** How far up in the stack each triangle lies along its own front normal, in the two states. */
  readonly firstRank: readonly number[];
  readonly secondRank: readonly number[];
  /** Triangles that lie in the second state as in the first. */
  readonly still: readonly boolean[];
  /** For moved triangles, their motion in the plane from the first state to the second. */
  readonly motions: readonly Isometry[];
}

interface Region {
  readonly outline: readonly number[];
  readonly facets: readonly [number, number];
}

/**
 * The common refinement of two states of one sheet: facets of both intersected on the sheet, cut into triangles at the
 * nodes both have (no corner lies inside another triangle's side). Undefined when the states' facets do not cover each
 * other, which would be states of different sheets.
 */
export function buildPlayMesh(before: FlatState, after: FlatState): PlayMesh | undefined {
  const [polygonsA, polygonsB] = [before, after].map((s) => s.facets.map((_, f) => facetOnSheet(s, f)));
  const segments = [...polygonsA!, ...polygonsB!].flatMap((corners) =>
    corners.map((from, i) => ({ from, to: corners[(i + 1) % corners.length]!, tags: [] as never[] })),
  );
  const map = planarize(segments, tolerance.node);
  const { outlines } = walkFaces(map);
  const regions: Region[] = [];
  for (const outline of outlines) {
    const corners = outline.map((v) => map.nodes[v]!);
    if (areaOf(corners) <= 0) continue;
    const at = insideOf(corners);
    const a = polygonsA!.findIndex((p) => isInside(p, at, tolerance.node));
    const b = polygonsB!.findIndex((p) => isInside(p, at, tolerance.node));
    if (a < 0 || b < 0) return undefined;
    regions.push({ outline, facets: [a, b] });
  }
  const home = stillMotion(before, after, regions, map.nodes);
  const cut = regions.map((r) => triangulate(r.outline, map.nodes));
  const triangles = cut.flat();
  const owner = cut.flatMap((list, r) => list.map(() => regions[r]!));
  const [levelA, levelB] = [levelsOf(before), levelsOf(after)];
  const place = (state: FlatState, f: number): Isometry => state.facets[f]!.placement;
  const first: Point[] = new Array(map.nodes.length);
  const second: Point[] = new Array(map.nodes.length);
  triangles.forEach((corners, t) => {
    const [a, b] = owner[t]!.facets;
    for (const v of corners) {
      first[v] ??= apply(place(before, a), map.nodes[v]!);
      second[v] ??= apply(home, apply(place(after, b), map.nodes[v]!));
    }
  });
  const motions = owner.map(({ facets: [a, b] }) =>
    compose(compose(home, place(after, b)), inverse(place(before, a))),
  );
  const rank = (state: FlatState, level: readonly number[], f: number): number =>
    (isTurned(place(state, f)) ? -1 : 1) * (level[f]! - Math.max(...level) / 2);
  return {
    points: map.nodes,
    triangles,
    hinges: listHinges(triangles, owner, before, after),
    first,
    second,
    firstRank: owner.map(({ facets: [a] }) => rank(before, levelA, a)),
    secondRank: owner.map(({ facets: [, b] }) => rank(after, levelB, b)),
    still: motions.map(isIdentity),
    motions,
  };
}

const isIdentity = (m: Isometry): boolean => isSamePlacement(m, { a: 1, b: 0, c: 0, d: 1, tx: 0, ty: 0 });

/** Every triangle cut into four at the middles of its sides, so that paper can bend where it has no fold. */
export function refineMesh(mesh: PlayMesh): PlayMesh {
  const points = [...mesh.points];
  const [first, second] = [[...mesh.first], [...mesh.second]];
  const middles = new Map<string, number>();
  const mid = (p: Point, q: Point): Point => [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
  const middleOf = (u: number, v: number): number => {
    const key = u < v ? `${u},${v}` : `${v},${u}`;
    const known = middles.get(key);
    if (known !== undefined) return known;
    middles.set(key, points.length);
    for (const list of [points, first, second]) list.push(mid(list[u]!, list[v]!));
    return points.length - 1;
  };
  const angles = new Map(
    mesh.hinges.flatMap((h) => {
      const m = middleOf(h.i, h.j);
      return [
        [`${h.i},${m}`, h],
        [`${m},${h.i}`, h],
        [`${h.j},${m}`, h],
        [`${m},${h.j}`, h],
      ] as const;
    }),
  );
  const triangles = mesh.triangles.flatMap(([a, b, c]): [number, number, number][] => {
    const [ab, bc, ca] = [middleOf(a, b), middleOf(b, c), middleOf(c, a)];
    return [
      [a, ab, ca],
      [ab, b, bc],
      [ca, bc, c],
      [ab, bc, ca],
    ];
  });
  const four = <T>(list: readonly T[]): T[] => list.flatMap((x) => [x, x, x, x]);
  return {
    points,
    triangles,
    first,
    second,
    hinges: pairSides(triangles).map((h) => {
      const whole = angles.get(`${h.i},${h.j}`);
      return { ...h, from: whole?.from ?? 0, to: whole?.to ?? 0 };
    }),
    firstRank: four(mesh.firstRank),
    secondRank: four(mesh.secondRank),
    still: four(mesh.still),
    motions: four(mesh.motions),
  };
}

/** A point inside a simple polygon: the middle of its best ear. */
function insideOf(corners: readonly Point[]): Point {
  const [triangle] = triangulate(
    corners.map((_, i) => i),
    corners,
  );
  const [a, b, c] = triangle!.map((i) => corners[i]!);
  return [(a![0] + b![0] + c![0]) / 3, (a![1] + b![1] + c![1]) / 3];
}

/** The plane motion that brings the second state back so that the largest region lies where it lay. */
function stillMotion(
  before: FlatState,
  after: FlatState,
  regions: readonly Region[],
  nodes: readonly Point[],
): Isometry {
  const groups: { motion: Isometry; area: number }[] = [];
  for (const { outline, facets } of regions) {
    const [a, b] = [before.facets[facets[0]]!.placement, after.facets[facets[1]]!.placement];
    const motion = compose(a, inverse(b));
    const area = areaOf(outline.map((v) => nodes[v]!));
    const known = groups.find((g) => isSamePlacement(g.motion, motion));
    if (known) known.area += area;
    else groups.push({ motion, area });
  }
  // A motion that turns the paper over is a fold, not the way the model was picked up.
  const flat = groups.filter((g) => !isTurned(g.motion));
  return (flat.length > 0 ? flat : groups).reduce((x, y) => (y.area > x.area + 1e-12 ? y : x)).motion;
}

/** Level of each facet in its stack, from the bottom; where layers overlap in a ring, how many lie under it. */
const levelsOf = (state: FlatState): number[] =>
  stackOrder(state)?.level ??
  state.facets.map((_, f) => state.facets.filter((_g, g) => isAbove(state, f, g)).length);

function listHinges(
  triangles: PlayMesh['triangles'],
  owner: readonly Region[],
  before: FlatState,
  after: FlatState,
): Hinge[] {
  return pairSides(triangles).map((h) => {
    const [a1, b1] = owner[h.left]!.facets;
    const [a2, b2] = owner[h.right]!.facets;
    return { ...h, from: foldAngle(before, a1, a2), to: foldAngle(after, b1, b2) };
  });
}

/** Sides two triangles share, with the corners across from them. */
export function pairSides(triangles: PlayMesh['triangles']): Omit<Hinge, 'from' | 'to'>[] {
  const open = new Map<string, { t: number; i: number; j: number; k: number }>();
  const found: Omit<Hinge, 'from' | 'to'>[] = [];
  triangles.forEach((corners, t) => {
    for (let e = 0; e < 3; e++) {
      const [i, j, k] = [corners[e]!, corners[(e + 1) % 3]!, corners[(e + 2) % 3]!];
      const twin = open.get(`${j},${i}`);
      if (twin) found.push({ i: twin.i, j: twin.j, k: twin.k, l: k, left: twin.t, right: t });
      else open.set(`${i},${j}`, { t, i, j, k });
    }
  });
  return found;
}

/** Angle between two neighbouring facets: 0 where they are one or lie side by side, +pi valley, -pi mountain. */
function foldAngle(state: FlatState, f: number, g: number): number {
  if (f === g) return 0;
  const turned = isTurned(state.facets[f]!.placement);
  if (turned === isTurned(state.facets[g]!.placement)) return 0;
  const frontUp = turned ? g : f;
  const other = turned ? f : g;
  return isAbove(state, other, frontUp) ? Math.PI : -Math.PI;
}

/**
 * Ear clipping that takes the fattest ear first and never a flat one, so that corners in the middle of a straight side
 * stay corners. Outline counter-clockwise.
 */
export function triangulate(
  outline: readonly number[],
  points: readonly Point[],
): [number, number, number][] {
  const ring = [...outline];
  const found: [number, number, number][] = [];
  while (ring.length > 3) {
    let best = -1;
    let fattest = 1e-9;
    for (let e = 0; e < ring.length; e++) {
      const [a, b, c] = earAt(ring, e).map((v) => points[v]!) as [Point, Point, Point];
      const fat = fatness(a, b, c);
      if (fat <= fattest) continue;
      const blocked = ring.some((v) => {
        const p = points[v]!;
        return p !== a && p !== b && p !== c && isWithin(p, a, b, c);
      });
      if (!blocked && leavesPaper(ring, e, points)) [best, fattest] = [e, fat];
    }
    if (best < 0) break;
    found.push(earAt(ring, best));
    ring.splice(best, 1);
  }
  if (ring.length === 3) found.push(ring as [number, number, number]);
  return found;
}

const earAt = (ring: readonly number[], e: number): [number, number, number] => [
  ring[(e + ring.length - 1) % ring.length]!,
  ring[e]!,
  ring[(e + 1) % ring.length]!,
];

/** Twice the area over the longest side squared: 0 for a flat triangle, 0.87 for an even one; negative when turned. */
function fatness(a: Point, b: Point, c: Point): number {
  const area = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  const side = (p: Point, q: Point): number => (p[0] - q[0]) ** 2 + (p[1] - q[1]) ** 2;
  return area / Math.max(side(a, b), side(b, c), side(c, a));
}

function isWithin(p: Point, a: Point, b: Point, c: Point): boolean {
  const side = (q: Point, r: Point): number => (r[0] - q[0]) * (p[1] - q[1]) - (r[1] - q[1]) * (p[0] - q[0]);
  return Math.min(side(a, b), side(b, c), side(c, a)) >= -1e-12;
}

/** False where cutting the ear would leave corners all in one line, which no triangle can cover. */
function leavesPaper(ring: readonly number[], e: number, points: readonly Point[]): boolean {
  const rest = ring.filter((_, i) => i !== e).map((v) => points[v]!);
  return areaOf(rest) > 1e-12;
}
