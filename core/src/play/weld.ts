import type { PlayMesh } from './mesh.ts';

/**
 * Layers that lie on each other before and after a move, on the same side of the gap that opens, move as one: their
 * corners that meet in both states become one. Gives for each vertex the number of its weld, and how many there are.
 * Without folds that change their sign nothing opens, and every vertex stays its own.
 */
export function weldLayers(mesh: PlayMesh): { weld: Int32Array; count: number } {
  const gap = gapOf(mesh);
  const n = mesh.points.length;
  if (gap === undefined) return { weld: Int32Array.from({ length: n }, (_, v) => v), count: n };
  const sides = new Uint8Array(n);
  mesh.triangles.forEach((corners, t) => {
    const side = levelOf(mesh, t) > gap ? 1 : 2;
    for (const v of corners) sides[v]! |= side;
  });
  const known = new Map<string, number>();
  const weld = Int32Array.from({ length: n }, (_, v) => {
    const key =
      [...mesh.first[v]!, ...mesh.second[v]!].map((x) => Math.round(x * 1e7)).join() + `,${sides[v]}`;
    const own = known.get(key) ?? known.size;
    known.set(key, own);
    return own;
  });
  return { weld, count: known.size };
}

/** Level in the first state's stack, from below; the rank is counted along the paper's own front. */
export const levelOf = (mesh: PlayMesh, t: number): number =>
  mesh.firstRank[t]! * (isFrontUp(mesh, t) ? 1 : -1);

/** True where a triangle shows its front in the first state: its corners run counter-clockwise. */
export function isFrontUp(mesh: PlayMesh, t: number): boolean {
  const [a, b, c] = mesh.triangles[t]!.map((v) => mesh.first[v]!);
  return (b![0] - a![0]) * (c![1] - a![1]) - (b![1] - a![1]) * (c![0] - a![0]) > 0;
}

/** Between which levels the stack opens: the middle of the folds that change their sign, which lie about it like pages. */
export function gapOf(mesh: PlayMesh): number | undefined {
  const middles = mesh.hinges.flatMap((h) =>
    h.from * h.to < 0 ? [(levelOf(mesh, h.left) + levelOf(mesh, h.right)) / 2] : [],
  );
  if (middles.length === 0) return undefined;
  middles.sort((a, b) => a - b);
  // A level of its own belongs to one side.
  return middles[Math.floor(middles.length / 2)]! + 0.001;
}
