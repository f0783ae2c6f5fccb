import { type Point, isInside } from '../geometry/index.ts';
import type { PlayMesh } from './mesh.ts';
import { isFrontUp, levelOf } from './weld.ts';

/** Less than this, in sheet sides, is no rise out of the plane. */
const RISE = 1e-4;
/** A middle this near to a triangle's side does not lie under it. */
const WITHIN = -1e-9;

/**
 * Whether paper that lies still lies over paper that leaves the plane: where that goes to the front, in front of it, else behind. It
 * would be gone through, and has to be held aside by the folder. Judged at the middles of triangles.
 */
export function isCovered(mesh: PlayMesh, frames: readonly Float32Array[]): boolean {
  const rises = mesh.triangles.map((corners) => {
    let [up, down] = [0, 0];
    for (const frame of frames)
      for (const v of corners) {
        up = Math.max(up, frame[3 * v + 2]!);
        down = Math.max(down, -frame[3 * v + 2]!);
      }
    return up > down ? up : -down;
  });
  const outlines = mesh.triangles.map((corners, t): readonly Point[] => {
    const at = corners.map((v) => mesh.first[v]!);
    return isFrontUp(mesh, t) ? at : at.reverse();
  });
  const levels = mesh.triangles.map((_, t) => levelOf(mesh, t));
  return rises.some((rise, t) => {
    if (Math.abs(rise) < RISE) return false;
    const [a, b, c] = outlines[t]!;
    const middle: Point = [(a![0] + b![0] + c![0]) / 3, (a![1] + b![1] + c![1]) / 3];
    return rises.some(
      (other, s) =>
        Math.abs(other) < RISE &&
        (levels[s]! - levels[t]!) * rise > 0 &&
        isInside(outlines[s]!, middle, WITHIN),
    );
  });
}
