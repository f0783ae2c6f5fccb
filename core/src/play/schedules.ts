import type { PlayMesh } from './mesh.ts';
import type { Drive } from './solver.ts';

/** A way to lead the folds from the first state to the second. */
export interface Schedule {
  readonly name: string;
  /** How firmly the paper that does not move is held down. */
  readonly pin: number;
  /** Layers that lie together before and after move as one. */
  readonly weld: boolean;
  readonly at: (t: number) => Drive;
}

const DRIVEN = 3e-3;
const KEPT = 3e-3;
const STIFF = 2e-4;
const LOOSE = 2e-4;
const FROZEN = 0.1;
const HELD = 0.3;
/** Folds that are new wait until those beside them have begun to open. */
const LATE = 0.2;
const FREE = 5e-4;

const ease = (t: number): number => t * t * (3 - 2 * t);

/**
 * Ways worth trying, the plainest first. Folds that change sign lie between layers that hold each other shut: a folder
 * opens those layers, turns the fold over and closes them again, and so do the later schedules.
 */
export function schedulesOf(mesh: PlayMesh): Schedule[] {
  const { hinges } = mesh;
  const size = hinges.map((h) => Math.hypot(...minus(mesh.points[h.i]!, mesh.points[h.j]!)));
  const changes = hinges.map((h) => Math.abs(h.to - h.from) > 1e-9);
  const inverts = hinges.map((h) => h.from * h.to < -1e-9);
  const near = besideInverting(mesh, inverts);
  const build = (
    name: string,
    pin: number,
    kept: number,
    angle: (h: number, t: number) => number,
    still = KEPT,
  ): Schedule => ({
    name,
    pin,
    weld: false,
    at: (t) => ({
      target: Float64Array.from(hinges, (_, h) => angle(h, t)),
      weight: Float64Array.from(
        hinges,
        ({ from, to }, h) =>
          size[h]! * (changes[h] ? DRIVEN : from === 0 && to === 0 ? STIFF : near[h] ? kept : still),
      ),
    }),
  });
  const welded = (...given: Parameters<typeof build>): Schedule => ({ ...build(...given), weld: true });
  const straight = (h: number, t: number): number => {
    const { from, to } = hinges[h]!;
    return from + (to - from) * ease(t);
  };
  /** `left` says how far the folds beside stay closed while paper is turned inside out between them. */
  const opening =
    (left: number) =>
    (h: number, t: number): number => {
      const { from, to } = hinges[h]!;
      if (!near[h] && !inverts[h]) return straightLate(h, t);
      // First half: open; second half: close, to the side they end on.
      const half = t < 0.5 ? ease(2 * t) : ease(2 - 2 * t);
      const end = t < 0.5 ? from : to;
      return inverts[h] ? end * (1 - half) : end * (1 - (1 - left) * half);
    };
  const straightLate = (h: number, t: number): number => {
    const { from, to } = hinges[h]!;
    return from + (to - from) * ease(Math.max(0, Math.min(1, (t - LATE) / (1 - LATE))));
  };
  return [
    build('held', HELD, KEPT, straight),
    build('together', FREE, KEPT, straight),
    welded('held, layers as one', HELD, KEPT, straight),
    welded('opened, layers as one', FREE, DRIVEN, opening(0.25), FROZEN),
    welded('half opened, layers as one', FREE, DRIVEN, opening(0.6), FROZEN),
    build('opened', FREE, DRIVEN, opening(0.25)),
    build('opened, layers frozen', FREE, DRIVEN, opening(0.25), FROZEN),
    build('loose', FREE, LOOSE, straight),
  ];
}

/** Unchanged folds that run on in line with a fold that changes its sign. */
function besideInverting(mesh: PlayMesh, inverts: readonly boolean[]): boolean[] {
  const near = mesh.hinges.map(() => false);
  // The whole of a straight fold opens, not only its last stretch.
  for (let pass = 0; pass < 40; pass++) {
    const ends = new Map<number, [number, number][]>();
    mesh.hinges.forEach((h, i) => {
      if (!near[i] && !inverts[i]) return;
      for (const [u, v] of [
        [h.i, h.j],
        [h.j, h.i],
      ] as const)
        ends.set(u, [...(ends.get(u) ?? []), minus(mesh.points[v]!, mesh.points[u]!)]);
    });
    let grew = false;
    mesh.hinges.forEach((h, i) => {
      if (near[i] || inverts[i] || h.from === 0 || Math.abs(h.from - h.to) > 1e-9) return;
      const goesOn = ([u, v]: readonly [number, number]): boolean =>
        (ends.get(u) ?? []).some((d) => isOpposite(d, minus(mesh.points[v]!, mesh.points[u]!)));
      if (goesOn([h.i, h.j]) || goesOn([h.j, h.i])) grew = near[i] = true;
    });
    if (!grew) break;
  }
  return near;
}

const minus = (a: readonly [number, number], b: readonly [number, number]): [number, number] => [
  a[0] - b[0],
  a[1] - b[1],
];

const isOpposite = (a: readonly [number, number], b: readonly [number, number]): boolean => {
  const size = Math.hypot(...a) * Math.hypot(...b);
  return Math.abs(a[0] * b[1] - a[1] * b[0]) < 1e-6 * size && a[0] * b[0] + a[1] * b[1] < 0;
};
