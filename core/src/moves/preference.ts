import { type Point, areaOf, centroidOf, distance, isTurned } from '../geometry/index.ts';
import {
  type FineMesh,
  type FlatState,
  type MeshEdge,
  facetOnSheet,
  facetsAt,
  listEdges,
} from '../folded/index.ts';
import type { OrderPreference } from '../layers/index.ts';

/** Places on the sheet closer than this (sheet sides) are told apart by nothing that lasts. */
const GRAIN = 1e-7;
/** Points of a move that are measured from; three off one line tell every place, the rest are spare. */
const MOST_POINTS = 6;

/**
 * Which of several orders of layers a move takes: facets are ranked by how far they lie from the move's own points, then
 * by what lies over them already; the better ranked facet of a pair comes to lie on the side its front shows to. All of
 * it is carried along when sheet and move are mirrored, turned, or seen from behind, so that images have images for
 * results, and what is symmetric stays so. Only what nothing else tells apart is told apart by its number. Where the paper
 * lies is read once for all orders that are known in part.
 */
export function preferenceOf(
  from: FlatState,
  placed: FlatState,
  points: readonly Point[],
): (known: Int8Array) => OrderPreference {
  const frame = points.slice(0, MOST_POINTS);
  const n = placed.facets.length;
  const was = from.facets.map((_, f) => heightIn(from.order, f, from.facets.length));
  const sides = placed.facets.map((f) => sideOfPlacement(f.placement));
  const lying = placed.facets.map((_, f) => {
    const corners = facetOnSheet(placed, f);
    const held = facetsAt(from, centroidOf(corners))[0];
    return { key: keyAt(corners, frame), was: (held === undefined ? 0 : was[held]!) * sides[f]! };
  });
  const edges = sizedEdges(
    placed.facets.map((f) => f.loop),
    placed.vertices,
  );
  return (known) => {
    const keys = lying.map((own, f) => [...own.key, heightIn(known, f, n) * sides[f]!, own.was]);
    return { ranks: refineRanks(toRanks(keys), edges), sides };
  };
}

/** The same for the pieces of a cut mesh, as they lie before the move. */
export function rankPieces(
  { mesh, order }: { readonly mesh: FineMesh; readonly order: Int8Array },
  points: readonly Point[],
): OrderPreference {
  const frame = points.slice(0, MOST_POINTS);
  const n = mesh.pieces.length;
  const sides = mesh.pieces.map((p) => sideOfPlacement(p.before));
  const keys = mesh.pieces.map((p, i) => {
    const corners = p.loop.map((v) => mesh.vertices[v]!);
    return [...keyAt(corners, frame), heightIn(order, i, n) * sides[i]!];
  });
  const edges = sizedEdges(
    mesh.pieces.map((p) => p.loop),
    mesh.vertices,
  );
  return { ranks: refineRanks(toRanks(keys), edges), sides };
}

const sideOfPlacement = (placement: Parameters<typeof isTurned>[0]): 1 | -1 => (isTurned(placement) ? -1 : 1);

/** Layers under a facet less layers over it. */
function heightIn(order: Int8Array, f: number, n: number): number {
  let height = 0;
  for (let g = 0; g < n; g++) height += Math.sign(order[f * n + g]!);
  return height;
}

function keyAt(corners: readonly Point[], frame: readonly Point[]): number[] {
  const middle = centroidOf(corners);
  return [...frame.map((p) => distance(p, middle)), areaOf(corners)].map((v) => Math.round(v / GRAIN));
}

/** The rank of each key, compared number by number; equal keys share a rank. */
function toRanks(keys: readonly (readonly number[])[]): number[] {
  const compare = (a: readonly number[], b: readonly number[]): number => {
    const at = a.findIndex((v, i) => v !== b[i]);
    return at < 0 ? a.length - b.length : a[at]! - (b[at] ?? -Infinity);
  };
  const sorted = keys.map((_, i) => i).sort((i, j) => compare(keys[i]!, keys[j]!));
  const ranks = new Array<number>(keys.length);
  let rank = 0;
  sorted.forEach((i, at) => {
    if (at > 0 && compare(keys[i]!, keys[sorted[at - 1]!]!) !== 0) rank = at;
    ranks[i] = rank;
  });
  return ranks;
}

/** Rounds of looking at neighbours; each reaches one facet farther. */
const MOST_ROUNDS = 8;

/**
 * Facets of equal rank told apart by what lies round them: the lengths of their edges with the ranks across, again and
 * again (colour refinement, Weisfeiler and Leman 1968). What stays equal is symmetric as far as this can see.
 */
function refineRanks(ranks: readonly number[], edges: readonly SizedEdge[]): number[] {
  let known = [...ranks];
  for (let round = 0; round < MOST_ROUNDS && new Set(known).size < known.length; round++) {
    const around: number[][] = known.map(() => []);
    const note = (f: number, size: number, other: number): void => {
      around[f]!.push(size * known.length + other);
    };
    for (const { left, right, size } of edges) {
      note(left, size, right < 0 ? -1 : known[right]!);
      if (right >= 0) note(right, size, known[left]!);
    }
    const next = toRanks(known.map((rank, f) => [rank, ...around[f]!.sort((a, b) => a - b)]));
    if (next.every((r, f) => r === known[f])) break;
    known = next;
  }
  return known;
}

interface SizedEdge extends MeshEdge {
  /** In grains. */
  readonly size: number;
}

const sizedEdges = (loops: readonly (readonly number[])[], vertices: readonly Point[]): SizedEdge[] =>
  listEdges(loops).map((e) => ({
    ...e,
    size: Math.round(distance(vertices[e.u]!, vertices[e.v]!) / GRAIN),
  }));
