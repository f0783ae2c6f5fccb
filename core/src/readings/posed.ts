import { findPaperKind } from '../paper/index.ts';
import type { Plan } from '../plan/index.ts';
import { resolvePoint } from '../references/index.ts';
import { type Replay, contextAfter } from '../sequence/index.ts';
import {
  type NamedPlace,
  type Pose,
  type PoseAsk,
  type Posture,
  type Shaped,
  poseOf,
  replayShaping,
} from '../shaping/index.ts';
import { landmarksOf } from '../sheet/index.ts';

/** The shaped figure of a plan with what it measures. */
export interface Posed {
  readonly shaped: Shaped;
  readonly pose: Pose;
  /** The side it is measured for, in mm; where none is chosen or wanted, the usual one. */
  readonly sideMm: number;
}

/** A sheet for plans that have none, in mm; calipers for papers that have none. */
const USUAL = { sideMm: 150, caliperMm: 0.09 };
/** How well paper of an unknown kind stays as it is bent. */
const USUAL_MEMORY = 0.6;

/** What a pose is read with: the plan's paper, posture, and what its places are called. */
export function poseAsk(plan: Plan, replay: Replay, sideMm: number): PoseAsk {
  const { caliperMm, grammage, kind, drill } = plan.paper;
  return {
    material: {
      sideMm,
      caliperMm: caliperMm ?? USUAL.caliperMm,
      ...(grammage === null ? {} : { grammage }),
    },
    memory: findPaperKind(kind)?.memory ?? USUAL_MEMORY,
    ...(drill ? { drill } : {}),
    posture: plan.finish.posture,
    names: namedPlaces(plan, replay),
  };
}

/** Shapes a plan and reads the figure; `to` makes only so many shaping steps, `isQuick` promises nothing of standing. */
export function readPosed(
  plan: Plan,
  replay: Replay,
  {
    sideMm,
    to,
    previous,
    isQuick,
  }: {
    readonly sideMm?: number;
    readonly to?: number;
    readonly previous?: Shaped;
    readonly isQuick?: boolean;
  } = {},
): Posed {
  const side = sideMm ?? plan.sheet.sideMm ?? USUAL.sideMm;
  const input = { replay, steps: plan.shaping.slice(0, to), sideMm: side };
  const shaped = replayShaping(input, previous);
  return { shaped, pose: poseOf(input, shaped, poseAsk(plan, replay, side), isQuick), sideMm: side };
}

/**
 * Sizes of a figure as a brief means them, in mm: up in the finished drawing, across it, and towards the viewer. Of a figure
 * that lies, up in its drawing runs along the table.
 */
export function wishSizes(
  { heightMm, lengthMm, depthMm }: Pick<Pose, 'heightMm' | 'lengthMm' | 'depthMm'>,
  posture: Posture,
): Readonly<Record<'height' | 'length' | 'depth', number>> {
  return posture === 'stands'
    ? { height: heightMm, length: lengthMm, depth: depthMm }
    : { height: depthMm, length: lengthMm, depth: heightMm };
}

/** Places of the folder's own of a folded plan: shaping changes none of them. */
const known = new WeakMap<Replay, readonly NamedPlace[]>();

function ownPlaces(plan: Plan, replay: Replay): readonly NamedPlace[] {
  const had = known.get(replay);
  if (had) return had;
  const context = contextAfter(replay);
  const found = Object.keys(plan.points).flatMap((name): NamedPlace[] => {
    const point = resolvePoint({ kind: 'named', name }, context);
    return point.ok && point.value.sheet ? [{ name, at: point.value.sheet }] : [];
  });
  known.set(replay, found);
  return found;
}

/** Tips of limbs by the limb, then the folder's own points, then corners of the sheet. */
function namedPlaces(plan: Plan, replay: Replay): NamedPlace[] {
  const landmarks = landmarksOf(plan.sheet.shape);
  const limbs = plan.limbs.flatMap(({ name, tip }): NamedPlace[] => {
    const at = landmarks.find((l) => l.name === tip)?.at;
    return at ? [{ name, at, isLimb: true }] : [];
  });
  const own = ownPlaces(plan, replay);
  const taken = new Set(plan.limbs.map((l) => l.tip));
  const corners = landmarks
    .filter((l) => !taken.has(l.name))
    .map(({ name, at }) => ({ name: /^[A-D]$/.test(name) ? `corner ${name}` : name, at }));
  return [...limbs, ...own, ...corners];
}
