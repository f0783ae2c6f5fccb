/** Points and rigid motions of space. Lengths in the unit of the points given. */
export type Spot = readonly [x: number, y: number, z: number];

export const plus = (p: Spot, q: Spot): Spot => [p[0] + q[0], p[1] + q[1], p[2] + q[2]];
export const minus = (p: Spot, q: Spot): Spot => [p[0] - q[0], p[1] - q[1], p[2] - q[2]];
export const times = (p: Spot, k: number): Spot => [p[0] * k, p[1] * k, p[2] * k];
export const inner = (p: Spot, q: Spot): number => p[0] * q[0] + p[1] * q[1] + p[2] * q[2];
export const outer = (p: Spot, q: Spot): Spot => [
  p[1] * q[2] - p[2] * q[1],
  p[2] * q[0] - p[0] * q[2],
  p[0] * q[1] - p[1] * q[0],
];
export const lengthOf = (p: Spot): number => Math.hypot(p[0], p[1], p[2]);
export const apartIn = (p: Spot, q: Spot): number => lengthOf(minus(p, q));
/** A vector of length 1 in the same direction; the zero vector stays. */
export const unitOf = (p: Spot): Spot => {
  const size = lengthOf(p);
  return size === 0 ? p : times(p, 1 / size);
};

/** A rigid motion: rows of a rotation, and the shift after it. */
export interface Motion {
  readonly rows: readonly [Spot, Spot, Spot];
  readonly shift: Spot;
}

export const atRest: Motion = {
  rows: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  shift: [0, 0, 0],
};

const turned = (rows: Motion['rows'], p: Spot): Spot => [
  inner(rows[0], p),
  inner(rows[1], p),
  inner(rows[2], p),
];

export const moveBy = (m: Motion, p: Spot): Spot => plus(turned(m.rows, p), m.shift);

/** A direction carried along by a motion. */
export const turnWith = (m: Motion, direction: Spot): Spot => turned(m.rows, direction);

/** First `first`, then `second`. */
export function chain(second: Motion, first: Motion): Motion {
  const columns = [0, 1, 2].map((k): Spot => [first.rows[0][k]!, first.rows[1][k]!, first.rows[2][k]!]);
  const row = (r: Spot): Spot => [inner(r, columns[0]!), inner(r, columns[1]!), inner(r, columns[2]!)];
  return {
    rows: [row(second.rows[0]), row(second.rows[1]), row(second.rows[2])],
    shift: moveBy(second, first.shift),
  };
}

/** The motion that takes back another. */
export function motionBack({ rows, shift }: Motion): Motion {
  const back = [0, 1, 2].map((k): Spot => [
    rows[0][k]!,
    rows[1][k]!,
    rows[2][k]!,
  ]) as unknown as Motion['rows'];
  return { rows: back, shift: times(turned(back, shift), -1) };
}

/** Rotation about the line through `at` in a direction (any length but 0), counter-clockwise seen against it (Rodrigues). */
export function rotationRound(at: Spot, direction: Spot, radians: number): Motion {
  const [x, y, z] = unitOf(direction);
  const [c, s] = [Math.cos(radians), Math.sin(radians)];
  const k = 1 - c;
  const rows: Motion['rows'] = [
    [c + x * x * k, x * y * k - z * s, x * z * k + y * s],
    [y * x * k + z * s, c + y * y * k, y * z * k - x * s],
    [z * x * k - y * s, z * y * k + x * s, c + z * z * k],
  ];
  return { rows, shift: minus(at, turned(rows, at)) };
}

/** The shortest rotation about the origin that brings one direction onto another (neither of length 0). */
export function rotationOnto(from: Spot, to: Spot): Motion {
  const [a, b] = [unitOf(from), unitOf(to)];
  const axis = outer(a, b);
  const sine = lengthOf(axis);
  if (sine > 1e-12) return rotationRound([0, 0, 0], axis, Math.atan2(sine, inner(a, b)));
  if (inner(a, b) > 0) return atRest;
  // Opposite directions: about any line square to them.
  const across = Math.abs(a[0]) < 0.9 ? outer(a, [1, 0, 0]) : outer(a, [0, 1, 0]);
  return rotationRound([0, 0, 0], across, Math.PI);
}
