import type { PlayMesh } from './mesh.ts';

/** How true a motion is to paper. */
export interface Truth {
  /** Largest change of length of any side, as a share of it, over all frames. */
  readonly strain: number;
  /** Sides that go through triangles, for each triangle, in the worst frame looked at. */
  readonly crossings: number;
  /** Largest way a corner goes between two frames, in sheet sides. */
  readonly leap: number;
}

/** Sides shorter than this are a fold's corner, not paper anyone sees stretch (sheet sides). */
const SHORT = 0.01;
/** Ends of a side this close to a triangle's plane do not count as through it: a millimetre on a 25 cm sheet. */
const THROUGH = 4e-3;
/** Frames between two that are looked through for crossings. */
const EVERY = 4;

/** Whether a frame is one that is looked through for crossings. */
const isLookedThrough = (frame: number): boolean => frame % EVERY === EVERY / 2;

/** Tells as a motion is made whether one of its frames alone is beyond what may be; of those that are looked through. */
export function buildWatch(
  mesh: PlayMesh,
  most: Pick<Truth, 'strain' | 'crossings'>,
): (frame: number, x: Float32Array) => boolean {
  const sides = listSides(mesh).filter((s) => s.rest > SHORT);
  return (frame, x) =>
    isLookedThrough(frame) &&
    (strainOf(sides, x) > most.strain ||
      countCrossings(mesh, sides, x) / mesh.triangles.length > most.crossings);
}

function strainOf(sides: readonly Side[], x: Float32Array): number {
  let strain = 0;
  for (const { u, v, rest } of sides) {
    const now = Math.hypot(
      x[3 * u]! - x[3 * v]!,
      x[3 * u + 1]! - x[3 * v + 1]!,
      x[3 * u + 2]! - x[3 * v + 2]!,
    );
    strain = Math.max(strain, Math.abs(now - rest) / rest);
  }
  return strain;
}

/** Judges frames of a motion: lengths in every frame, crossings in every fourth. */
export function judgeFrames(mesh: PlayMesh, frames: readonly Float32Array[]): Truth {
  const sides = listSides(mesh).filter((s) => s.rest > SHORT);
  let [strain, leap, crossings] = [0, 0, 0];
  frames.forEach((x, f) => {
    strain = Math.max(strain, strainOf(sides, x));
    const before = frames[f - 1];
    if (before)
      for (let a = 0; a < x.length; a += 3)
        leap = Math.max(
          leap,
          Math.hypot(x[a]! - before[a]!, x[a + 1]! - before[a + 1]!, x[a + 2]! - before[a + 2]!),
        );
    if (isLookedThrough(f))
      crossings = Math.max(crossings, countCrossings(mesh, sides, x) / mesh.triangles.length);
  });
  return { strain, crossings, leap };
}

interface Side {
  readonly u: number;
  readonly v: number;
  readonly rest: number;
}

function listSides(mesh: PlayMesh): Side[] {
  const known = new Map<string, Side>();
  for (const t of mesh.triangles)
    for (let e = 0; e < 3; e++) {
      const [a, b] = [t[e]!, t[(e + 1) % 3]!];
      const [u, v] = a < b ? [a, b] : [b, a];
      const [p, q] = [mesh.points[u]!, mesh.points[v]!];
      known.set(`${u},${v}`, { u, v, rest: Math.hypot(p[0] - q[0], p[1] - q[1]) });
    }
  return [...known.values()];
}

function countCrossings(mesh: PlayMesh, sides: readonly Side[], x: Float32Array): number {
  let found = 0;
  for (const [a, b, c] of mesh.triangles) {
    const [A, B, C] = [3 * a, 3 * b, 3 * c];
    const [ux, uy, uz] = [x[B]! - x[A]!, x[B + 1]! - x[A + 1]!, x[B + 2]! - x[A + 2]!];
    const [vx, vy, vz] = [x[C]! - x[A]!, x[C + 1]! - x[A + 1]!, x[C + 2]! - x[A + 2]!];
    let [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
    const size = Math.hypot(nx, ny, nz);
    if (size < 1e-9) continue;
    [nx, ny, nz] = [nx / size, ny / size, nz / size];
    const low = [0, 1, 2].map((k) => Math.min(x[A + k]!, x[B + k]!, x[C + k]!));
    const high = [0, 1, 2].map((k) => Math.max(x[A + k]!, x[B + k]!, x[C + k]!));
    for (const { u, v } of sides) {
      if (u === a || u === b || u === c || v === a || v === b || v === c) continue;
      const [U, V] = [3 * u, 3 * v];
      let apart = false;
      for (let k = 0; k < 3 && !apart; k++)
        apart = Math.max(x[U + k]!, x[V + k]!) < low[k]! || Math.min(x[U + k]!, x[V + k]!) > high[k]!;
      if (apart) continue;
      const over = (P: number): number =>
        (x[P]! - x[A]!) * nx + (x[P + 1]! - x[A + 1]!) * ny + (x[P + 2]! - x[A + 2]!) * nz;
      const [du, dv] = [over(U), over(V)];
      if (du * dv >= 0 || Math.min(Math.abs(du), Math.abs(dv)) < THROUGH) continue;
      const t = du / (du - dv);
      const p = [0, 1, 2].map((k) => x[U + k]! + t * (x[V + k]! - x[U + k]!) - x[A + k]!);
      // Barycentric coordinates by the two sides of the triangle.
      const [uu, uv, vv] = [
        ux * ux + uy * uy + uz * uz,
        ux * vx + uy * vy + uz * vz,
        vx * vx + vy * vy + vz * vz,
      ];
      const [pu, pv] = [p[0]! * ux + p[1]! * uy + p[2]! * uz, p[0]! * vx + p[1]! * vy + p[2]! * vz];
      const det = uu * vv - uv * uv;
      const [s, r] = [(vv * pu - uv * pv) / det, (uu * pv - uv * pu) / det];
      if (s > 0.01 && r > 0.01 && s + r < 0.99) found++;
    }
  }
  return found;
}
