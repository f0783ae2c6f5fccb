import { z } from 'zod';
import { type Figure, leavesOf, limbsAt, riversOf } from './figure.ts';
import { type BaseMatch, type LimbMatch, madeForThem } from './match.ts';
import { limbsOf } from './starters.ts';

/** What a plan keeps of a base that was made for its figure alone; lengths in mm of the finished model unless said. */
export const keptBaseSchema = z.strictObject({
  name: z.string().min(1).max(100),
  /** Side of the sheet it asks for. */
  sideMm: z.number().positive().max(1e5),
  layersMax: z.number().int().min(1).max(5000),
  steps: z.number().int().min(1).max(400),
  /** The flap of each end; its length in sheet sides. */
  flaps: z
    .array(
      z.strictObject({
        leaf: z.string().min(1).max(60),
        tip: z.string().min(1).max(20),
        length: z.number().positive().max(10),
        needMm: z.number().positive().max(1e5),
      }),
    )
    .min(1)
    .max(20),
  /** Lengths of the limbs between partings. */
  bodiesMm: z.array(z.number().positive().max(1e5)).max(200),
});
export type KeptBase = z.infer<typeof keptBaseSchema>;

/** A figure whose lengths agree to within this share is still the one a base was made for. */
const ALIKE = 1e-3;

const bodiesOf = (figure: Figure): number[] =>
  riversOf(figure).map((r) => figure.limbs.find((l) => l.name === r.limb)!.length);

/** Keeps of a base made for a figure what the plan has to know of it. */
export const keepBase = (
  { baseName, sideMm, assignment, steps }: BaseMatch & { readonly sideMm: number },
  layersMax: number,
  figure: Figure,
): KeptBase => ({
  name: baseName,
  sideMm,
  layersMax,
  steps,
  flaps: assignment.map((a) => ({
    leaf: a.limb.id,
    tip: a.flapTip,
    length: a.flapLength,
    needMm: a.needMm,
  })),
  bodiesMm: bodiesOf(figure),
});

/**
 * How a kept base serves the figure as it is now: the same figure at another size asks for another sheet, a figure of other
 * limbs or lengths is served by it no more (undefined).
 */
export function matchOfKept(kept: KeptBase, figure: Figure): BaseMatch | undefined {
  const limbs = limbsOf(figure, []);
  const bodies = bodiesOf(figure);
  if (kept.flaps.length !== leavesOf(figure).length || bodies.length !== kept.bodiesMm.length)
    return undefined;
  const owns = kept.flaps.map((flap) => ({ flap, limb: limbs.find((l) => l.id === flap.leaf) }));
  const [first] = owns;
  if (!first?.limb) return undefined;
  const scale = first.limb.lengthMm / first.flap.needMm;
  const isAlike = (now: number, then: number): boolean => Math.abs(now / (then * scale) - 1) < ALIKE;
  if (!bodies.every((mm, i) => isAlike(mm, kept.bodiesMm[i]!))) return undefined;
  const assignment = owns.flatMap(({ flap, limb }): LimbMatch[] =>
    limb && isAlike(limb.lengthMm, flap.needMm) && limbsAt(figure, flap.leaf).length === 1
      ? [
          {
            limb,
            flapTip: flap.tip,
            flapLength: flap.length,
            needMm: flap.needMm * scale,
            sideMm: (flap.needMm * scale) / flap.length,
          },
        ]
      : [],
  );
  if (assignment.length < kept.flaps.length) return undefined;
  return {
    baseId: 'own',
    baseName: kept.name,
    layersMax: kept.layersMax,
    steps: kept.steps,
    flapLengths: kept.flaps.map((f) => f.length),
    sideMm: kept.sideMm * scale,
    limiting: assignment.reduce((a, b) => (b.sideMm > a.sideMm + 1e-9 ? b : a)),
    assignment,
    otherSides: [],
    ...madeForThem,
  };
}
