import { type FlatState, facetOnModel, facetsAt } from '../folded/index.ts';
import { type Isometry, apply, compose, inverse, isTurned, sideOf } from '../geometry/index.ts';
import { foldOver } from '../moves/index.ts';
import { specOf } from '../kinds/index.ts';
import type { ReplayedStep } from '../sequence/index.ts';
import { type PlayMesh, buildPlayMesh } from './mesh.ts';
import { PLAY_FRAMES, type Play, buildPlay, smooth, toPlay } from './play.ts';
import { flatPose } from './rigid.ts';

/** What of a replayed step its motion is made from; plain data, so that it can be sent to another worker. */
export type PlayedStep = Pick<ReplayedStep, 'before' | 'after' | 'move' | 'trace'>;

const STILL = { strain: 0, crossings: 0, leap: 0 };

/**
 * The motion of a step. Turning over and rotating move the whole model; a crease is folded and unfolded again, a pinch
 * too as far as it shows; everything else goes from one flat state to the next. Undefined where nothing moves.
 */
export function playStep({ before, after, move, trace }: PlayedStep): Play | undefined {
  switch (specOf(move).motion) {
    case 'whole model':
      return moveWhole(before, after);
    case 'there and back': {
      const folded = trace?.line && foldSmaller(before, trace.line);
      const play = folded && buildPlay(before, folded);
      return play && play.kind === 'rigid' ? thereAndBack(play) : undefined;
    }
    case 'folds':
      return buildPlay(before, after);
  }
}

/** Folds what lies on one side of a line over, the side with less paper if that can be folded. */
function foldSmaller(state: FlatState, line: Parameters<typeof sideOf>[0]): FlatState | undefined {
  const corners = state.facets.flatMap((f, i) =>
    facetOnModel(state, i).map((p, k) => ({ side: sideOf(line, p), at: state.vertices[f.loop[k]!]! })),
  );
  const far = (sign: 1 | -1): (typeof corners)[number] =>
    corners.reduce((a, b) => (b.side * sign > a.side * sign ? b : a));
  const ends = [far(1), far(-1)].filter((c) => Math.abs(c.side) > 1e-6);
  ends.sort((a, b) => Math.abs(a.side) - Math.abs(b.side));
  for (const { at } of ends) {
    const request = { line, sense: 'valley', flap: [at], hold: [], layers: 'all', step: 'play' } as const;
    const folded = foldOver(state, request);
    if (folded.ok) return folded.value.state;
  }
  return undefined;
}

/** Forwards until it is nearly closed, and back: the last frame is the first. */
function thereAndBack(play: Play): Play {
  const last = play.frames.length - 1;
  const frames = play.frames.map((_, f) => {
    const share = f / last;
    const there = share < 0.5 ? 2 * share : 2 - 2 * share;
    return play.frames[Math.round(there * last * 0.85)]!;
  });
  return { ...play, lastRank: play.firstRank, frames: [...frames.slice(0, last), play.frames[0]!] };
}

/** Turning over about the axis the states show, or rotating in the plane. */
function moveWhole(before: FlatState, after: FlatState): Play | undefined {
  const mesh = buildPlayMesh(before, after);
  const motion = mesh && wholeMotion(before, after);
  if (!mesh || !motion) return undefined;
  const second = mesh.first.map((p) => apply(motion, p));
  const frames = Array.from({ length: PLAY_FRAMES }, (_, f) => {
    const share = smooth(f / (PLAY_FRAMES - 1));
    if (f === PLAY_FRAMES - 1) return flatPose(second);
    return isTurned(motion) ? turnedPose(mesh, motion, share) : rotatedPose(mesh, motion, share);
  });
  return toPlay({ ...mesh, second }, 'rigid', frames, STILL);
}

/** The one motion of the plane that takes every point of the first state to the second. */
function wholeMotion(before: FlatState, after: FlatState): Isometry | undefined {
  const { loop, placement } = before.facets[0]!;
  const corners = loop.map((v) => before.vertices[v]!);
  const middle = [0, 1].map((k) => corners.reduce((s, p) => s + p[k]!, 0) / corners.length);
  const facet = facetsAt(after, [middle[0]!, middle[1]!])[0];
  return facet === undefined ? undefined : compose(after.facets[facet]!.placement, inverse(placement));
}

function turnedPose(mesh: PlayMesh, { a, c, tx, ty }: Isometry, share: number): Float32Array {
  const half = Math.atan2(c, a) / 2;
  const [ux, uy] = [Math.cos(half), Math.sin(half)];
  const glide = ux * tx + uy * ty;
  const off = (-uy * tx + ux * ty) / 2;
  const [cos, sin] = [Math.cos(Math.PI * share), Math.sin(Math.PI * share)];
  const pose = flatPose(mesh.first);
  mesh.first.forEach((p, v) => {
    const along = ux * p[0] + uy * p[1] + glide * share;
    const across = -uy * p[0] + ux * p[1] - off;
    pose[3 * v] = ux * along - uy * (off + across * cos);
    pose[3 * v + 1] = uy * along + ux * (off + across * cos);
    pose[3 * v + 2] = across * sin;
  });
  return pose;
}

function rotatedPose(mesh: PlayMesh, motion: Isometry, share: number): Float32Array {
  const angle = Math.atan2(motion.c, motion.a) * share;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const pose = flatPose(mesh.first);
  mesh.first.forEach((p, v) => {
    pose[3 * v] = cos * p[0] - sin * p[1] + motion.tx * share;
    pose[3 * v + 1] = sin * p[0] + cos * p[1] + motion.ty * share;
  });
  return pose;
}
