import {
  type ConvexShape,
  type Isometry,
  type Line,
  type Point,
  apply,
  between,
  distance,
  doShapesOverlap,
  sideOf,
  toShape,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import { done, failed, type Outcome } from '../outcome/index.ts';
import { type Refusal, refuseSliver } from './refusal.ts';
import { type FlatState, shapeOnModel } from './state.ts';

/** A part of a facet while a move is made: where it lay before and where it lies after. */
export interface Piece {
  readonly loop: readonly number[];
  readonly parent: number;
  readonly before: Isometry;
  readonly after: Isometry;
  /** On which side of the cutting line it lies: 1 on the normal's side, -1 on the other. */
  readonly side: 1 | -1;
}

/** The sheet cut along one line of the model. Pieces share vertices through their edges, so nothing can come apart. */
export interface FineMesh {
  readonly vertices: readonly Point[];
  readonly pieces: readonly Piece[];
  /** True for the vertices that lie on the cutting line. */
  readonly onLine: readonly boolean[];
  /** True for parents that were cut in two. */
  readonly cut: readonly boolean[];
}

/** Cuts every facet that the line crosses. Refuses a line that would leave an edge too short to fold. */
export function cutAlong(state: FlatState, line: Line): Outcome<FineMesh, Refusal> {
  const vertices: Point[] = [...state.vertices];
  const sides = sidesOf(state, line);
  const cutPoints = new Map<string, number>();
  const pieces: Piece[] = [];
  const cut: boolean[] = [];
  const cutEdge = (u: number, v: number): number => {
    const key = u < v ? `${u},${v}` : `${v},${u}`;
    const known = cutPoints.get(key);
    if (known !== undefined) return known;
    const t = sides[u]! / (sides[u]! - sides[v]!);
    vertices.push(between(state.vertices[u]!, state.vertices[v]!, t));
    sides.push(0);
    cutPoints.set(key, vertices.length - 1);
    return vertices.length - 1;
  };
  state.facets.forEach((facet, parent) => {
    const [beyond, near]: [number[], number[]] = [[], []];
    facet.loop.forEach((u, i) => {
      const v = facet.loop[(i + 1) % facet.loop.length]!;
      if (sides[u]! >= 0) beyond.push(u);
      if (sides[u]! <= 0) near.push(u);
      if (sides[u]! * sides[v]! < 0) {
        const w = cutEdge(u, v);
        beyond.push(w);
        near.push(w);
      }
    });
    const has = (sign: number) => facet.loop.some((v) => sides[v]! * sign > 0);
    const place = { parent, before: facet.placement, after: facet.placement };
    if (has(1)) pieces.push({ loop: beyond, side: 1, ...place });
    if (has(-1)) pieces.push({ loop: near, side: -1, ...place });
    cut.push(has(1) && has(-1));
  });
  for (const [key, w] of cutPoints) {
    const short = key
      .split(',')
      .map(Number)
      .find((v) => isSamePoint(vertices[v]!, vertices[w]!, tolerance.shortestEdge));
    if (short !== undefined) return failed(sliverAt(state, short, vertices[w]!));
  }
  return done({ vertices, pieces, onLine: sides.map((s) => s === 0), cut });
}

/** Signed distance of each vertex image, exactly 0 for those on the line. Images of one vertex agree in all facets. */
function sidesOf(state: FlatState, line: Line): number[] {
  const sides: number[] = new Array<number>(state.vertices.length).fill(Number.NaN);
  for (const { loop, placement } of state.facets) {
    for (const v of loop) {
      if (!Number.isNaN(sides[v]!)) continue;
      const s = sideOf(line, apply(placement, state.vertices[v]!));
      sides[v] = Math.abs(s) <= tolerance.onLine ? 0 : s;
    }
  }
  return sides;
}

function sliverAt(state: FlatState, vertex: number, cutPoint: Point): Refusal {
  const apart = distance(state.vertices[vertex]!, cutPoint);
  const facet = state.facets.find((f) => f.loop.includes(vertex));
  return refuseSliver(apart, facet && apply(facet.placement, state.vertices[vertex]!));
}

/** Corners of a piece where it lies before or after the move. */
export const pieceOnModel = (mesh: FineMesh, piece: Piece, when: 'before' | 'after'): Point[] =>
  piece.loop.map((v) => apply(piece[when], mesh.vertices[v]!));

/** Above (1), below (-1) or apart (0) for every pair of pieces where they lay before the move. */
export function inheritOrder(state: FlatState, { pieces, vertices, cut }: FineMesh): Int8Array {
  const n = pieces.length;
  const facets = state.facets.length;
  const order = new Int8Array(n * n);
  const shapes: (ConvexShape | undefined)[] = [];
  const shapeOf = (i: number): ConvexShape => {
    const { loop, parent, before } = pieces[i]!;
    return (shapes[i] ??= cut[parent]
      ? toShape(loop.map((v) => apply(before, vertices[v]!)))
      : shapeOnModel(state, parent));
  };
  const parents = Int32Array.from(pieces, (p) => p.parent);
  const sides = Int8Array.from(pieces, (p) => p.side);
  for (let i = 0; i < n; i++) {
    const p = parents[i]!;
    const row = p * facets;
    for (let j = i + 1; j < n; j++) {
      const q = parents[j]!;
      const relation = state.order[row + q]!;
      if (relation === 0 || sides[i] !== sides[j]) continue;
      if ((cut[p] || cut[q]) && !doShapesOverlap(shapeOf(i), shapeOf(j), tolerance.overlap)) continue;
      order[i * n + j] = relation;
      order[j * n + i] = -relation;
    }
  }
  return order;
}
