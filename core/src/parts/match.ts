import { tolerance } from '../geometry/index.ts';
import type { BaseFlap, FoldedBase } from '../bases/index.ts';
import { type Sitting, otherSideOf, sitOn } from './sit.ts';
import type { Seat } from './seats.ts';
import { type Limb, type LimbTask, type PaperSide, isTask, taskOfLimbs } from './task.ts';

export interface LimbMatch {
  readonly limb: Limb;
  readonly flapTip: string;
  readonly flapLength: number;
  /** Length the flap needs from the hub, in mm: the limb, and what of the figure lies between it and the hub. */
  readonly needMm: number;
  /** Sheet side that makes this flap just long enough, in mm. */
  readonly sideMm: number;
}

/** A flap no limb uses, and how it would be put away. */
export interface SpareFlap {
  readonly tip: string;
  readonly length: number;
  readonly way: 'sink' | 'fold inside' | 'fold away';
}

/** A limb that must change its colour. */
export interface OtherSide {
  readonly limb: Limb;
  readonly wants: PaperSide;
  /** Share of its flap that shows the other side. */
  readonly share: number;
}

/** What there is not on a base that was made for its limbs: each has its flap, none is over, nothing lies between two hubs. */
export const madeForThem = {
  riverLength: 0,
  left: [],
  spare: [],
  spareFlaps: 0,
  missingFlaps: 0,
  unlikePairs: 0,
  cost: 0,
} as const satisfies Partial<BaseMatch>;

/** How one base serves the limbs. `sideMm` is missing when there are too few flaps. */
export interface BaseMatch {
  readonly baseId: string;
  readonly baseName: string;
  readonly layersMax: number;
  readonly steps: number;
  readonly flapLengths: readonly number[];
  readonly sideMm?: number;
  readonly limiting?: LimbMatch;
  /** Paper between its two hubs, in sheet sides; 0 with one. */
  readonly riverLength: number;
  readonly assignment: readonly LimbMatch[];
  /** How the figure sits on the base; missing where no flap serves. */
  readonly seat?: Seat;
  /** Optional limbs this base leaves out. */
  readonly left: readonly Limb[];
  readonly spare: readonly SpareFlap[];
  readonly spareFlaps: number;
  readonly missingFlaps: number;
  /** Pairs of limbs that come from unlike flaps. */
  readonly unlikePairs: number;
  /** Limbs whose flap shows the other side of the paper than they want, and the share of it that does. */
  readonly otherSides: readonly OtherSide[];
  /** What must be shortened, hidden and evened out, in sheet sides; decides between equal sheets. */
  readonly cost: number;
}

/**
 * The smallest sheet on which every limb finds a flap, over all seats of the figure on the base's hubs. The largest ratio
 * of need to flap is smallest when the longest need meets the longest flap of its hub (any other pairing can be exchanged
 * without making it worse), so the side is exact; at that side the cheapest choice is found by dynamic programming over
 * kinds of flaps.
 */
export function matchBase(folded: FoldedBase, wanted: LimbTask | readonly Limb[]): BaseMatch {
  const task = isTask(wanted) ? wanted : taskOfLimbs(wanted);
  const { flaps, hubs, river } = folded;
  const groups = hubs.length === 2 ? hubs.map((h) => flaps.filter((f) => h.tips.includes(f.tip))) : [flaps];
  const found = task.seats.flatMap((seat) =>
    seat.nodes.length === 1
      ? groups.map((own) => ({ seat, ...sitOn(task, seat, [own], river) }))
      : groups.length === 2
        ? [{ seat, ...sitOn(task, seat, groups, river) }]
        : [],
  );
  const best = found.reduce<(typeof found)[number] | undefined>(
    (a, b) => (!a || isBetter(b, a) ? b : a),
    undefined,
  );
  const missing = best?.missing ?? task.limbs.length;
  const assignment = (best?.chosen ?? [])
    .map(({ limb, flap, needMm }) => ({
      limb: task.limbs[limb]!,
      flapTip: flap.tip,
      flapLength: flap.length,
      needMm,
      sideMm: needMm / flap.length,
    }))
    .sort((a, b) => b.needMm - a.needMm);
  const limiting = [...assignment, ...(best ? bodyAsLimb(best.seat, river) : [])].reduce<
    LimbMatch | undefined
  >((a, b) => (!a || b.sideMm > a.sideMm + tolerance.rounding ? b : a), undefined);
  const spare = flaps.filter((f) => !assignment.some((a) => a.flapTip === f.tip));
  return {
    baseId: folded.base.id,
    baseName: folded.base.name,
    layersMax: folded.measures.spot.layers,
    steps: folded.base.steps.length,
    flapLengths: flaps.map((f) => f.length),
    riverLength: river,
    ...(missing === 0 && limiting ? { sideMm: limiting.sideMm, limiting } : {}),
    assignment,
    ...(best && assignment.length > 0 ? { seat: best.seat } : {}),
    left: task.optional
      .filter((i) => !assignment.some((a) => a.limb === task.limbs[i]))
      .map((i) => task.limbs[i]!),
    spare: spare.map((f) => ({ tip: f.tip, length: f.length, way: hideFlap(f) })),
    spareFlaps: spare.length,
    missingFlaps: missing,
    unlikePairs: best?.unlike ?? 0,
    otherSides: findOtherSides(task, flaps, assignment),
    cost: best?.cost ?? 0,
  };
}

/** Limbs that want a side of the paper their flaps do not show (a twentieth of a flap is let be). */
export const findOtherSides = (
  { limbs, sides }: Pick<LimbTask, 'limbs' | 'sides'>,
  flaps: readonly BaseFlap[],
  assignment: readonly LimbMatch[],
): OtherSide[] =>
  assignment.flatMap(({ limb, flapTip }): OtherSide[] => {
    const wants = sides[limbs.indexOf(limb)];
    const share = otherSideOf(
      flaps.find((f) => f.tip === flapTip)!,
      wants,
    );
    return wants !== undefined && share > LET_BE ? [{ limb, wants, share }] : [];
  });
const LET_BE = 0.05;

/** The paper between two hubs, told like a limb where it is what asks for the sheet. */
const bodyAsLimb = ({ bodyMm, body, nodes }: Seat, river: number): LimbMatch[] =>
  nodes.length < 2
    ? []
    : [
        {
          limb: { id: nodes.join(' '), name: body, lengthMm: bodyMm },
          flapTip: 'body',
          flapLength: river,
          needMm: bodyMm,
          sideMm: bodyMm / river,
        },
      ];

function isBetter(a: Sitting, b: Sitting): boolean {
  if (a.missing !== b.missing) return a.missing < b.missing;
  if (Math.abs(a.side - b.side) > tolerance.samePoint * b.side) return a.side < b.side;
  return a.cost < b.cost - tolerance.rounding;
}

/** Layers from which a spare flap of a rim is thick enough to be folded in between them. */
const INSIDE_FROM = 4;

const hideFlap = (flap: BaseFlap): SpareFlap['way'] =>
  flap.tip === 'O' || flap.tip.startsWith('p')
    ? 'sink'
    : flap.layers >= INSIDE_FROM
      ? 'fold inside'
      : 'fold away';

/** All bases for these limbs: those that serve first, by the sheet they need, then by what is left to do. */
export function matchBases(folded: readonly FoldedBase[], wanted: LimbTask | readonly Limb[]): BaseMatch[] {
  return folded
    .map((f) => matchBase(f, wanted))
    .sort((a, b) => {
      const [p, q] = [a, b].map((m) => Math.round((m.sideMm ?? 1e9) * 1e6));
      return p! - q! || a.missingFlaps - b.missingFlaps || a.cost - b.cost || a.steps - b.steps;
    });
}

/** Share of a given flap a limb uses at a sheet side in mm; over 1 means the flap is too short. */
export const fullnessOf = (match: LimbMatch, sideMm: number): number =>
  match.needMm / (match.flapLength * sideMm);
