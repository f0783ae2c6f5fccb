import {
  crossingOf,
  distance,
  isSamePlacement,
  isTurned,
  lineAlong,
  sideOf,
  subtract,
  toUnit,
} from '../geometry/index.ts';
import { ON_LINE } from './cut.ts';
import {
  type Opened,
  type Opening,
  type Roll,
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
import { gapOf, levelOf } from './weld.ts';

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
  for (const opening of openings(reverse)) {
    const made = openBeside(mesh, reverse, opening, (t) => mesh.still[t]!);
    if (made) yield { mesh: made.mesh, frames: poseAll(made, reverse, opening, frames) };
  }
}

/** Reads a reverse fold off a motion: all moved paper reflected in one line, only folds along one other line turned over. */
function readReverse(mesh: PlayMesh): Roll | undefined {
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
  const far = ends.reduce((a, b) => (distance(corner, b) > distance(corner, a) ? b : a));
  const spine = toUnit(subtract(far, corner));
  const isFront = findHalves(mesh, inside, gap);
  if (!isFront) return undefined;
  return readRoll(mesh, isFront, corner, spine, axis.along);
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
  const rootOf = hangingTogether(mesh, tip);
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

function poseAll({ mesh, parts }: Opened, roll: Roll, opening: Opening, frames: number): Float32Array[] {
  return paceFrames(mesh, frames, (share) => {
    const plates = rollAt(roll, opening, share);
    return poseBy(mesh, (t) => {
      const part = parts[t];
      return part && { motion: plates[part.plate], isBehind: part.isBehind };
    });
  });
}
