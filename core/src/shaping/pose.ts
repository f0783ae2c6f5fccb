import { type Point, type Spot, apartIn, inner, minus, outer, times, unitOf } from '../geometry/index.ts';
import { Plates, spotOf } from './form.ts';
import { type Material, bodyOf, reachAlong } from './measure.ts';
import { type Shaped, type ShapedStep, type ShapingInput, replayShaping } from './replay.ts';
import { type Spring, type SpringDrill, springOf } from './spring.ts';
import { type Rest, type Stance, SURE_MM, sayDirection, standingOf } from './standing.ts';

/** How the finished figure is meant to be: on its feet, or on one of its sides. */
export type Posture = 'stands' | 'lies front up' | 'lies back up';

/** Upright in the finished drawing, for each posture. */
export const uprightOf: Readonly<Record<Posture, Spot>> = {
  stands: [0, 1, 0],
  'lies front up': [0, 0, 1],
  'lies back up': [0, 0, -1],
};

/** A place with a name, on the sheet. */
export interface NamedPlace {
  readonly name: string;
  readonly at: Point;
  /** The tip of a limb: other places near it are called by it. */
  readonly isLimb?: boolean;
}

export interface PoseAsk {
  readonly material: Material;
  /** How well the paper stays as it is bent, from 0 to 1. */
  readonly memory: number;
  /** A strip of it that was tried, where one was. */
  readonly drill?: SpringDrill;
  readonly posture: Posture;
  /** Places contacts are called by, those that matter most first. */
  readonly names: readonly NamedPlace[];
}

/** What the posed figure measures, and whether it stands. Lengths in mm. */
export interface Pose {
  readonly heightMm: number;
  readonly lengthMm: number;
  readonly depthMm: number;
  readonly weightG: number | undefined;
  /** `unsure` where it rests as it is meant to, with less than SURE_MM to spare over what the paper may spring back. */
  readonly stands: boolean | 'unsure';
  /** In the pose it is meant in; where it has none, that of the pose it is set down in, below 0. */
  readonly marginMm: number;
  /** The least and the most over what the paper may spring back; missing where nothing is bent. */
  readonly range: { readonly least: number; readonly most: number } | undefined;
  readonly tipDegrees: number;
  /** Which way it tips first. */
  readonly falls: ReturnType<typeof sayDirection>;
  /** What touches the table, by name. */
  readonly contacts: readonly string[];
  readonly stance: Stance;
  /** The pose that is measured: the one it stands in, else as it is drawn. */
  readonly up: Spot;
  readonly rest: Rest;
  readonly centre: Spot;
  /** Every other pose it can rest in, the most upright first: what touches then, and how sure it is. */
  readonly others: readonly {
    readonly contacts: readonly string[];
    readonly marginMm: number;
    readonly leanDegrees: number;
  }[];
  /** What each step keeps of its angle, in their order; undefined where it bends nothing. */
  readonly springs: readonly (Spring | undefined)[];
}

/**
 * Reads a shaped figure: sizes at the paper's caliper, weight, standing over the range of springback. Quick, while a part is
 * moved, it leaves that range out and promises nothing: what would stand is `unsure`.
 */
export function poseOf(input: ShapingInput, shaped: Shaped, ask: PoseAsk, isQuick = false): Pose {
  const { material, posture, names, memory, drill } = ask;
  const upright = uprightOf[posture];
  const body = bodyOf(shaped.form, material);
  const stance = standingOf(body, upright);
  const springs = shaped.steps.map((s): Spring | undefined =>
    s.refusal || s.after.hinges.length === s.before.hinges.length
      ? undefined
      : springOf(s, { caliperMm: material.caliperMm, memory, ...(drill ? { drill } : {}) }),
  );
  const rest = stance.pose ?? stance.settled;
  const range = isQuick ? undefined : rangeOf(input, shaped, ask, springs, stance);
  const least = Math.min(stance.pose?.marginMm ?? -Infinity, range?.least ?? Infinity);
  const up = stance.pose?.up ?? upright;
  const along = unitOf(minus([1, 0, 0], times(up, inner([1, 0, 0], up))));
  const across = outer(along, up);
  return {
    heightMm: reachAlong(body.points, up),
    lengthMm: reachAlong(body.points, along),
    depthMm: reachAlong(body.points, across),
    weightG: body.weightG,
    stands: stance.pose === undefined ? false : least >= SURE_MM && !isQuick ? true : 'unsure',
    marginMm: stance.pose?.marginMm ?? firstMargin(stance),
    range,
    tipDegrees: stance.pose?.tipDegrees ?? 0,
    falls: sayDirection(stance.pose ? stance.pose.tips : stance.towards),
    contacts: nameContacts(shaped, rest, names, material.sideMm),
    stance,
    up,
    rest,
    centre: body.centre,
    others: isQuick
      ? []
      : stance.poses
          .filter((r) => r !== rest && r.marginMm >= SURE_MM)
          .slice(0, MOST_OTHERS)
          .map((r) => ({
            contacts: nameContacts(shaped, r, names, material.sideMm),
            marginMm: r.marginMm,
            leanDegrees: r.leanDegrees,
          })),
    springs,
  };
}

/** A crumpled figure rests in dozens of ways; those nearest to upright are told. */
const MOST_OTHERS = 6;

/** Where it falls at once its margin counts below nothing. */
const firstMargin = ({ poses, settled }: Stance): number => -Math.abs(poses[0]?.marginMm ?? settled.marginMm);

/** The margin in the same pose with every bend as little and as much sprung back as may be. */
function rangeOf(
  input: ShapingInput,
  shaped: Shaped,
  { material, posture }: PoseAsk,
  springs: readonly (Spring | undefined)[],
  stance: Stance,
): Pose['range'] {
  if (springs.every((s) => s === undefined) || !stance.pose) return undefined;
  const marginAt = (pick: 'least' | 'most'): number => {
    const keeps = (step: string): number => {
      const spring = springs[shaped.steps.findIndex((s: ShapedStep) => s.step.id === step)];
      // A bend that springs back whole is none, whatever it was set to.
      return !spring ? 1 : spring.keeps > 0 ? spring[pick] / spring.keeps : 0;
    };
    const bent = replayShaping({ ...input, keeps }, shaped);
    const { pose } = standingOf(bodyOf(bent.form, material), uprightOf[posture]);
    return pose?.marginMm ?? -1;
  };
  const margins = [marginAt('least'), marginAt('most'), stance.pose.marginMm];
  return { least: Math.min(...margins), most: Math.max(...margins) };
}

/** Contacts farther from every named place than this share of the side have no name of their own. */
const NAMED_WITHIN = 0.12;
/** A place this near to the tip of a limb is on it. */
const LIMB_WITHIN = 0.25;

function nameContacts(shaped: Shaped, rest: Rest, names: readonly NamedPlace[], sideMm: number): string[] {
  const plates = new Plates(shaped.form);
  const places = names.flatMap(({ name, at, isLimb }) => {
    const spot = spotOf(shaped.form, at, plates);
    return spot ? [{ name, isLimb, spot: times(spot, sideMm) }] : [];
  });
  const found = new Set<string>();
  for (const corner of rest.support) {
    const [nearest] = [...places].sort((a, b) => apartIn(a.spot, corner) - apartIn(b.spot, corner));
    if (!nearest || apartIn(nearest.spot, corner) >= NAMED_WITHIN * sideMm) {
      found.add('an edge');
      continue;
    }
    const [limb] = places
      .filter((p) => p.isLimb)
      .sort((a, b) => apartIn(a.spot, corner) - apartIn(b.spot, corner));
    const isOfLimb = limb && !nearest.isLimb && apartIn(limb.spot, corner) < LIMB_WITHIN * sideMm;
    found.add(isOfLimb ? `${limb.name} at ${nearest.name}` : nearest.name);
  }
  return [...found];
}
