import type { FoldedBase } from '../bases/index.ts';
import type { Effort } from '../effort/index.ts';
import { type Issue, type Outcome, done } from '../outcome/index.ts';
import {
  type BaseMatch,
  type Figure,
  findOtherSides,
  leavesOf,
  limbsOf,
  madeForThem,
  taskOfFigure,
} from '../parts/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { baseOfDesign } from './base.ts';
import { type Design, type DesignOptions, type Designs, designBases } from './design.ts';

/** What a base is the best of among those that were folded: of the least sheet, of fewest layers, of fewest at a hub. */
export type BestIn = 'sheet' | 'layers' | 'hub';

/** A base of its own as it is offered, with what it costs. */
export interface OfferedBase {
  readonly design: Design;
  readonly folded: FoldedBase;
  readonly bestIn: readonly BestIn[];
  /** How it serves the limbs; each flap is rooted where its limb parts from the rest. */
  readonly match: BaseMatch;
  /** Limbs that came out longer than wanted, in mm at its sheet. */
  readonly longer: readonly { readonly limb: string; readonly mm: number }[];
}

export interface OfferedBases extends Omit<Designs, 'designs'> {
  readonly offers: readonly OfferedBase[];
  /** The figure's mirror line is kept; where no base was found with it, they are made without. */
  readonly isMirrored: boolean;
}

const NAMES: Readonly<Record<BestIn, string>> = {
  sheet: 'Base of its own',
  layers: 'Thinner base of its own',
  hub: 'Milder base of its own',
};
/** Limbs longer by less than this are as wanted, in mm. */
const LONGER = 0.5;

/**
 * The bases of its own that are worth choosing between: largest, thinnest and mildest of those that folded. None where no
 * placement gave one; fails as `designBases` does.
 */
export function offerBases(
  figure: Figure,
  sheet: SheetShape,
  effort: Effort,
  { seed = 1, fit }: Pick<DesignOptions, 'seed' | 'fit'> = {},
): Outcome<OfferedBases, Issue> {
  const options = { seed, ...(fit ? { fit } : {}) };
  const isMirrored = figure.symmetry !== 'none';
  const first = designBases(figure, sheet, effort, options);
  if (!first.ok && !(isMirrored && first.fault.path === 'symmetry')) return first;
  const offers = first.ok ? chooseFrom(figure, first.value.designs) : [];
  if (first.ok && (offers.length > 0 || !isMirrored)) return done({ ...first.value, offers, isMirrored });
  const free: Figure = { ...figure, symmetry: 'none' };
  const second = designBases(free, sheet, effort, options);
  if (!second.ok) return second;
  return done({ ...second.value, offers: chooseFrom(free, second.value.designs), isMirrored: false });
}

function chooseFrom(figure: Figure, designs: readonly Design[]): OfferedBase[] {
  const names = leavesOf(figure);
  const folded = new Map<Design, FoldedBase | undefined>();
  const foldOnce = (design: Design, as: BestIn): FoldedBase | undefined => {
    if (!folded.has(design))
      folded.set(design, baseOfDesign(design, names, { id: `own-${as}`, name: NAMES[as] }));
    return folded.get(design);
  };
  const chosen = new Map<Design, BestIn[]>();
  const orders: readonly [BestIn, (d: Design) => number][] = [
    ['sheet', (d) => d.sideMm],
    ['layers', (d) => d.layersMax + d.sideMm * 1e-6],
    ['hub', (d) => d.hubLayers + d.sideMm * 1e-6],
  ];
  for (const [as, worth] of orders) {
    const best = [...designs].sort((a, b) => worth(a) - worth(b)).find((d) => foldOnce(d, as));
    if (best) chosen.set(best, [...(chosen.get(best) ?? []), as]);
  }
  return [...chosen].map(([design, bestIn]) => offerOf(figure, design, folded.get(design)!, bestIn));
}

/** A folded design as it is offered: how its flaps serve the figure's limbs. */
export function offerOf(
  figure: Figure,
  design: Design,
  folded: FoldedBase,
  bestIn: readonly BestIn[],
): OfferedBase {
  const task = taskOfFigure(figure, limbsOf(figure, []));
  const { limbs } = task;
  const { done: completed, sideMm } = design;
  const assignment = limbs
    .map((limb, i) => {
      const designed = folded.base.designed![i]!;
      const flap = folded.flaps.find((f) => f.tipOnSheet === designed.tip)!;
      const needMm = (flap.length - completed.growth[i]!) * sideMm;
      return { limb, flapTip: flap.tip, flapLength: flap.length, needMm, sideMm: needMm / flap.length };
    })
    .sort((a, b) => b.needMm - a.needMm);
  const limiting = assignment.reduce((a, b) => (b.sideMm > a.sideMm + 1e-9 ? b : a));
  return {
    design,
    folded,
    bestIn,
    match: {
      baseId: folded.base.id,
      baseName: folded.base.name,
      layersMax: folded.measures.spot.layers,
      steps: folded.base.steps.length,
      flapLengths: folded.flaps.map((f) => f.length),
      sideMm,
      limiting,
      assignment,
      ...madeForThem,
      otherSides: findOtherSides(task, folded.flaps, assignment),
    },
    longer: limbs.flatMap((limb, i) => {
      const mm = completed.growth[i]! * sideMm;
      return mm > LONGER ? [{ limb: limb.name, mm }] : [];
    }),
  };
}
