import {
  type Motion,
  type Point,
  type Spot,
  add,
  cross,
  dot,
  inner as innerOf,
  lineAlong,
  minus,
  moveBy,
  outer,
  plus,
  rotationRound,
  scale,
  sideOf,
  subtract,
  times,
  toUnit,
  turnBy,
  turnWith,
  unitOf,
} from '../geometry/index.ts';
import { ON_LINE, cutMesh } from './cut.ts';
import type { PlayMesh } from './mesh.ts';
import { flatPose } from './rigid.ts';

/**
 * Paper in two halves that turns over about a crease, its spine staying in the middle plane: the tip of a reverse fold, the strip of
 * a crimp. The corner is where the crease meets the spine.
 */
export interface Roll {
  readonly corner: Point;
  /** Along the spine away from the paper it hangs on, and along the crease over its own. */
  readonly spine: Point;
  readonly crease: Point;
  /** Between them, in radians. */
  readonly angle: number;
  /** +1 where the paper lies to the left of the spine, seen to the tip. */
  readonly turn: 1 | -1;
  /** How far the paper reaches from the spine along the crease. */
  readonly width: number;
  /** Its triangles by number, whether they lie in the front half; the others lie behind. */
  readonly isFront: ReadonlyMap<number, boolean>;
}

/** A line the body bends along: through a point of the spine, in a direction of the plane. */
interface Bend {
  readonly at: Point;
  readonly along: Point;
}

/** A way for the paper it hangs on (the body) to open beside the crease. */
export interface Opening {
  /** Along which lines it bends: the one that leads to paper that lies still, and one before it, where there is one. */
  readonly bends: readonly [outer: Bend, inner?: Bend];
  /** Where the plates in front lie at a share of the way, and the corner's place and the crease's direction then. */
  readonly at: (share: number) => {
    readonly near: Motion;
    readonly far: Motion;
    readonly corner: Spot;
    readonly crease: Spot;
  };
}

/**
 * Angles between the crease and the line along which the body opens, as shares of the way from the least with which what rolls
 * can turn over to a right angle: wider ones open less, narrower ones reach less far into the body.
 */
const SHARES = [1, 0.75, 0.5, 0.25, 0.1, 0.02];

/** What rolls goes in between the layers: each half of the body opens along one line through the corner. */
function* besideCrease({ corner, crease, angle, turn }: Roll): Generator<Opening> {
  for (const share of SHARES) {
    const apart = angle + (Math.PI / 2 - angle) * share;
    const along = turnBy(crease, (turn * apart * 180) / Math.PI);
    const at: Spot = [corner[0], corner[1], 0];
    yield {
      bends: [{ at: corner, along }],
      at: (way) => {
        // The crease leaves the plane on the side of +z, as far as the halves of what rolls are open.
        const rise = (Math.sin(angle) * Math.sin(Math.PI * way)) / Math.sin(apart);
        const near = rotationRound(at, [along[0], along[1], 0], -turn * Math.asin(Math.min(1, rise)));
        return { near, far: near, corner: at, crease: turnWith(near, [crease[0], crease[1], 0]) };
      },
    };
  }
}

/** Angles of the inner line from the spine, and between it and the outer one, in degrees: the first at most the second. */
const ANGLES = [
  [46, 47],
  [40, 41],
  [52, 54],
  [35, 36],
  [60, 62],
  [75, 80],
] as const;
/** How far behind the least place the lines begin, as shares of the width. */
const FARTHER = [0.02, 0.3, 1];

/**
 * What rolls goes round the outside: the body's spine must open flat where the crease meets it. Farther back it stays closed: there
 * each half bends along two lines from one point of the spine, and the spine before that point tilts within the middle plane.
 */
function* aboutSpine({ corner, spine, crease, angle, turn, width }: Roll): Generator<Opening> {
  const behind = Math.PI - angle;
  for (const [first, between] of ANGLES)
    for (const farther of FARTHER) {
      const [inner, delta] = [(first * Math.PI) / 180, (between * Math.PI) / 180];
      const outerAngle = inner + delta;
      const back = width * (1 / Math.tan(behind) + 1 / Math.tan(inner) + farther);
      const at = subtract(corner, scale(spine, back));
      const toward = (azimuth: number): Point => turnBy(spine, (turn * azimuth * 180) / Math.PI);
      const [along, outerAlong] = [toward(inner), toward(outerAngle)];
      const spot: Spot = [at[0], at[1], 0];
      yield {
        bends: [
          { at, along: outerAlong },
          { at, along },
        ],
        at: (way) => {
          // Half of the spine's opening: a right angle where it lies open flat.
          const half = Math.asin(Math.sin(Math.PI * way));
          const rise = Math.asin(Math.sin(inner) * Math.sin(half));
          const lead = Math.atan2(Math.sin(inner) * Math.cos(half), Math.cos(inner));
          const azimuth = outerAngle - Math.acos(Math.max(-1, Math.min(1, Math.cos(delta) / Math.cos(rise))));
          const tilted = toward(azimuth - lead);
          const flat = toward(azimuth);
          const bent: Spot = [Math.cos(rise) * flat[0], Math.cos(rise) * flat[1], Math.sin(rise)];
          const far = carry(
            [spot, spot],
            [outerAlong, along],
            [[outerAlong[0], outerAlong[1], 0], bent],
            -turn as 1 | -1,
          );
          const near = carry([spot, spot], [spine, along], [[tilted[0], tilted[1], 0], bent], turn);
          return {
            near,
            far,
            corner: moveBy(near, [corner[0], corner[1], 0]),
            crease: turnWith(near, [crease[0], crease[1], 0]),
          };
        },
      };
    }
}

/** A crease nearer to square than this has no line in the body along which it could open. */
const LEAST = 0.02;

/** Every way for the body to open, the gentlest first. */
export const openings = (roll: Roll): Iterable<Opening> =>
  roll.angle < Math.PI / 2 - LEAST ? besideCrease(roll) : aboutSpine(roll);

/** Which plate a triangle moves with, and whether it lies behind. */
interface Part {
  readonly plate: 'rolling' | 'near' | 'far';
  readonly isBehind: boolean;
}

/** Some triangles by what hangs together over hinges that do not change: for each the number of one of its part. */
export function hangingTogether(mesh: PlayMesh, triangles: readonly number[]): (triangle: number) => number {
  const parts = new Map(triangles.map((t) => [t, t]));
  const rootOf = (t: number): number => (parts.get(t) === t ? t : rootOf(parts.get(t)!));
  for (const { from, to, left, right } of mesh.hinges)
    if (from === to && parts.has(left) && parts.has(right)) parts.set(rootOf(left), rootOf(right));
  return rootOf;
}

/** A mesh cut for an opening: the triangles that move with it, and which triangle of the whole each comes from. */
export interface Opened {
  readonly mesh: PlayMesh;
  readonly parents: readonly number[];
  readonly parts: readonly (Part | undefined)[];
}

/**
 * The mesh cut along the lines the body bends along, and what moves with which plate; `isBody` tells its triangles. Undefined where
 * more would have to open than lies between crease and lines.
 */
export function openBeside(
  whole: PlayMesh,
  { spine, crease, corner, turn, isFront: isFrontOf }: Roll,
  { bends: [outerBend, innerBend] }: Opening,
  isBody: (triangle: number) => boolean,
): Opened | undefined {
  const lines = [outerBend, ...(innerBend ? [innerBend] : [])].map((b) => lineAlong(b.at, b.along));
  let mesh = whole;
  let parents = whole.triangles.map((_, t) => t);
  for (const line of lines) {
    const cut = cutMesh(mesh, line);
    parents = cut.parents.map((t) => parents[t]!);
    mesh = cut.mesh;
  }
  const parts = mesh.triangles.map((_, t): Part | undefined => {
    const isFront = isFrontOf.get(parents[t]!);
    return isFront === undefined ? undefined : { plate: 'rolling', isBehind: !isFront };
  });
  /** Which side of a line a triangle lies on, measured towards the crease. */
  const over = add(corner, scale(crease, 1e-3));
  const sideBy = (k: number, t: number): number => {
    const line = lines[k]!;
    const offs = mesh.triangles[t]!.map((v) => sideOf(line, mesh.first[v]!) * Math.sign(sideOf(line, over)));
    return offs.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a));
  };
  const plateOf = (t: number): Part['plate'] => (lines.length > 1 && sideBy(1, t) < 0 ? 'far' : 'near');
  const beside = new Map<number, { t: number; isBend: boolean; isSpine: boolean }[]>();
  const [last] = lines;
  const isOn = (v: number): boolean => Math.abs(sideOf(last!, mesh.first[v]!)) < ON_LINE;
  const isOnSpine = (v: number): boolean =>
    Math.abs(cross(spine, subtract(mesh.first[v]!, corner))) < ON_LINE;
  for (const { i, j, left, right } of mesh.hinges) {
    const hinge = { isBend: isOn(i) && isOn(j), isSpine: isOnSpine(i) && isOnSpine(j) };
    beside.set(left, [...(beside.get(left) ?? []), { t: right, ...hinge }]);
    beside.set(right, [...(beside.get(right) ?? []), { t: left, ...hinge }]);
  }
  const isBeyondSpine = (t: number): boolean =>
    mesh.triangles[t]!.some((v) => cross(spine, subtract(mesh.first[v]!, corner)) * turn < -ON_LINE);
  const queue = parts.flatMap((p, t) => (p ? [t] : []));
  for (const t of queue) {
    const own = parts[t]!;
    for (const { t: next, isBend, isSpine } of beside.get(t) ?? []) {
      const known = parts[next];
      if (isBend && own.plate !== 'rolling') continue;
      if (!known && !isBody(parents[next]!)) {
        // What rolls hangs on other paper too; the body beside its crease must not.
        if (own.plate !== 'rolling') return undefined;
      } else if (!known) {
        // Paper of the body beyond the line, or beyond the spine, would have to open as well.
        if (sideBy(0, next) < 0 || isBeyondSpine(next)) return undefined;
        // Beyond the spine, where the body opens there, lies the other half.
        const isOther = isSpine && lines.length > 1 && own.plate === 'near';
        parts[next] = { plate: plateOf(next), isBehind: isOther ? !own.isBehind : own.isBehind };
        queue.push(next);
      } else if (known.isBehind !== own.isBehind && !(isSpine && isSpineFold(own, known))) return undefined;
    }
  }
  return { mesh, parents, parts };

  /** The halves hang together along the spine: of what rolls always, of the body where it opens there too. */
  function isSpineFold(a: Part, b: Part): boolean {
    return (
      (a.plate === 'rolling' && b.plate === 'rolling') ||
      (a.plate === 'near' && b.plate === 'near' && lines.length > 1)
    );
  }
}

/** Where all plates in front lie at a share of the way, and where the spine of what rolls points. */
export interface Rolled {
  readonly near: Motion;
  readonly far: Motion;
  readonly rolling: Motion;
  readonly spine: Point;
  readonly corner: Spot;
}

/** One opening gives two places of the spine, equally far from below the crease: first the one, then the other. */
export function rollAt(
  { spine, crease, corner, angle, turn }: Roll,
  opening: Opening,
  share: number,
): Rolled {
  const { near, far, corner: to, crease: lifted } = opening.at(share);
  const foot = toUnit([lifted[0], lifted[1]]);
  const beside = Math.acos(Math.max(-1, Math.min(1, Math.cos(angle) / Math.hypot(lifted[0], lifted[1]))));
  const moved = turnBy(foot, ((share < 0.5 ? -beside : beside) * turn * 180) / Math.PI);
  const rolling = carry(
    [[corner[0], corner[1], 0], to],
    [spine, crease],
    [[moved[0], moved[1], 0], lifted],
    turn,
  );
  return { near, far, rolling, spine: moved, corner: to };
}

/** The mesh with its triangles moved; what lies behind moves as the mirror image of what lies in front. */
export function poseBy(
  mesh: PlayMesh,
  motionOf: (triangle: number) => { readonly motion: Motion; readonly isBehind: boolean } | undefined,
): Float32Array {
  const pose = flatPose(mesh.first);
  mesh.triangles.forEach((corners, t) => {
    const own = motionOf(t);
    if (!own) return;
    for (const v of corners) {
      const [x, y, z] = moveBy(own.motion, [mesh.first[v]![0], mesh.first[v]![1], 0]);
      pose.set([x, y, own.isBehind ? -z : z], 3 * v);
    }
  });
  return pose;
}

/** So many places of the way are looked at to find an even pace. */
const LOOKED_AT = 96;

/**
 * Frames of a motion, given where everything lies at a share of the way: the first and the last are the flat states, and the corner
 * that goes farthest goes about as far from each to the next, for halves turn over fast where they lie open flat.
 */
export function paceFrames(
  mesh: PlayMesh,
  frames: number,
  poseAt: (share: number) => Float32Array,
): Float32Array[] {
  const way = [0];
  let last = poseAt(0);
  for (let k = 1; k <= LOOKED_AT; k++) {
    const next = poseAt(k / LOOKED_AT);
    let leap = 0;
    for (let a = 0; a < next.length; a += 3)
      leap = Math.max(
        leap,
        Math.hypot(next[a]! - last[a]!, next[a + 1]! - last[a + 1]!, next[a + 2]! - last[a + 2]!),
      );
    way.push(way.at(-1)! + leap);
    last = next;
  }
  return Array.from({ length: frames }, (_, f) => {
    if (f === 0) return flatPose(mesh.first);
    if (f === frames - 1) return flatPose(mesh.second);
    const wanted = (way.at(-1)! * f) / (frames - 1);
    const k = Math.max(
      1,
      way.findIndex((w) => w >= wanted),
    );
    const within = (wanted - way[k - 1]!) / Math.max(way[k]! - way[k - 1]!, 1e-12);
    return poseAt((k - 1 + within) / LOOKED_AT);
  });
}

/** The roll of paper about a crease from a corner of its spine; undefined where it lies on both sides of the spine. */
export function readRoll(
  mesh: PlayMesh,
  isFront: ReadonlyMap<number, boolean>,
  corner: Point,
  spine: Point,
  creaseLine: Point,
): Roll | undefined {
  let [left, right, width] = [0, 0, 0];
  const line = lineAlong(corner, creaseLine);
  for (const t of isFront.keys())
    for (const v of mesh.triangles[t]!) {
      const off = cross(spine, subtract(mesh.first[v]!, corner));
      left = Math.max(left, off);
      right = Math.max(right, -off);
      if (Math.abs(sideOf(line, mesh.first[v]!)) < ON_LINE) width = Math.max(width, Math.abs(off));
    }
  if (Math.min(left, right) > ON_LINE) return undefined;
  const turn = left > right ? 1 : -1;
  const crease = cross(spine, creaseLine) * turn > 0 ? creaseLine : scale(creaseLine, -1);
  const angle = Math.acos(Math.max(-1, Math.min(1, dot(spine, crease))));
  return { corner, spine, crease, angle, turn, width, isFront };
}

/**
 * The motion that brings one point onto another, and two directions of the plane onto two of space that are as far apart; `turn` is
 * the side on which the second lies of the first.
 */
export function carry(
  [at, to]: readonly [Spot, Spot],
  [u, v]: readonly [Point, Point],
  [x, y]: readonly [Spot, Spot],
  turn: 1 | -1,
): Motion {
  const frame = (a: Spot, b: Spot): readonly [Spot, Spot, Spot] => {
    const second = times(unitOf(minus(b, times(a, innerOf(a, b)))), turn);
    return [a, second, outer(a, second)];
  };
  const [from, onto] = [frame([u[0], u[1], 0], [v[0], v[1], 0]), frame(x, y)];
  const row = (i: 0 | 1 | 2): Spot =>
    plus(plus(times(from[0], onto[0][i]), times(from[1], onto[1][i])), times(from[2], onto[2][i]));
  const rows = [row(0), row(1), row(2)] as const;
  return { rows, shift: minus(to, turnWith({ rows, shift: [0, 0, 0] }, at)) };
}
