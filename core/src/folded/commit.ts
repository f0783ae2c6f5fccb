import {
  type Isometry,
  type Point,
  type Segment,
  apply,
  areaOf,
  centroidOf,
  compose,
  distance,
  inverse,
  isSamePlacement,
  isTurned,
  lineThrough,
  placementAcross,
  sideOf,
  tolerance,
  toOrthonormal,
  isSamePoint,
} from '../geometry/index.ts';
import { done, failed, invariant, type Outcome } from '../outcome/index.ts';
import type { FineMesh, Piece } from './mesh.ts';
import type { Refusal } from './refusal.ts';
import {
  type CreaseSense,
  type Facet,
  type FlatState,
  type MeshEdge,
  type RestingCrease,
  listEdges,
} from './state.ts';
import { isSameSegment, joinSegments, subtractSegments } from './segments.ts';

/** A crease a move has made, on the sheet. */
export interface MadeCrease extends Segment {
  readonly sense: CreaseSense;
}

export interface Committed {
  readonly state: FlatState;
  readonly made: readonly MadeCrease[];
}

/** Moved paper grown together to facets, whose layers are not ordered yet. */
export interface PlacedPaper {
  /** The state with an order of its facets, n x n. */
  readonly withOrder: (order: Int8Array) => FlatState;
  /**
   * Relations of pieces (1 above; 2 above and kept from before) as relations of facets: 2 for pairs that lay so before
   * and have moved together, so that they agree among themselves. Refuses relations that contradict each other.
   */
  readonly toFacets: (relations: Int8Array) => Outcome<Int8Array, Refusal>;
  readonly edges: readonly MeshEdge[];
  /** Facets that hold paper which has moved. */
  readonly moved: readonly boolean[];
}

/**
 * Turns moved pieces into facets in normal form: pieces whose placements agree grow together, folds that are flat now
 * become resting creases (with the sense they had by `before`), placements are derived again from the longest folds.
 * Refuses a tear.
 */
export function placePaper(
  from: FlatState,
  mesh: FineMesh,
  before: Int8Array,
  step: string,
): Outcome<PlacedPaper, Refusal> {
  const edges = listEdges(mesh.pieces.map((p) => p.loop));
  const torn = findTear(mesh, edges);
  if (torn)
    return failed({
      kind: 'tear',
      text: 'The paper would tear here; let the layers that hang together move together.',
      at: torn,
    });
  const group = sortGroups(mesh, groupPieces(mesh.pieces, edges));
  const compact = dropLooseVertices(mesh.vertices, buildFacets(mesh, group, edges));
  const facets = derivePlacements(compact);
  const flattened = findFlattened(mesh, edges, before, step);
  // Senses do not matter here: only where new folds lie, which take up resting creases.
  const resting = settleResting(from.resting, flattened, findMade(mesh, edges, before));
  const mixed = findMixed(mesh, group, facets.length);
  return done({
    withOrder: (order) => ({ ...from, ...compact, facets, order, resting }),
    toFacets: (relations) => mergeOrder(mesh, group, mixed, relations),
    edges,
    moved: findMoved(mesh, group, facets.length),
  });
}

/** Places moved paper and orders it as its pieces are related (`after`: 1 above, -1 below, all overlapping pairs). */
export function commit(
  from: FlatState,
  mesh: FineMesh,
  order: { readonly before: Int8Array; readonly after: Int8Array },
  step: string,
): Outcome<Committed, Refusal> {
  const placed = placePaper(from, mesh, order.before, step);
  if (!placed.ok) return placed;
  const merged = placed.value.toFacets(order.after);
  if (!merged.ok) return merged;
  const state = placed.value.withOrder(merged.value.map(Math.sign));
  return done({ state, made: findMade(mesh, placed.value.edges, order.after) });
}

function findTear(mesh: FineMesh, edges: readonly MeshEdge[]): Point | undefined {
  for (const { u, v, left: p, right: q } of edges) {
    if (q < 0) continue;
    for (const end of [u, v]) {
      const here = apply(mesh.pieces[p]!.after, mesh.vertices[end]!);
      if (!isSamePoint(here, apply(mesh.pieces[q]!.after, mesh.vertices[end]!), tolerance.overlap))
        return here;
    }
  }
  return undefined;
}

/** Union-find over edges whose two placements agree; returns the group of each piece, numbered from 0. */
function groupPieces(pieces: readonly Piece[], edges: readonly MeshEdge[]): number[] {
  const parent = pieces.map((_, i) => i);
  const root = (i: number): number => (parent[i] === i ? i : (parent[i] = root(parent[i]!)));
  for (const { left, right } of edges)
    if (right >= 0 && isSamePlacement(pieces[left]!.after, pieces[right]!.after))
      parent[root(left)] = root(right);
  const numbers = new Map<number, number>();
  return pieces.map((_, i) => {
    const r = root(i);
    if (!numbers.has(r)) numbers.set(r, numbers.size);
    return numbers.get(r)!;
  });
}

/** Places closer than this (sheet sides) are told apart by nothing that lasts. */
const GRAIN = 1e-7;

/**
 * Groups numbered by where they lie on the sheet, so that the same folds give the same numbers by whatever way they came
 * about: what a search leaves open is then always decided alike.
 */
function sortGroups(mesh: FineMesh, group: readonly number[]): number[] {
  const sums = new Map<number, { x: number; y: number; area: number }>();
  mesh.pieces.forEach(({ loop }, i) => {
    const corners = loop.map((v) => mesh.vertices[v]!);
    const [area, at] = [areaOf(corners), centroidOf(corners)];
    const sum = sums.get(group[i]!) ?? { x: 0, y: 0, area: 0 };
    sums.set(group[i]!, { x: sum.x + at[0] * area, y: sum.y + at[1] * area, area: sum.area + area });
  });
  const places = [...sums].map(([g, s]) => ({
    g,
    x: Math.round(s.x / s.area / GRAIN),
    y: Math.round(s.y / s.area / GRAIN),
  }));
  places.sort((a, b) => a.x - b.x || a.y - b.y);
  const number = new Map(places.map(({ g }, i) => [g, i]));
  return group.map((g) => number.get(g)!);
}

function mergeOrder(
  mesh: FineMesh,
  group: readonly number[],
  mixed: readonly boolean[],
  after: Int8Array,
): Outcome<Int8Array, Refusal> {
  const n = mesh.pieces.length;
  const m = mixed.length;
  const order = new Int8Array(m * m);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      const relation = after[i * n + j]!;
      if (relation === 0) continue;
      const at = group[i]! * m + group[j]!;
      if (group[i] === group[j] || order[at]! * relation < 0) {
        const corner = mesh.vertices[mesh.pieces[i]!.loop[0]!]!;
        return failed({
          kind: 'through',
          text: 'Paper would pass through itself: one layer would lie both above and below another; take more layers or fewer.',
          at: apply(mesh.pieces[i]!.after, corner),
        });
      }
      const kept = Math.abs(relation) === 2 && Math.abs(order[at]!) !== 1;
      order[at] = Math.sign(relation) * (kept && !mixed[group[i]!] && !mixed[group[j]!] ? 2 : 1);
    }
  }
  return done(order);
}

function findMoved(mesh: FineMesh, group: readonly number[], count: number): boolean[] {
  const moved = new Array<boolean>(count).fill(false);
  mesh.pieces.forEach((p, i) => (moved[group[i]!] ||= !isSamePlacement(p.before, p.after)));
  return moved;
}

/** Groups whose pieces have not all moved alike: paper that has grown together anew. */
function findMixed(mesh: FineMesh, group: readonly number[], count: number): boolean[] {
  const motions: (Isometry | undefined)[] = [];
  const mixed = new Array<boolean>(count).fill(false);
  mesh.pieces.forEach((p, i) => {
    const motion = compose(p.after, inverse(p.before));
    const known = (motions[group[i]!] ??= motion);
    if (known !== motion && !isSamePlacement(known, motion)) mixed[group[i]!] = true;
  });
  return mixed;
}

function buildFacets(mesh: FineMesh, group: readonly number[], edges: readonly MeshEdge[]): Facet[] {
  const nexts: Map<number, number>[] = [];
  const placements: Isometry[] = [];
  mesh.pieces.forEach((piece, i) => {
    placements[group[i]!] ??= piece.after;
    nexts[group[i]!] ??= new Map();
  });
  for (const { u, v, left, right } of edges) {
    const [g, h] = [group[left]!, right < 0 ? -1 : group[right]!];
    if (g === h) continue;
    nexts[g]!.set(u, v);
    if (h >= 0) nexts[h]!.set(v, u);
  }
  return nexts.map((next, g) => {
    const loop: number[] = [];
    let v = next.keys().next().value!;
    do {
      loop.push(v);
      v = next.get(v)!;
      invariant(v !== undefined && loop.length <= next.size, 'a flat region has one closed outline');
    } while (v !== loop[0]);
    invariant(loop.length === next.size, 'a flat region of a convex sheet has no hole');
    return { loop, placement: placements[g]! };
  });
}

/** Drops vertices that are no corner of any facet, and numbers the rest anew. */
function dropLooseVertices(
  points: readonly Point[],
  facets: readonly Facet[],
): { vertices: Point[]; facets: Facet[] } {
  const corner = new Set<number>();
  for (const { loop } of facets) {
    loop.forEach((v, i) => {
      const line = lineThrough(
        points[loop[(i + loop.length - 1) % loop.length]!]!,
        points[loop[(i + 1) % loop.length]!]!,
      );
      if (!line || Math.abs(sideOf(line, points[v]!)) > tolerance.onLine) corner.add(v);
    });
  }
  const kept = [...corner].sort(
    (a, b) =>
      Math.round(points[a]![0] / GRAIN) - Math.round(points[b]![0] / GRAIN) || points[a]![1] - points[b]![1],
  );
  const number = new Map(kept.map((v, i) => [v, i]));
  return {
    vertices: kept.map((v) => points[v]!),
    facets: facets.map((f) => ({
      ...f,
      loop: fromLeast(f.loop.filter((v) => number.has(v)).map((v) => number.get(v)!)),
    })),
  };
}

/** The same loop, begun at its least number. */
function fromLeast(loop: readonly number[]): number[] {
  const at = loop.indexOf(Math.min(...loop));
  return [...loop.slice(at), ...loop.slice(0, at)];
}

/** Placements derived over the maximum spanning tree of the folds, longest first, from the largest facet. */
function derivePlacements({
  vertices,
  facets,
}: {
  vertices: readonly Point[];
  facets: readonly Facet[];
}): Facet[] {
  const folds = listEdges(facets.map((f) => f.loop))
    .filter((e) => e.right >= 0)
    .map((e) => {
      const fold = { from: vertices[e.u]!, to: vertices[e.v]! };
      return { ...e, fold, size: distance(fold.from, fold.to) };
    })
    .sort((a, b) => b.size - a.size);
  // The maximum spanning tree (Kruskal 1956), then outward from the root.
  const parent = facets.map((_, i) => i);
  const rootOf = (i: number): number => (parent[i] === i ? i : (parent[i] = rootOf(parent[i]!)));
  const links: { to: number; fold: Segment }[][] = facets.map(() => []);
  for (const { left, right, fold } of folds) {
    if (rootOf(left) === rootOf(right)) continue;
    parent[rootOf(left)] = rootOf(right);
    links[left]!.push({ to: right, fold });
    links[right]!.push({ to: left, fold });
  }
  const sizes = facets.map((f) => areaOf(f.loop.map((v) => vertices[v]!)));
  const root = sizes.indexOf(Math.max(...sizes));
  const placed: (Isometry | undefined)[] = facets.map(() => undefined);
  placed[root] = toOrthonormal(facets[root]!.placement);
  const queue = [root];
  for (const from of queue) {
    for (const { to, fold } of links[from]!) {
      if (placed[to]) continue;
      placed[to] = placementAcross(placed[from]!, fold);
      queue.push(to);
    }
  }
  return facets.map((f, i) => ({ loop: f.loop, placement: placed[i] ?? f.placement }));
}

/** Folds that are flat after the move, as resting creases with the sense they had. */
function findFlattened(
  mesh: FineMesh,
  edges: readonly MeshEdge[],
  before: Int8Array,
  step: string,
): RestingCrease[] {
  return changedEdges(mesh, edges, 'before', 'after', before).map((c) => ({ ...c, step, pressed: 'full' }));
}

/** Folds the move has made, joined where they run on. */
const findMade = (mesh: FineMesh, edges: readonly MeshEdge[], after: Int8Array): MadeCrease[] =>
  changedEdges(mesh, edges, 'after', 'before', after);

function changedEdges(
  mesh: FineMesh,
  edges: readonly MeshEdge[],
  folded: 'before' | 'after',
  flat: 'before' | 'after',
  order: Int8Array,
): MadeCrease[] {
  const n = mesh.pieces.length;
  const found: MadeCrease[] = [];
  for (const { u, v, left: p, right: q } of edges) {
    if (q < 0) continue;
    const [a, b] = [mesh.pieces[p]!, mesh.pieces[q]!];
    if (isSamePlacement(a[folded], b[folded]) || !isSamePlacement(a[flat], b[flat])) continue;
    const relation = order[q * n + p]!;
    const otherAbove = isTurned(a[folded]) ? relation === -1 : relation === 1;
    found.push({ from: mesh.vertices[u]!, to: mesh.vertices[v]!, sense: otherAbove ? 'valley' : 'mountain' });
  }
  return joinSegments(found, (c, d) => c.sense === d.sense);
}

/** Resting creases after a move: without the stretches it has folded again, with those it has laid flat. */
export function settleResting(
  resting: readonly RestingCrease[],
  flattened: readonly RestingCrease[],
  made: readonly Segment[],
): RestingCrease[] {
  const rest = resting.flatMap((r) => subtractSegments(r, made).map((s) => ({ ...r, ...s })));
  const fresh = flattened.filter((f) => !rest.some((r) => isSameSegment(r, f)));
  return [...rest, ...fresh];
}
