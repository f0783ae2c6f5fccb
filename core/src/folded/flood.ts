import { type Point, isInside, tolerance } from '../geometry/index.ts';
import type { FineMesh } from './mesh.ts';
import { listEdges } from './state.ts';

/** Pieces (on one side of the cut) that hold a material point; several where it lies on a fold or corner. */
export function piecesAt(mesh: FineMesh, pointOnSheet: Point, side: 1 | -1): number[] {
  const found: number[] = [];
  mesh.pieces.forEach((piece, i) => {
    const corners = piece.loop.map((v) => mesh.vertices[v]!);
    if (piece.side === side && isInside(corners, pointOnSheet, tolerance.samePoint * 10)) found.push(i);
  });
  return found;
}

/** The least set of pieces holding the seeds that can move about the cut without tearing: all they hang on to. */
export function floodFrom(mesh: FineMesh, seeds: readonly number[]): Set<number> {
  const next: number[][] = mesh.pieces.map(() => []);
  for (const { u, v, left, right } of listEdges(mesh.pieces.map((p) => p.loop))) {
    if (right < 0 || (mesh.onLine[u] && mesh.onLine[v])) continue;
    next[left]!.push(right);
    next[right]!.push(left);
  }
  const moving = new Set(seeds);
  const queue = [...seeds];
  while (queue.length > 0) {
    for (const piece of next[queue.pop()!]!) {
      if (moving.has(piece)) continue;
      moving.add(piece);
      queue.push(piece);
    }
  }
  return moving;
}
