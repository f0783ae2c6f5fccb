import {
  type Isometry,
  type Point,
  type Segment,
  apply,
  areaOf,
  centroidOf,
  distance,
  isSamePlacement,
  isTurned,
  lineThrough,
  placementAcross,
  sideOf,
  tolerance,
  toOrthonormal,
} from '../geometry/index.ts';
import { done, failed, invariant, type Outcome } from '../outcome/index.ts';
import type { FineMesh, Piece } from './mesh.ts';
import type { Refusal } from './refusal.ts';
import { type CreaseSense, type Facet, type FlatState, type RestingCrease, edgeOwners } from './state.ts';
import { joinSegments, subtractSegments } from './segments.ts';

/** A crease a move has made, on the sheet. */
export interface MadeCrease extends Segment {
  readonly sense: CreaseSense;
}

export interface Committed {
  readonly state: FlatState;
  readonly made: readonly MadeCrease[];
}

/**
 * Turns moved pieces into a state in normal form: pieces whose placements agree grow together, folds that are flat now
 * become resting creases, placements are derived again from the longest folds. `order` relates the pieces after the
 * move. Refuses a tear, and an order that contradicts itself.
 */
export function commit(
  from: FlatState,
  mesh: FineMesh,
  order: { readonly before: Int8Array; readonly after: Int8Array },
  step: string,
): Outcome<Committed, Refusal> {
  const owner = edgeOwners(mesh.pieces.map((p) => p.loop));
  const torn = findTear(mesh, owner);
  if (torn)
    return failed({
      kind: 'tear',
      text: 'The paper would tear here; let the layers that hang together move together.',
      at: torn,
    });
  const group = sortGroups(mesh, groupPieces(mesh.pieces, owner));
  const merged = mergeOrder(mesh, group, order.after);
  if (!merged.ok) return merged;
  const facets = buildFacets(mesh, group, owner);
  const compact = dropLooseVertices(mesh.vertices, facets);
  const flattened = findFlattened(mesh, owner, order.before, step);
  const state: FlatState = {
    ...from,
    ...compact,
    facets: derivePlacements(compact),
    order: merged.value,
    resting: from.resting,
  };
  const made = findMade(mesh, owner, order.after);
  return done({ state: { ...state, resting: settleResting(from.resting, flattened, made) }, made });
}

function findTear(mesh: FineMesh, owner: ReadonlyMap<string, number>): Point | undefined {
  for (const [key, p] of owner) {
    const [u, v] = key.split(',').map(Number) as [number, number];
    const q = owner.get(`${v},${u}`);
    if (q === undefined || p > q) continue;
    for (const end of [u, v]) {
      const here = apply(mesh.pieces[p]!.after, mesh.vertices[end]!);
      if (distance(here, apply(mesh.pieces[q]!.after, mesh.vertices[end]!)) > tolerance.overlap) return here;
    }
  }
  return undefined;
}

/** Union-find over edges whose two placements agree; returns the group of each piece, numbered from 0. */
function groupPieces(pieces: readonly Piece[], owner: ReadonlyMap<string, number>): number[] {
  const parent = pieces.map((_, i) => i);
  const root = (i: number): number => (parent[i] === i ? i : (parent[i] = root(parent[i]!)));
  for (const [key, p] of owner) {
    const [u, v] = key.split(',');
    const q = owner.get(`${v},${u}`);
    if (q !== undefined && p < q && isSamePlacement(pieces[p]!.after, pieces[q]!.after))
      parent[root(p)] = root(q);
  }
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

function mergeOrder(mesh: FineMesh, group: readonly number[], after: Int8Array): Outcome<Int8Array, Refusal> {
  const n = mesh.pieces.length;
  const m = Math.max(...group) + 1;
  const order = new Int8Array(m * m);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      const relation = after[i * n + j]!;
      if (relation === 0) continue;
      const at = group[i]! * m + group[j]!;
      if (group[i] === group[j] || order[at] === -relation) {
        const corner = mesh.vertices[mesh.pieces[i]!.loop[0]!]!;
        return failed({
          kind: 'through',
          text: 'Paper would pass through itself: one layer would lie both above and below another; take more layers or fewer.',
          at: apply(mesh.pieces[i]!.after, corner),
        });
      }
      order[at] = relation;
    }
  }
  return done(order);
}

function buildFacets(mesh: FineMesh, group: readonly number[], owner: ReadonlyMap<string, number>): Facet[] {
  const nexts: Map<number, number>[] = [];
  const placements: Isometry[] = [];
  mesh.pieces.forEach((piece, i) => {
    const g = group[i]!;
    placements[g] ??= piece.after;
    const next = (nexts[g] ??= new Map());
    piece.loop.forEach((u, k) => {
      const v = piece.loop[(k + 1) % piece.loop.length]!;
      const q = owner.get(`${v},${u}`);
      if (q === undefined || group[q] !== g) next.set(u, v);
    });
  });
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
  const owner = edgeOwners(facets.map((f) => f.loop));
  const links: { to: number; fold: Segment; size: number }[][] = facets.map(() => []);
  for (const [key, f] of owner) {
    const [u, v] = key.split(',').map(Number) as [number, number];
    const to = owner.get(`${v},${u}`);
    if (to === undefined) continue;
    const fold = { from: vertices[u]!, to: vertices[v]! };
    links[f]!.push({ to, fold, size: distance(fold.from, fold.to) });
  }
  const sizes = facets.map((f) => areaOf(f.loop.map((v) => vertices[v]!)));
  const root = sizes.indexOf(Math.max(...sizes));
  const placed: (Isometry | undefined)[] = facets.map(() => undefined);
  placed[root] = toOrthonormal(facets[root]!.placement);
  const open = [...links[root]!.map((l) => ({ from: root, ...l }))];
  while (open.length > 0) {
    let best = 0;
    for (let i = 1; i < open.length; i++) if (open[i]!.size > open[best]!.size) best = i;
    const link = open.splice(best, 1)[0]!;
    if (placed[link.to]) continue;
    placed[link.to] = placementAcross(placed[link.from]!, link.fold);
    open.push(...links[link.to]!.filter((l) => !placed[l.to]).map((l) => ({ from: link.to, ...l })));
  }
  return facets.map((f, i) => ({ loop: f.loop, placement: placed[i] ?? f.placement }));
}

/** Folds that are flat after the move, as resting creases with the sense they had. */
function findFlattened(
  mesh: FineMesh,
  owner: ReadonlyMap<string, number>,
  before: Int8Array,
  step: string,
): RestingCrease[] {
  return changedEdges(mesh, owner, 'before', 'after', before).map((c) => ({ ...c, step, pressed: 'full' }));
}

/** Folds the move has made, joined where they run on. */
const findMade = (mesh: FineMesh, owner: ReadonlyMap<string, number>, after: Int8Array): MadeCrease[] =>
  changedEdges(mesh, owner, 'after', 'before', after);

function changedEdges(
  mesh: FineMesh,
  owner: ReadonlyMap<string, number>,
  folded: 'before' | 'after',
  flat: 'before' | 'after',
  order: Int8Array,
): MadeCrease[] {
  const n = mesh.pieces.length;
  const found: MadeCrease[] = [];
  for (const [key, p] of owner) {
    const [u, v] = key.split(',').map(Number) as [number, number];
    const q = owner.get(`${v},${u}`);
    if (q === undefined || p > q) continue;
    const [a, b] = [mesh.pieces[p]!, mesh.pieces[q]!];
    if (isSamePlacement(a[folded], b[folded]) || !isSamePlacement(a[flat], b[flat])) continue;
    const relation = order[q * n + p]!;
    const otherAbove = isTurned(a[folded]) ? relation === -1 : relation === 1;
    found.push({ from: mesh.vertices[u]!, to: mesh.vertices[v]!, sense: otherAbove ? 'valley' : 'mountain' });
  }
  return joinSegments(found, (c, d) => c.sense === d.sense);
}

/** Resting creases after a move: without the stretches it has folded again, with those it has laid flat. */
function settleResting(
  resting: readonly RestingCrease[],
  flattened: readonly RestingCrease[],
  made: readonly Segment[],
): RestingCrease[] {
  const rest = resting.flatMap((r) => subtractSegments(r, made).map((s) => ({ ...r, ...s })));
  const fresh = flattened.filter((f) => !rest.some((r) => isSameSegment(r, f)));
  return [...rest, ...fresh];
}

const isSameSegment = (a: Segment, b: Segment): boolean =>
  (distance(a.from, b.from) < 1e-7 && distance(a.to, b.to) < 1e-7) ||
  (distance(a.from, b.to) < 1e-7 && distance(a.to, b.from) < 1e-7);
