import {
  type Isometry,
  type Point,
  type Segment,
  apply,
  between,
  distance,
  isInside,
  isOnSegment,
  lineThrough,
  sideOf,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import type { FineMesh } from './mesh.ts';
import { type Refusal, refuseSliver } from './refusal.ts';
import { type FlatState, edgeKey } from './state.ts';

interface CutPiece {
  loop: number[];
  readonly parent: number;
  readonly placement: Isometry;
}

/** Ends of creases are constructed points: this close (sheet sides) they lie on an edge or a vertex. */
const END_SLACK = 1e-7;

/**
 * Cuts chosen paper along segments of the sheet, one after the other. A convex piece that a segment enters is cut from
 * side to side (pieces that turn out not to move grow together again), and the cut's ends are shared with the
 * neighbours, so that nothing can come apart.
 */
export class MeshCutter {
  readonly vertices: Point[];
  readonly pieces: CutPiece[];
  private readonly parents: number;
  private readonly owner = new Map<number, number>();

  constructor(state: FlatState) {
    this.vertices = [...state.vertices];
    this.parents = state.facets.length;
    this.pieces = state.facets.map((f, parent) => ({
      loop: [...f.loop],
      parent,
      placement: f.placement,
    }));
    this.pieces.forEach((_, i) => this.enter(i));
  }

  /** Cuts every piece of the chosen facets that the segment enters. Refuses cuts that would leave too short an edge. */
  cut(segment: Segment, isChosen: (facet: number) => boolean): Outcome<void, Refusal> {
    const line = lineThrough(segment.from, segment.to);
    if (!line)
      return failed({
        kind: 'reference',
        text: 'A crease has no length; choose two points that lie apart.',
      });
    const count = this.pieces.length;
    for (let i = 0; i < count; i++) {
      const piece = this.pieces[i]!;
      if (!isChosen(piece.parent) || !this.enters(segment, piece)) continue;
      const sides = piece.loop.map((v) => {
        const s = sideOf(line, this.vertices[v]!);
        return Math.abs(s) <= tolerance.onLine * 10 ? 0 : s;
      });
      if (!sides.some((s) => s > 0) || !sides.some((s) => s < 0)) continue;
      const fault = this.divide(i, sides);
      if (fault) return failed(fault);
    }
    return done(undefined);
  }

  /**
   * Puts a vertex on every edge of the chosen facets that a place of the sheet lies on, so that a crease can end there.
   * Nothing where a vertex is already.
   */
  splitAt(at: Point, isChosen: (facet: number) => boolean): void {
    // Pieces share their vertices: where one lies already, no edge runs past it.
    if (this.vertices.some((v) => Math.abs(v[0] - at[0]) < END_SLACK && distance(v, at) < END_SLACK)) return;
    for (let i = 0; i < this.pieces.length; i++) {
      const { loop, parent } = this.pieces[i]!;
      if (!isChosen(parent)) continue;
      const k = loop.findIndex((u, j) =>
        isOnSegment(
          at,
          { from: this.vertices[u]!, to: this.vertices[loop[(j + 1) % loop.length]!]! },
          END_SLACK,
        ),
      );
      if (k < 0) continue;
      const w = this.splitEdge(i, loop[k]!, loop[(k + 1) % loop.length]!, at);
      loop.splice(k + 1, 0, w);
      this.enter(i);
      // The piece across the edge has the vertex as well.
      return;
    }
  }

  /** The mesh with every piece where its facet lay. */
  toMesh(): FineMesh {
    const parts = new Array<number>(this.parents).fill(0);
    for (const p of this.pieces) parts[p.parent]!++;
    return {
      vertices: this.vertices,
      pieces: this.pieces.map((p) => ({
        loop: p.loop,
        parent: p.parent,
        before: p.placement,
        after: p.placement,
        side: 1,
      })),
      onLine: this.vertices.map(() => false),
      cut: parts.map((n) => n > 1),
    };
  }

  /** True where more than a point of the segment lies inside the piece. */
  private enters(segment: Segment, piece: CutPiece): boolean {
    const { loop } = piece;
    let low = 0;
    let high = 1;
    for (let i = 0; i < loop.length; i++) {
      const p = this.vertices[loop[i]!]!;
      const q = this.vertices[loop[(i + 1) % loop.length]!]!;
      const dx = q[0] - p[0];
      const dy = q[1] - p[1];
      const size = Math.hypot(dx, dy);
      if (size < tolerance.samePoint) continue;
      const a = (dx * (segment.from[1] - p[1]) - dy * (segment.from[0] - p[0])) / size;
      const b = (dx * (segment.to[1] - p[1]) - dy * (segment.to[0] - p[0])) / size;
      if (a < 0 && b < 0) return false;
      if (a < 0) low = Math.max(low, a / (a - b));
      else if (b < 0) high = Math.min(high, a / (a - b));
      if (low >= high) return false;
    }
    const inside = (high - low) * distance(segment.from, segment.to);
    if (inside <= tolerance.overlap) return false;
    const middle = between(segment.from, segment.to, (low + high) / 2);
    return isInside(
      loop.map((v) => this.vertices[v]!),
      middle,
      0,
    );
  }

  private divide(i: number, sides: readonly number[]): Refusal | undefined {
    const piece = this.pieces[i]!;
    const loop: number[] = [];
    const left: number[] = [];
    const right: number[] = [];
    const before = [...piece.loop];
    for (let k = 0; k < before.length; k++) {
      const [u, v] = [before[k]!, before[(k + 1) % before.length]!];
      const [s, t] = [sides[k]!, sides[(k + 1) % before.length]!];
      loop.push(u);
      if (s >= 0) left.push(u);
      if (s <= 0) right.push(u);
      if (s * t >= 0) continue;
      const at = between(this.vertices[u]!, this.vertices[v]!, s / (s - t));
      const near = [u, v].find((w) => isSamePoint(this.vertices[w]!, at, tolerance.shortestEdge));
      if (near !== undefined) return this.sliver(piece, near, at);
      const w = this.splitEdge(i, u, v, at);
      loop.push(w);
      left.push(w);
      right.push(w);
    }
    const number = this.pieces.length;
    this.pieces[i] = { ...piece, loop: left };
    this.pieces.push({ ...piece, loop: right });
    this.enter(i);
    this.enter(number);
    return undefined;
  }

  /** A new vertex on the edge u to v of piece i, shared with the piece across it. */
  private splitEdge(i: number, u: number, v: number, at: Point): number {
    const w = this.vertices.length;
    this.vertices.push(at);
    this.owner.delete(edgeKey(u, v));
    const across = this.owner.get(edgeKey(v, u));
    if (across !== undefined && across !== i) {
      this.owner.delete(edgeKey(v, u));
      const { loop } = this.pieces[across]!;
      loop.splice(loop.indexOf(v) + 1, 0, w);
      this.owner.set(edgeKey(v, w), across);
      this.owner.set(edgeKey(w, u), across);
    }
    return w;
  }

  private enter(i: number): void {
    const { loop } = this.pieces[i]!;
    loop.forEach((u, k) => this.owner.set(edgeKey(u, loop[(k + 1) % loop.length]!), i));
  }

  private sliver(piece: CutPiece, vertex: number, at: Point): Refusal {
    return refuseSliver(distance(this.vertices[vertex]!, at), apply(piece.placement, this.vertices[vertex]!));
  }
}
