import type { PlayMesh } from './mesh.ts';
import { isFrontUp, weldLayers } from './weld.ts';

/** What each fold shall do at one moment of a motion. */
export interface Drive {
  /** Wanted fold angle of each hinge, in radians, and how strongly it is held there. */
  readonly target: Float64Array;
  readonly weight: Float64Array;
}

const STEPS = 2;
const MOST_ITERATIONS = 40;
const STRETCH = 1;
const DAMPING = 2e-4;
/** Errors of angles are met in bites, so that one frame never tears the sheet (radians). */
const BITE = 0.5;

/**
 * The sheet as springs along every side and at every fold, followed quasi-statically: Gauss-Newton on the positions,
 * each step solved by conjugate gradients without ever building the matrix. Angles are tracked unwrapped, so that a
 * fold closed one way is told from one closed the other way.
 */
export class SheetSolver {
  private readonly positions: Float64Array;
  private readonly weld: Int32Array;
  private readonly hinges: readonly (readonly [number, number, number, number])[];
  private readonly sides: Int32Array;
  private readonly rest: Float64Array;
  private readonly angles: Float64Array;
  private readonly gradients: Float64Array;
  private readonly directions: Float64Array;
  private readonly pinned: Int32Array;
  private readonly home: Float64Array;
  private readonly pin: number;

  /** `pin` holds still paper where it lies. Starts flat at the first state, layers a hair apart so that the flat stack has an inside and an outside. */
  constructor(mesh: PlayMesh, lift: number, { pin, weld: isWelded }: { pin: number; weld: boolean }) {
    this.pin = pin;
    const { weld, count } = isWelded
      ? weldLayers(mesh)
      : { weld: Int32Array.from(mesh.points, (_, v) => v), count: mesh.points.length };
    this.weld = weld;
    this.positions = new Float64Array(3 * count);
    const rank = new Float64Array(count);
    const shares = new Float64Array(count);
    mesh.triangles.forEach((corners, t) => {
      const up = isFrontUp(mesh, t) ? 1 : -1;
      for (const v of corners) {
        rank[weld[v]!]! += mesh.firstRank[t]! * up;
        shares[weld[v]!]!++;
      }
    });
    mesh.first.forEach((p, v) => {
      const w = weld[v]!;
      this.positions.set([p[0], p[1], (lift * rank[w]!) / shares[w]!], 3 * w);
    });
    const sides = new Map<string, [number, number, number]>();
    for (const t of mesh.triangles)
      for (let e = 0; e < 3; e++) {
        const [p, q] = [t[e]!, t[(e + 1) % 3]!];
        const [u, v] = [weld[p]!, weld[q]!];
        const [a, b] = [mesh.points[p]!, mesh.points[q]!];
        if (u !== v)
          sides.set(u < v ? `${u},${v}` : `${v},${u}`, [u, v, Math.hypot(a[0] - b[0], a[1] - b[1])]);
      }
    this.sides = Int32Array.from([...sides.values()].flatMap(([u, v]) => [u, v]));
    this.rest = Float64Array.from([...sides.values()], ([, , rest]) => rest);
    this.hinges = mesh.hinges.map(({ i, j, k, l }) => [weld[i]!, weld[j]!, weld[k]!, weld[l]!] as const);
    this.angles = Float64Array.from(mesh.hinges, (h) => h.from);
    this.gradients = new Float64Array(12 * mesh.hinges.length);
    this.directions = new Float64Array(this.sides.length * 1.5);
    const pinned = new Set(mesh.triangles.flatMap((t, i) => (mesh.still[i] ? t.map((v) => weld[v]!) : [])));
    this.pinned = Int32Array.from(pinned);
    this.home = this.positions.slice();
  }

  /** Positions of all vertices of the mesh. */
  pose(): Float32Array {
    const { weld, positions } = this;
    const pose = new Float32Array(3 * weld.length);
    weld.forEach((w, v) => pose.set(positions.subarray(3 * w, 3 * w + 3), 3 * v));
    return pose;
  }

  /** Moves the sheet towards the wanted angles; two Gauss-Newton steps. */
  follow({ target, weight }: Drive): void {
    const { positions } = this;
    for (let step = 0; step < STEPS; step++) {
      const force = new Float64Array(positions.length);
      const diagonal = new Float64Array(positions.length).fill(DAMPING);
      this.addSides(force, diagonal);
      this.addHinges(target, weight, force, diagonal);
      for (const v of this.pinned)
        for (let a = 3 * v; a < 3 * v + 3; a++) {
          force[a]! -= this.pin * (positions[a]! - this.home[a]!);
          diagonal[a]! += this.pin;
        }
      const move = this.solve(force, diagonal, weight);
      for (let a = 0; a < positions.length; a++) positions[a]! += move[a]!;
    }
  }

  /** Pulls every vertex a share of the way to given positions of the mesh. */
  pull(to: ArrayLike<number>, share: number): void {
    this.weld.forEach((w, v) => {
      for (let a = 0; a < 3; a++)
        this.positions[3 * w + a]! += (to[3 * v + a]! - this.positions[3 * w + a]!) * share;
    });
  }

  private addSides(force: Float64Array, diagonal: Float64Array): void {
    const { positions: x, sides, rest, directions } = this;
    for (let s = 0; s < rest.length; s++) {
      const [u, v] = [3 * sides[2 * s]!, 3 * sides[2 * s + 1]!];
      const [dx, dy, dz] = [x[v]! - x[u]!, x[v + 1]! - x[u + 1]!, x[v + 2]! - x[u + 2]!];
      const size = Math.max(Math.hypot(dx, dy, dz), 1e-9);
      const k = STRETCH / rest[s]!;
      const pull = (k * (size - rest[s]!)) / size;
      const root = Math.sqrt(k) / size;
      directions[3 * s] = dx * root;
      directions[3 * s + 1] = dy * root;
      directions[3 * s + 2] = dz * root;
      for (let a = 0; a < 3; a++) {
        const d = a === 0 ? dx : a === 1 ? dy : dz;
        force[u + a]! += pull * d;
        force[v + a]! -= pull * d;
        const own = (d * root) ** 2;
        diagonal[u + a]! += own;
        diagonal[v + a]! += own;
      }
    }
  }

  private addHinges(
    target: Float64Array,
    weight: Float64Array,
    force: Float64Array,
    diagonal: Float64Array,
  ): void {
    const { hinges } = this;
    for (let h = 0; h < hinges.length; h++) {
      if (this.isShut(h)) continue;
      this.readHinge(h);
      const error = Math.max(-BITE, Math.min(BITE, target[h]! - this.angles[h]!));
      const ends = hinges[h]!;
      for (let c = 0; c < 4; c++)
        for (let a = 0; a < 3; a++) {
          const g = this.gradients[12 * h + 3 * c + a]!;
          force[3 * ends[c]! + a]! += weight[h]! * error * g;
          diagonal[3 * ends[c]! + a]! += weight[h]! * g * g;
        }
    }
  }

  /** True for a fold whose two sides are welded onto each other: it has nothing left to do. */
  private isShut(h: number): boolean {
    const [i, j, k, l] = this.hinges[h]!;
    return k === l || i === j;
  }

  /** Angle of a hinge, unwrapped from its last one, and how it changes with its four corners (Bridson's formula). */
  private readHinge(h: number): void {
    const x = this.positions;
    const [i, j, k, l] = this.hinges[h]!;
    const [I, J, K, L] = [3 * i, 3 * j, 3 * k, 3 * l];
    const e = [x[J]! - x[I]!, x[J + 1]! - x[I + 1]!, x[J + 2]! - x[I + 2]!] as const;
    const size = Math.max(Math.hypot(...e), 1e-9);
    const left = cross(x, I, K, J, K);
    const right = cross(x, J, L, I, L);
    const [n1, n2] = [
      Math.max(left[0] ** 2 + left[1] ** 2 + left[2] ** 2, 1e-18),
      Math.max(right[0] ** 2 + right[1] ** 2 + right[2] ** 2, 1e-18),
    ];
    const across = [
      left[1] * right[2] - left[2] * right[1],
      left[2] * right[0] - left[0] * right[2],
      left[0] * right[1] - left[1] * right[0],
    ] as const;
    const sin = -(across[0] * e[0] + across[1] * e[1] + across[2] * e[2]) / size;
    const cos = left[0] * right[0] + left[1] * right[1] + left[2] * right[2];
    const raw = Math.atan2(sin, cos);
    this.angles[h] = raw + 2 * Math.PI * Math.round((this.angles[h]! - raw) / (2 * Math.PI));
    const along = (p: number, q: number): number =>
      ((x[p]! - x[q]!) * e[0] + (x[p + 1]! - x[q + 1]!) * e[1] + (x[p + 2]! - x[q + 2]!) * e[2]) / size;
    const [kj, lj, ki, li] = [along(K, J), along(L, J), along(K, I), along(L, I)];
    const g = this.gradients;
    for (let a = 0; a < 3; a++) {
      const [u, v] = [left[a]! / n1, right[a]! / n2];
      g[12 * h + a] = kj * u + lj * v;
      g[12 * h + 3 + a] = -ki * u - li * v;
      g[12 * h + 6 + a] = size * u;
      g[12 * h + 9 + a] = size * v;
    }
  }

  /** Conjugate gradients on the normal equations, preconditioned by their diagonal. */
  private solve(force: Float64Array, diagonal: Float64Array, weight: Float64Array): Float64Array {
    const n = force.length;
    const move = new Float64Array(n);
    const residual = force.slice();
    const z = new Float64Array(n);
    for (let a = 0; a < n; a++) z[a] = residual[a]! / diagonal[a]!;
    const way = z.slice();
    const out = new Float64Array(n);
    let rz = dot(residual, z);
    const enough = rz * 1e-8;
    for (let it = 0; it < MOST_ITERATIONS && rz > enough && rz > 1e-24; it++) {
      this.multiply(way, out, weight);
      const alpha = rz / Math.max(dot(way, out), 1e-30);
      for (let a = 0; a < n; a++) {
        move[a]! += alpha * way[a]!;
        residual[a]! -= alpha * out[a]!;
        z[a] = residual[a]! / diagonal[a]!;
      }
      const next = dot(residual, z);
      const beta = next / rz;
      for (let a = 0; a < n; a++) way[a] = z[a]! + beta * way[a]!;
      rz = next;
    }
    return move;
  }

  /** The Gauss-Newton matrix times a vector. */
  private multiply(way: Float64Array, out: Float64Array, weight: Float64Array): void {
    const { sides, directions, gradients } = this;
    for (let a = 0; a < way.length; a++) out[a] = DAMPING * way[a]!;
    for (const v of this.pinned) for (let a = 3 * v; a < 3 * v + 3; a++) out[a]! += this.pin * way[a]!;
    for (let s = 0; s < this.rest.length; s++) {
      const [u, v] = [3 * sides[2 * s]!, 3 * sides[2 * s + 1]!];
      const [x, y, z] = [directions[3 * s]!, directions[3 * s + 1]!, directions[3 * s + 2]!];
      const stretch =
        x * (way[v]! - way[u]!) + y * (way[v + 1]! - way[u + 1]!) + z * (way[v + 2]! - way[u + 2]!);
      out[u]! -= x * stretch;
      out[u + 1]! -= y * stretch;
      out[u + 2]! -= z * stretch;
      out[v]! += x * stretch;
      out[v + 1]! += y * stretch;
      out[v + 2]! += z * stretch;
    }
    const { hinges } = this;
    for (let h = 0; h < hinges.length; h++) {
      if (this.isShut(h)) continue;
      const [i, j, k, l] = hinges[h]!;
      const [I, J, K, L, g] = [3 * i, 3 * j, 3 * k, 3 * l, 12 * h];
      let turn = 0;
      for (let a = 0; a < 3; a++)
        turn +=
          gradients[g + a]! * way[I + a]! +
          gradients[g + 3 + a]! * way[J + a]! +
          gradients[g + 6 + a]! * way[K + a]! +
          gradients[g + 9 + a]! * way[L + a]!;
      turn *= weight[h]!;
      for (let a = 0; a < 3; a++) {
        out[I + a]! += gradients[g + a]! * turn;
        out[J + a]! += gradients[g + 3 + a]! * turn;
        out[K + a]! += gradients[g + 6 + a]! * turn;
        out[L + a]! += gradients[g + 9 + a]! * turn;
      }
    }
  }
}

/** Cross product of (p - q) and (r - s), positions given by their first coordinate. */
function cross(
  x: Float64Array,
  p: number,
  q: number,
  r: number,
  s: number,
): readonly [number, number, number] {
  const [ax, ay, az] = [x[p]! - x[q]!, x[p + 1]! - x[q + 1]!, x[p + 2]! - x[q + 2]!];
  const [bx, by, bz] = [x[r]! - x[s]!, x[r + 1]! - x[s + 1]!, x[r + 2]! - x[s + 2]!];
  return [ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx];
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
}
