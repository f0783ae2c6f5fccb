import { type Isometry, isSamePlacement, isTurned } from '../geometry/index.ts';
import type { PlayMesh } from './mesh.ts';
import { isFrontUp } from './weld.ts';

/** An axis in the plane: a point and a unit direction. */
interface Axis {
  readonly at: readonly [number, number];
  readonly along: readonly [number, number];
}

/** A motion about an axis that brings the moved triangles over: exact and free of strain. */
export interface RigidFold {
  readonly moved: readonly boolean[];
  readonly axis: Axis;
  /** Towards the viewer (+1) or away (-1). */
  readonly towards: 1 | -1;
}

/**
 * The rigid motion of a simple fold: all moved paper is reflected in one line of the model and nothing between moved and
 * still paper lies off that line. Undefined for every other move.
 */
export function findRigidFold(mesh: PlayMesh): RigidFold | undefined {
  const moved = mesh.still.map((s) => !s);
  const motion = mesh.motions[moved.indexOf(true)];
  if (!motion || !isTurned(motion)) return undefined;
  if (mesh.motions.some((m, t) => moved[t]! && !isSamePlacement(m, motion))) return undefined;
  const axis = axisOf(motion);
  if (!axis) return undefined;
  let votes = 0;
  for (const h of mesh.hinges) {
    if (moved[h.left] === moved[h.right]) {
      // Inside the moved or the still paper a rigid motion changes no angle.
      if (Math.abs(h.from - h.to) > 1e-9) return undefined;
      continue;
    }
    if (offAxis(axis, mesh.first[h.i]!) > 1e-7 || offAxis(axis, mesh.first[h.j]!) > 1e-7) return undefined;
    const still = moved[h.left] ? h.right : h.left;
    const change = h.to - h.from;
    // Paper that shows its front and closes as a valley comes up; turned paper the other way round.
    votes += Math.sign(change) * (isFrontUp(mesh, still) ? 1 : -1) * length(mesh, h.i, h.j);
  }
  if (votes === 0) return undefined;
  return { moved, axis, towards: votes > 0 ? 1 : -1 };
}

const length = (mesh: PlayMesh, i: number, j: number): number =>
  Math.hypot(mesh.first[i]![0] - mesh.first[j]![0], mesh.first[i]![1] - mesh.first[j]![1]);

/** The line a reflection leaves where it is; undefined for a glide. */
export function axisOf({ a, c, tx, ty }: Isometry): Axis | undefined {
  const half = Math.atan2(c, a) / 2;
  const along = [Math.cos(half), Math.sin(half)] as const;
  if (Math.abs(along[0] * tx + along[1] * ty) > 1e-7) return undefined;
  return { at: [tx / 2, ty / 2], along };
}

const offAxis = ({ at, along }: Axis, p: readonly [number, number]): number =>
  Math.abs((p[0] - at[0]) * along[1] - (p[1] - at[1]) * along[0]);

/** Positions (x, y, z for each vertex) with the moved paper turned by a share of half a turn. */
export function poseRigid(mesh: PlayMesh, fold: RigidFold, share: number): Float32Array {
  const pose = flatPose(mesh.first);
  const angle = Math.PI * share;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const touched = new Set<number>();
  mesh.triangles.forEach((corners, t) => fold.moved[t] && corners.forEach((v) => touched.add(v)));
  const { at, along } = fold.axis;
  for (const v of touched) {
    const p = mesh.first[v]!;
    const [dx, dy] = [p[0] - at[0], p[1] - at[1]];
    const t = dx * along[0] + dy * along[1];
    const [ox, oy] = [dx - t * along[0], dy - t * along[1]];
    pose[3 * v] = at[0] + t * along[0] + ox * cos;
    pose[3 * v + 1] = at[1] + t * along[1] + oy * cos;
    pose[3 * v + 2] = Math.hypot(ox, oy) * sin * fold.towards;
  }
  return pose;
}

export function flatPose(points: readonly (readonly [number, number])[]): Float32Array {
  const pose = new Float32Array(points.length * 3);
  points.forEach((p, v) => {
    pose[3 * v] = p[0];
    pose[3 * v + 1] = p[1];
  });
  return pose;
}
