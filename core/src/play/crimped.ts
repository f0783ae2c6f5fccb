import {
  type Motion,
  type Point,
  type Spot,
  atRest,
  chain,
  crossingOf,
  distance,
  isSamePlacement,
  isTurned,
  lineAlong,
  motionBack,
  sideOf,
  subtract,
  toUnit,
} from '../geometry/index.ts';
import { ON_LINE } from './cut.ts';
import {
  type Opened,
  type Opening,
  type Roll,
  carry,
  hangingTogether,
  openBeside,
  openings,
  paceFrames,
  poseBy,
  readRoll,
  rollAt,
} from './linkage.ts';
import type { Hinge, PlayMesh } from './mesh.ts';
import { axisOf } from './rigid.ts';
import { isFrontUp, levelOf } from './weld.ts';

/**
 * A crimp as a motion shows it: a strip in two halves between what lies outside of it (of an inside crimp the body, of an
 * outside one the tip) and what lies within.
 */
interface Crimp {
  /** The strip as it rolls over between the layers of what lies outside. */
  readonly outer: Roll;
  /** The same seen from what lies within; missing where both lines meet in one point of the spine: that only turns there. */
  readonly inner: Roll | undefined;
  /** Whether the body lies within, and the tip outside. */
  readonly isBodyWithin: boolean;
  readonly plateOf: (triangle: number) => 'body' | 'strip' | 'tip';
}

/** Ways tried for the body and the tip to open. */
const MOST_WAYS = 24;

/**
 * Crimps as exact linkages. The strip's halves roll over as the tip of a reverse fold does, between the opened layers of what
 * lies outside of it; what lies within opens about the strip just as far. Yields a motion for each way in which both can open.
 */
export function* crimpLinkages(
  mesh: PlayMesh,
  frames: number,
): Generator<{ mesh: PlayMesh; frames: Float32Array[] }> {
  const crimp = readCrimp(mesh);
  if (!crimp) return;
  const { outer, inner, isBodyWithin, plateOf } = crimp;
  const [outside, within] = isBodyWithin ? (['tip', 'body'] as const) : (['body', 'tip'] as const);
  let ways = 0;
  for (const first of openings(outer)) {
    const opened = openBeside(mesh, outer, first, (t) => plateOf(t) === outside);
    if (!opened) continue;
    for (const second of inner ? openings(inner) : [undefined]) {
      if (++ways > MOST_WAYS) return;
      const made =
        inner && second ? openInner(opened, inner, second, (t) => plateOf(t) === within) : joined(opened);
      if (!made) continue;
      const posed = poseCrimp(crimp, made, [first, second], frames, (t) => plateOf(t) === within);
      if (posed) yield { mesh: made.mesh, frames: posed };
    }
  }
}

/** A mesh cut for both openings: parts of what lies outside, and of what lies within. */
interface BothOpened {
  readonly mesh: PlayMesh;
  /** Triangles of the whole mesh. */
  readonly parents: readonly number[];
  readonly outer: Opened['parts'];
  readonly inner: Opened['parts'];
}

const joined = ({ mesh, parents, parts }: Opened): BothOpened => ({
  mesh,
  parents,
  outer: parts,
  inner: parts.map(() => undefined),
});

function openInner(
  opened: Opened,
  inner: Roll,
  opening: Opening,
  isWithin: (triangle: number) => boolean,
): BothOpened | undefined {
  const isFront = new Map(
    opened.parents.flatMap((t, k) => (inner.isFront.has(t) ? [[k, inner.isFront.get(t)!] as const] : [])),
  );
  const made = openBeside(opened.mesh, { ...inner, isFront }, opening, (k) => isWithin(opened.parents[k]!));
  return (
    made && {
      mesh: made.mesh,
      parents: made.parents.map((k) => opened.parents[k]!),
      outer: made.parents.map((k) => opened.parts[k]),
      inner: made.parts,
    }
  );
}

function poseCrimp(
  { outer, inner, isBodyWithin }: Crimp,
  made: BothOpened,
  [first, second]: readonly [Opening, Opening | undefined],
  frames: number,
  isWithin: (triangle: number) => boolean,
): Float32Array[] | undefined {
  const { mesh, parents } = made;
  const poseAt = (share: number): Float32Array => {
    const out = rollAt(outer, first, share);
    const own = inner && second ? rollAt(inner, second, share) : undefined;
    // What lies within goes with the strip's spine, in the middle plane.
    const carried = own
      ? chain(out.rolling, motionBack(own.rolling))
      : turnedAlong(outer, out.spine, out.corner);
    const back = isBodyWithin ? motionBack(carried) : undefined;
    const seen = (motion: Motion, isBehind: boolean): { motion: Motion; isBehind: boolean } => ({
      motion: back ? chain(back, motion) : motion,
      isBehind,
    });
    return poseBy(mesh, (t) => {
      const [o, i] = [made.outer[t], made.inner[t]];
      if (o) return seen(out[o.plate], o.isBehind);
      if (i && own) return seen(chain(carried, own[i.plate]), i.isBehind);
      if (isWithin(parents[t]!)) return seen(carried, false);
      return back && seen(atRest, false);
    });
  };
  // A reading that is wrong somewhere does not end in the second state.
  const end = poseAt(1);
  const isTrue = mesh.second.every(
    (p, v) => Math.hypot(end[3 * v]! - p[0], end[3 * v + 1]! - p[1], end[3 * v + 2]!) < ENDS,
  );
  return isTrue ? paceFrames(mesh, frames, poseAt) : undefined;
}

/** So near the last pose has to come to the second state, in sheet sides. */
const ENDS = 1e-5;

function turnedAlong({ corner, spine }: Roll, moved: Point, to: Spot): Motion {
  const left: Point = [-spine[1], spine[0]];
  return carry(
    [[corner[0], corner[1], 0], to],
    [spine, left],
    [
      [moved[0], moved[1], 0],
      [-moved[1], moved[0], 0],
    ],
    1,
  );
}

/** Reads a crimp off a motion: a strip that is turned over, and a tip beyond it that is only turned; undefined for all else. */
function readCrimp(mesh: PlayMesh): Crimp | undefined {
  const { motions, still, hinges, first } = mesh;
  const strip = motions.findIndex((m, t) => !still[t] && isTurned(m));
  const tip = motions.findIndex((m, t) => !still[t] && !isTurned(m));
  if (strip < 0 || tip < 0) return undefined;
  const plateOf = (t: number): 'body' | 'strip' | 'tip' =>
    still[t] ? 'body' : isTurned(motions[t]!) ? 'strip' : 'tip';
  if (
    motions.some((m, t) => !still[t] && !isSamePlacement(m, motions[plateOf(t) === 'strip' ? strip : tip]!))
  )
    return undefined;
  const between = (a: string, b: string): Hinge[] =>
    hinges.filter((h) => {
      const [p, q] = [plateOf(h.left), plateOf(h.right)];
      return (p === a && q === b) || (p === b && q === a);
    });
  const [near, far] = [between('body', 'strip'), between('strip', 'tip')];
  if (near.length === 0 || far.length === 0 || between('body', 'tip').length > 0) return undefined;
  const axis = axisOf(motions[strip]!);
  const nearLine = axis && lineAlong(axis.at, axis.along);
  const farAlong = longest(mesh, far);
  const farLine = lineAlong(first[far[0]!.i]!, farAlong);
  const areOn = (list: readonly Hinge[], line: ReturnType<typeof lineAlong>): boolean =>
    list.every((h) => [h.i, h.j].every((v) => Math.abs(sideOf(line, first[v]!)) < ON_LINE));
  if (!nearLine || !areOn(near, nearLine) || !areOn(far, farLine)) return undefined;
  // Only the strip's spine turns over; nothing else within a plate changes.
  const spineFolds = hinges.filter((h) => plateOf(h.left) === plateOf(h.right) && h.from !== h.to);
  if (spineFolds.some((h) => plateOf(h.left) !== 'strip' || h.from * h.to >= 0)) return undefined;
  const halves = readHalves(mesh, near, (t) => plateOf(t) === 'strip');
  if (!halves) return undefined;
  const { isFront, isOutside } = halves;
  const meet = crossingOf(nearLine, farLine);
  const [outerLine, innerLine] = isOutside ? [farLine, nearLine] : [nearLine, farLine];
  const [outerAlong, innerAlong] = isOutside ? [farAlong, axis!.along] : [axis!.along, farAlong];
  const [fold] = spineFolds;
  if (!fold) {
    // Both lines begin in one point: the inner one is the strip's spine.
    if (!meet) return undefined;
    const ends = (isOutside ? near : far).flatMap((h) => [first[h.i]!, first[h.j]!]);
    const reach = ends.reduce((a, b) => (distance(meet, b) > distance(meet, a) ? b : a));
    const outer = readRoll(mesh, isFront, meet, toUnit(subtract(reach, meet)), outerAlong);
    return outer && { outer, inner: undefined, isBodyWithin: isOutside, plateOf };
  }
  const spineLine = lineAlong(first[fold.i]!, toUnit(subtract(first[fold.j]!, first[fold.i]!)));
  if (!areOn(spineFolds, spineLine)) return undefined;
  const [at, beyond] = [crossingOf(outerLine, spineLine), crossingOf(innerLine, spineLine)];
  if (!at || !beyond || distance(at, beyond) < ON_LINE) return undefined;
  const spine = toUnit(subtract(beyond, at));
  const outer = readRoll(mesh, isFront, at, spine, outerAlong);
  const inner = readRoll(mesh, isFront, beyond, [-spine[0], -spine[1]], innerAlong);
  return outer && inner && { outer, inner, isBodyWithin: isOutside, plateOf };
}

/** The direction of the longest of some hinges: it says most exactly where their line runs. */
function longest({ first }: PlayMesh, hinges: readonly Hinge[]): Point {
  const size = (h: Hinge): number => distance(first[h.i]!, first[h.j]!);
  const best = hinges.reduce((a, b) => (size(b) > size(a) ? b : a));
  return toUnit(subtract(first[best.j]!, first[best.i]!));
}

/**
 * The halves of the strip, by the side on which they close onto the body: outside, the front half comes to lie over its layers,
 * inside under them. Undefined where what hangs together would be in both.
 */
function readHalves(
  mesh: PlayMesh,
  near: readonly Hinge[],
  isStrip: (triangle: number) => boolean,
): { isFront: Map<number, boolean>; isOutside: boolean } | undefined {
  const strip = mesh.triangles.flatMap((_, t) => (isStrip(t) ? [t] : []));
  const rootOf = hangingTogether(mesh, strip);
  const isOver = new Map<number, boolean>();
  for (const h of near) {
    const [body, own] = isStrip(h.left) ? [h.right, h.left] : [h.left, h.right];
    const over = Math.sign(h.to - h.from) * (isFrontUp(mesh, body) ? 1 : -1) > 0;
    const root = rootOf(own);
    if ((isOver.get(root) ?? over) !== over) return undefined;
    isOver.set(root, over);
  }
  const mean = (over: boolean): number => {
    const own = strip.filter((t) => isOver.get(rootOf(t)) === over).map((t) => levelOf(mesh, t));
    return own.reduce((s, l) => s + l, 0) / own.length;
  };
  const isOutside = mean(true) > mean(false);
  // Parts that hang on the tip alone are told by their place in the stack.
  const middle = (mean(true) + mean(false)) / 2;
  const isFront = new Map<number, boolean>();
  for (const t of strip) {
    const over = isOver.get(rootOf(t));
    isFront.set(t, over === undefined ? levelOf(mesh, t) > middle : over === isOutside);
  }
  return { isFront, isOutside };
}
