import type { FoldedBase } from '../bases/index.ts';

/** A limb of the subject: a flap has to become it. */
export interface Limb {
  readonly id: string;
  readonly name: string;
  readonly lengthMm: number;
}

export interface LimbMatch {
  readonly limb: Limb;
  readonly flapTip: string;
  readonly flapLength: number;
  /** Sheet side that makes this flap just long enough, in mm. */
  readonly sideMm: number;
}

/** How one base serves the limbs. `sideMm` is missing when there are too few flaps. */
export interface BaseMatch {
  readonly baseId: string;
  readonly baseName: string;
  readonly layersMax: number;
  readonly steps: number;
  readonly flapLengths: readonly number[];
  readonly sideMm?: number;
  readonly limiting?: LimbMatch;
  readonly assignment: readonly LimbMatch[];
  readonly spareFlaps: number;
  readonly missingFlaps: number;
}

/**
 * The smallest sheet on which every limb finds a flap. Longest limb to longest flap is best for the largest ratio: any
 * other pairing can be exchanged without making it worse.
 */
export function matchBase(folded: FoldedBase, limbs: readonly Limb[]): BaseMatch {
  const flaps = folded.flaps;
  const wanted = [...limbs].sort((a, b) => b.lengthMm - a.lengthMm);
  const missing = Math.max(0, wanted.length - flaps.length);
  const assignment = wanted.slice(0, flaps.length).map((limb, i) => ({
    limb,
    flapTip: flaps[i]!.tip,
    flapLength: flaps[i]!.length,
    sideMm: limb.lengthMm / flaps[i]!.length,
  }));
  const limiting = assignment.reduce<LimbMatch | undefined>(
    (a, b) => (!a || b.sideMm > a.sideMm ? b : a),
    undefined,
  );
  return {
    baseId: folded.base.id,
    baseName: folded.base.name,
    layersMax: folded.measures.spot.layers,
    steps: folded.base.steps.length,
    flapLengths: flaps.map((f) => f.length),
    ...(missing === 0 && limiting ? { sideMm: limiting.sideMm, limiting } : {}),
    assignment,
    spareFlaps: Math.max(0, flaps.length - wanted.length),
    missingFlaps: missing,
  };
}

/** All bases for these limbs: those that serve first, by the sheet they need. */
export function matchBases(folded: readonly FoldedBase[], limbs: readonly Limb[]): BaseMatch[] {
  return folded
    .map((f) => matchBase(f, limbs))
    .sort(
      (a, b) =>
        (a.sideMm ?? Infinity) - (b.sideMm ?? Infinity) ||
        a.missingFlaps - b.missingFlaps ||
        a.steps - b.steps,
    );
}

/** Share of a given flap a limb uses at a sheet side in mm; over 1 means the flap is too short. */
export const fullnessOf = (match: LimbMatch, sideMm: number): number =>
  match.limb.lengthMm / (match.flapLength * sideMm);
