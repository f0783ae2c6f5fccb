import type { FlatState } from '../folded/index.ts';
import { isCovered } from './covered.ts';
import { crimpLinkages } from './crimped.ts';
import { type PlayMesh, buildPlayMesh, refineMesh } from './mesh.ts';
import { findRigidFold, flatPose, poseRigid } from './rigid.ts';
import { reverseLinkages } from './reversed.ts';
import { type Schedule, schedulesOf } from './schedules.ts';
import { type Truth, buildWatch, judgeFrames } from './score.ts';
import { SheetSolver } from './solver.ts';

/** A motion of the sheet from one flat state to the next, ready to be shown. */
export interface Play {
  /**
   * rigid: turned about one line, exact. linked: a linkage of plates, exact. solved: followed by the sheet solver. none: no
   * motion true enough was found.
   */
  readonly kind: 'rigid' | 'linked' | 'solved' | 'none';
  /** Of a linkage: paper lies over what opens, and has to be held aside by the folder; it is not moved. */
  readonly isCovered?: boolean;
  /** How the folds were led, for solved motions. */
  readonly schedule?: string;
  /** Corners of triangles, three vertex numbers each. */
  readonly triangles: Uint32Array;
  /** For each triangle how far up in the stack it lies along its own front normal, in the first and the last frame. */
  readonly firstRank: Float32Array;
  readonly lastRank: Float32Array;
  /** Positions of all vertices (x, y, z in sheet sides), frame by frame; the last is the second state exactly. */
  readonly frames: readonly Float32Array[];
  /** Sides to be drawn as lines, raw edges and folds: side e (corner e to e + 1) of triangle t as 3 t + e. */
  readonly lines: Uint32Array;
  readonly truth: Truth;
}

/** Frames of a motion, the first and the last flat. */
export const PLAY_FRAMES = 49;
/** Work a motion may take where none is found, and where one is that could be truer: triangles times schedules, by the frames made. */
const [MOST_WORK, ENOUGH_WORK] = [1000, 500];
/** What a linkage has to be, or the engine's idea of the fold is not what happens: not stretched, nothing going through. */
const EXACT = { strain: 0.001, crossings: 0 };
/** What is good enough to stop looking, and what is good enough to be shown. */
const GOOD = { strain: 0.015, crossings: 0.1 };
const SHOWN = { strain: 0.05, crossings: 0.5 };
/** Layers of a stack start this far apart, so that they have an order in space (sheet sides). */
const LIFT = 3e-5;
/** From here on the solver's sheet is drawn towards the end state, and from there on blended into it. */
const PULL_FROM = 0.93;
const BLEND_FROM = 0.96;

/**
 * The motion between two flat states. A simple fold turns rigidly, a reverse fold or a crimp by a linkage where the paper
 * beside it can open; everything else is led by a few schedules through the sheet solver, forwards and backwards, until one is true to paper; none that stretches it by over 5 % or sends more than
 * half a side through every triangle is given. Undefined where the states cannot be laid over each other.
 */
export function buildPlay(before: FlatState, after: FlatState): Play | undefined {
  const mesh = buildPlayMesh(before, after);
  if (!mesh) return undefined;
  const rigid = findRigidFold(mesh);
  if (rigid) {
    const frames = Array.from({ length: PLAY_FRAMES }, (_, f) =>
      f === PLAY_FRAMES - 1 ? flatPose(mesh.second) : poseRigid(mesh, rigid, smooth(f / (PLAY_FRAMES - 1))),
    );
    return toPlay(mesh, 'rigid', frames, judgeFrames(mesh, frames));
  }
  const linked = findLinkage(mesh);
  if (linked) return linked;
  let best: { mesh: PlayMesh; frames: Float32Array[]; truth: Truth; name: string } | undefined;
  let work = 0;
  for (const { mesh: on, made, name, triangles } of attempts(mesh)) {
    // A finer mesh is for motions the coarse one did not show at all.
    if (best && triangles > mesh.triangles.length) break;
    work += triangles * (made.frames.length / PLAY_FRAMES);
    if (made.isWhole) {
      const truth = judgeFrames(on, made.frames);
      if (isShown(truth) && (!best || badness(truth) < badness(best.truth)))
        best = { mesh: on, frames: made.frames, name, truth };
      if (truth.strain <= GOOD.strain && truth.crossings <= GOOD.crossings) break;
    }
    if (work > (best ? ENOUGH_WORK : MOST_WORK)) break;
  }
  if (!best)
    return toPlay(mesh, 'none', [flatPose(mesh.first), flatPose(mesh.second)], {
      strain: 1,
      crossings: 1,
      leap: 1,
    });
  return toPlay(best.mesh, 'solved', best.frames, best.truth, best.name);
}

/** The first linkage that is exact and goes through nothing; else the first that only paper lying over it is in the way of. */
function findLinkage(mesh: PlayMesh): Play | undefined {
  let covered: Play | undefined;
  for (const { mesh: on, frames } of linkages(mesh)) {
    const isUnder = isCovered(on, frames);
    if (isUnder && covered) continue;
    const truth = judgeFrames(on, frames);
    if (truth.strain > EXACT.strain || truth.crossings > EXACT.crossings) continue;
    const play = { ...toPlay(on, 'linked', frames, truth), isCovered: isUnder };
    if (!isUnder) return play;
    covered = play;
  }
  return covered;
}

/** Motions of plates for those folds that have any. */
function* linkages(mesh: PlayMesh): Generator<{ mesh: PlayMesh; frames: Float32Array[] }> {
  yield* reverseLinkages(mesh, PLAY_FRAMES);
  yield* crimpLinkages(mesh, PLAY_FRAMES);
}

/** From rest to rest. */
export const smooth = (t: number): number => t * t * (3 - 2 * t);

const isShown = ({ strain, crossings }: Truth): boolean =>
  strain <= SHOWN.strain && crossings <= SHOWN.crossings;

const badness = ({ strain, crossings, leap }: Truth): number =>
  strain / SHOWN.strain + crossings / SHOWN.crossings + Math.max(0, leap - 0.15);

/** A motion tried: its frames, all of them unless one was beyond what is shown. */
interface Made {
  readonly frames: Float32Array[];
  readonly isWhole: boolean;
}

interface Attempt {
  readonly mesh: PlayMesh;
  readonly made: Made;
  readonly name: string;
  readonly triangles: number;
}

/** Every schedule, and each of them backwards from the second state; then all of it on a finer mesh. */
function* attempts(mesh: PlayMesh): Generator<Attempt> {
  yield* attemptsOn(mesh);
  yield* attemptsOn(refineMesh(mesh));
}

function* attemptsOn(mesh: PlayMesh): Generator<Attempt> {
  const back = turnRound(mesh);
  const forwards = schedulesOf(mesh);
  const backwards = schedulesOf(back);
  const triangles = mesh.triangles.length;
  for (const [i, schedule] of forwards.entries()) {
    yield { mesh, triangles, made: followSchedule(mesh, schedule), name: schedule.name };
    const { frames, isWhole } = followSchedule(back, backwards[i]!);
    const made = { frames: frames.reverse(), isWhole };
    yield { mesh, triangles, made, name: `${schedule.name}, from the end` };
  }
}

/** The same mesh seen as a motion from the second state to the first. */
const turnRound = (mesh: PlayMesh): PlayMesh => ({
  ...mesh,
  first: mesh.second,
  second: mesh.first,
  firstRank: mesh.secondRank,
  secondRank: mesh.firstRank,
  hinges: mesh.hinges.map((h) => ({ ...h, from: h.to, to: h.from })),
});

/** Follows a schedule until a frame is beyond what may be shown: what comes after cannot mend it. */
function followSchedule(mesh: PlayMesh, schedule: Schedule): Made {
  const isBeyond = buildWatch(mesh, SHOWN);
  const solver = new SheetSolver(mesh, LIFT, schedule);
  const end = flatPose(mesh.second);
  const frames = [flatPose(mesh.first)];
  for (let f = 1; f < PLAY_FRAMES; f++) {
    const t = f / (PLAY_FRAMES - 1);
    solver.follow(schedule.at(t));
    if (t >= PULL_FROM) solver.pull(end, (t - PULL_FROM) / (1 - PULL_FROM) / 2);
    const pose = solver.pose();
    if (t > BLEND_FROM) {
      const share = (t - BLEND_FROM) / (1 - BLEND_FROM);
      for (let a = 0; a < pose.length; a++) pose[a]! += (end[a]! - pose[a]!) * share;
    }
    frames.push(f === PLAY_FRAMES - 1 ? end : pose);
    if (isBeyond(f, pose)) return { frames, isWhole: false };
  }
  return { frames, isWhole: true };
}

/** A motion's frames with what is needed to draw them. */
export function toPlay(
  mesh: PlayMesh,
  kind: Play['kind'],
  frames: readonly Float32Array[],
  truth: Truth,
  schedule?: string,
): Play {
  const inner = new Map(mesh.hinges.map((h) => [key(h.i, h.j), h.from !== 0 || h.to !== 0]));
  const lines = mesh.triangles.flatMap((corners, t) =>
    [0, 1, 2].flatMap((e) =>
      (inner.get(key(corners[e]!, corners[(e + 1) % 3]!)) ?? true) ? [3 * t + e] : [],
    ),
  );
  return {
    kind,
    ...(schedule === undefined ? {} : { schedule }),
    triangles: Uint32Array.from(mesh.triangles.flat()),
    firstRank: Float32Array.from(mesh.firstRank),
    lastRank: Float32Array.from(mesh.secondRank),
    frames,
    lines: Uint32Array.from(lines),
    truth,
  };
}

const key = (u: number, v: number): string => (u < v ? `${u},${v}` : `${v},${u}`);
