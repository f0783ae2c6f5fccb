import {
  type Motion,
  type Point,
  type Spot,
  add,
  cross,
  crossingOf,
  dot,
  inner,
  isSamePlacement,
  isTurned,
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
import type { Hinge, PlayMesh } from './mesh.ts';
import { axisOf, flatPose } from './rigid.ts';
import { gapOf, levelOf } from './weld.ts';

/** A plate: all layers of one half that move together. The tip, and the body's paper nearer to it and farther from it. */
type Plate = 'tip' | 'near' | 'far';

/** Which plate a triangle moves with, and whether it lies behind; missing where it lies still. */
type Part = { readonly plate: Plate; readonly isBehind: boolean } | undefined;

/** A reverse fold as its folder sees it: where the crease meets the spine, and the angle between them. */
interface Reverse {
  readonly corner: Point;
  /** Along the spine to the tip, and along the crease over the paper of the tip. */
  readonly spine: Point;
  readonly crease: Point;
  /** Between them, in radians. */
  readonly angle: number;
  /** +1 where the paper lies to the left of the spine, seen to the tip. */
  readonly turn: 1 | -1;
  /** How far the paper reaches from the spine along the crease. */
  readonly width: number;
  /** Half of the tip's triangles by number; the others lie behind. */
  readonly isFront: ReadonlyMap<number, boolean>;
}

/** A line the body bends along: through a point of the spine, in a direction of the plane. */
interface Bend {
  readonly at: Point;
  readonly along: Point;
}

/** A way for the body to open beside the crease. */
interface Opening {
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
 * Reverse folds as exact linkages. The body's layers open beside the crease, those in front as far to the front as those
 * behind to the back, and close again; the tip's halves turn about the crease so that the spine between them stays in the
 * middle plane. One opening gives two places of the spine, equally far from below the crease: it goes by the one, and comes back by
 * the other. Each half of the layers moves as plates, so that nothing is stretched. Yields one motion for each way in which the
 * paper beside the crease can open at all.
 */
export function* reverseLinkages(
  mesh: PlayMesh,
  frames: number,
): Generator<{ mesh: PlayMesh; frames: Float32Array[] }> {
  const reverse = readReverse(mesh);
  if (!reverse) return;
  for (const opening of reverse.angle < Math.PI / 2 - LEAST ? besideCrease(reverse) : aboutSpine(reverse)) {
    const made = openAlong(mesh, reverse, opening);
    if (made) yield { mesh: made.mesh, frames: poseAll(made.mesh, reverse, opening, made.parts, frames) };
  }
}

/**
 * Angles between the crease and the line along which the body opens, as shares of the way from the least with which the tip
 * can turn over to a right angle: wider ones open less, narrower ones reach less far into the body.
 */
const SHARES = [1, 0.75, 0.5, 0.25, 0.1, 0.02];

/** The tip goes in between the layers: each half of the body opens along one line through the corner. */
function* besideCrease({ corner, crease, angle, turn }: Reverse): Generator<Opening> {
  for (const share of SHARES) {
    const apart = angle + (Math.PI / 2 - angle) * share;
    const along = turnBy(crease, (turn * apart * 180) / Math.PI);
    const widest = Math.asin(Math.min(1, Math.sin(angle) / Math.sin(apart)));
    const at: Spot = [corner[0], corner[1], 0];
    yield {
      bends: [{ at: corner, along }],
      at: (way) => {
        // The crease leaves the plane on the side of +z.
        const near = rotationRound(at, [along[0], along[1], 0], -turn * widest * Math.sin(Math.PI * way));
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
 * The tip goes round the outside: the body's spine must open flat where the crease meets it. Farther back it stays closed: there
 * each half bends along two lines from one point of the spine, and the spine before that point tilts within the middle plane.
 */
function* aboutSpine({ corner, spine, crease, angle, turn, width }: Reverse): Generator<Opening> {
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
          const half = (Math.PI / 2) * Math.sin(Math.PI * way);
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

/** Reads a reverse fold off a motion: all moved paper reflected in one line, only folds along one other line turned over. */
function readReverse(mesh: PlayMesh): Reverse | undefined {
  const motion = mesh.motions[mesh.still.indexOf(false)];
  if (!motion || !isTurned(motion)) return undefined;
  if (mesh.motions.some((m, t) => !mesh.still[t] && !isSamePlacement(m, motion))) return undefined;
  const axis = axisOf(motion);
  const gap = gapOf(mesh);
  if (!axis || gap === undefined) return undefined;
  const line = lineAlong(axis.at, axis.along);
  const inside = mesh.hinges.filter(
    (h) => !mesh.still[h.left] && !mesh.still[h.right] && Math.abs(h.from - h.to) > 1e-9,
  );
  const across = mesh.hinges.filter((h) => mesh.still[h.left] !== mesh.still[h.right]);
  const isOn = (at: number): boolean => Math.abs(sideOf(line, mesh.first[at]!)) < ON_LINE;
  if (inside.some((h) => h.from * h.to >= 0) || across.some((h) => !isOn(h.i) || !isOn(h.j)))
    return undefined;
  // All folds that turn over lie along one line.
  const [one] = inside;
  if (!one) return undefined;
  const along = toUnit(subtract(mesh.first[one.j]!, mesh.first[one.i]!));
  const spineLine = lineAlong(mesh.first[one.i]!, along);
  const ends = inside.flatMap((h) => [mesh.first[h.i]!, mesh.first[h.j]!]);
  const corner = crossingOf(line, spineLine);
  if (!corner || ends.some((p) => Math.abs(sideOf(spineLine, p)) > ON_LINE)) return undefined;
  const far = ends.reduce((a, b) => (dist2(corner, b) > dist2(corner, a) ? b : a));
  const spine = toUnit(subtract(far, corner));
  // The paper of the tip lies to one side of its spine.
  let [left, right] = [0, 0];
  mesh.triangles.forEach((corners, t) => {
    if (mesh.still[t]) return;
    for (const v of corners) {
      const off = cross(spine, subtract(mesh.first[v]!, corner));
      left = Math.max(left, off);
      right = Math.max(right, -off);
    }
  });
  if (Math.min(left, right) > ON_LINE) return undefined;
  const turn = left > right ? 1 : -1;
  const crease = cross(spine, axis.along) * turn > 0 ? axis.along : scale(axis.along, -1);
  const isFront = findHalves(mesh, inside, gap);
  if (!isFront) return undefined;
  const angle = Math.acos(Math.max(-1, Math.min(1, dot(spine, crease))));
  const width = Math.max(
    ...across.flatMap((h) => [h.i, h.j].map((v) => Math.abs(cross(spine, subtract(mesh.first[v]!, corner))))),
  );
  return { corner, spine, crease, angle, turn, width, isFront };
}

/**
 * The halves of the tip: what hangs together moves as one, what lies across a fold that turns over in the other half; where neither
 * tells, by its level in the stack. Undefined where a part would be in both.
 */
function findHalves(
  mesh: PlayMesh,
  turning: readonly Hinge[],
  gap: number,
): ReadonlyMap<number, boolean> | undefined {
  const tip = mesh.still.flatMap((still, t) => (still ? [] : [t]));
  const parts = new Map(tip.map((t) => [t, t]));
  const rootOf = (t: number): number => (parts.get(t) === t ? t : rootOf(parts.get(t)!));
  for (const h of mesh.hinges)
    if (h.from === h.to && parts.has(h.left) && parts.has(h.right))
      parts.set(rootOf(h.left), rootOf(h.right));
  const levels = new Map<number, number[]>();
  for (const t of tip) levels.set(rootOf(t), [...(levels.get(rootOf(t)) ?? []), levelOf(mesh, t)]);
  const half = new Map<number, boolean>();
  const put = (part: number, isFront: boolean): boolean => {
    if (half.has(part)) return half.get(part) === isFront;
    half.set(part, isFront);
    return true;
  };
  for (const { left, right } of turning) {
    const isLeftUp = levelOf(mesh, left) > levelOf(mesh, right);
    if (!put(rootOf(left), isLeftUp) || !put(rootOf(right), !isLeftUp)) return undefined;
  }
  for (const [part, own] of levels) {
    if (half.has(part)) continue;
    const up = own.filter((l) => l > gap).length;
    if (up !== 0 && up !== own.length) return undefined;
    half.set(part, up > 0);
  }
  return new Map(tip.map((t) => [t, half.get(rootOf(t))!]));
}

const dist2 = (p: Point, q: Point): number => (p[0] - q[0]) ** 2 + (p[1] - q[1]) ** 2;

/** The mesh cut along the lines the body bends along, and what moves with which plate; undefined where more would have to open. */
function openAlong(
  whole: PlayMesh,
  { spine, crease, corner, turn, isFront: isFrontOf }: Reverse,
  { bends: [outerBend, innerBend] }: Opening,
): { mesh: PlayMesh; parts: Part[] } | undefined {
  const lines = [outerBend, ...(innerBend ? [innerBend] : [])].map((b) => lineAlong(b.at, b.along));
  let mesh = whole;
  let parents = whole.triangles.map((_, t) => t);
  for (const line of lines) {
    const cut = cutMesh(mesh, line);
    parents = cut.parents.map((t) => parents[t]!);
    mesh = cut.mesh;
  }
  const parts = mesh.triangles.map((_, t): Part => {
    const isFront = isFrontOf.get(parents[t]!);
    return isFront === undefined ? undefined : { plate: 'tip', isBehind: !isFront };
  });
  /** Which side of a line a triangle lies on, measured towards the crease. */
  const over = add(corner, scale(crease, 1e-3));
  const sideBy = (k: number, t: number): number => {
    const line = lines[k]!;
    const offs = mesh.triangles[t]!.map((v) => sideOf(line, mesh.first[v]!) * Math.sign(sideOf(line, over)));
    return offs.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a));
  };
  const plateOf = (t: number): Plate => (lines.length > 1 && sideBy(1, t) < 0 ? 'far' : 'near');
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
      if (isBend && own.plate !== 'tip') continue;
      if (!known) {
        // Paper of the body beyond the line, or beyond the spine, would have to open as well.
        if (sideBy(0, next) < 0 || isBeyondSpine(next)) return undefined;
        parts[next] = { plate: plateOf(next), isBehind: own.isBehind };
        queue.push(next);
      } else if (known.isBehind !== own.isBehind && !(isSpine && isSpineFold(own, known))) return undefined;
    }
  }
  return { mesh, parts };

  /** The halves hang together along the spine: of the tip always, of the body where it opens there too. */
  function isSpineFold(a: NonNullable<Part>, b: NonNullable<Part>): boolean {
    return (
      (a.plate === 'tip' && b.plate === 'tip') ||
      (a.plate === 'near' && b.plate === 'near' && lines.length > 1)
    );
  }
}

function poseAll(
  mesh: PlayMesh,
  { spine, crease, corner, angle, turn }: Reverse,
  opening: Opening,
  parts: readonly Part[],
  frames: number,
): Float32Array[] {
  const from: Spot = [corner[0], corner[1], 0];
  return Array.from({ length: frames }, (_, f) => {
    if (f === 0) return flatPose(mesh.first);
    if (f === frames - 1) return flatPose(mesh.second);
    const share = f / (frames - 1);
    const { near, far, corner: to, crease: lifted } = opening.at(share);
    // Where the middle plane has the spine: as far from below the crease as their angle asks.
    const foot = toUnit([lifted[0], lifted[1]]);
    const beside = Math.acos(Math.max(-1, Math.min(1, Math.cos(angle) / Math.hypot(lifted[0], lifted[1]))));
    const moved = turnBy(foot, ((share < 0.5 ? -beside : beside) * turn * 180) / Math.PI);
    const tip = carry([from, to], [spine, crease], [[moved[0], moved[1], 0], lifted], turn);
    return poseBy(mesh, parts, { tip, near, far });
  });
}

/**
 * The motion that brings one point onto another, and two directions of the plane onto two of space that are as far apart; `turn` is
 * the side on which the second lies of the first.
 */
function carry(
  [at, to]: readonly [Spot, Spot],
  [u, v]: readonly [Point, Point],
  [x, y]: readonly [Spot, Spot],
  turn: 1 | -1,
): Motion {
  const frame = (a: Spot, b: Spot): readonly [Spot, Spot, Spot] => {
    const second = times(unitOf(minus(b, times(a, inner(a, b)))), turn);
    return [a, second, outer(a, second)];
  };
  const [from, onto] = [frame([u[0], u[1], 0], [v[0], v[1], 0]), frame(x, y)];
  const row = (i: 0 | 1 | 2): Spot =>
    plus(plus(times(from[0], onto[0][i]), times(from[1], onto[1][i])), times(from[2], onto[2][i]));
  const rows = [row(0), row(1), row(2)] as const;
  return { rows, shift: minus(to, turnWith({ rows, shift: [0, 0, 0] }, at)) };
}

/** What lies behind moves as the mirror image of what lies in front. */
function poseBy(
  mesh: PlayMesh,
  parts: readonly Part[],
  motions: Readonly<Record<Plate, Motion>>,
): Float32Array {
  const pose = flatPose(mesh.first);
  mesh.triangles.forEach((corners, t) => {
    const part = parts[t];
    if (!part) return;
    for (const v of corners) {
      const [x, y, z] = moveBy(motions[part.plate], [mesh.first[v]![0], mesh.first[v]![1], 0]);
      pose.set([x, y, part.isBehind ? -z : z], 3 * v);
    }
  });
  return pose;
}
