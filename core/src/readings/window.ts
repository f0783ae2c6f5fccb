import { tolerance } from '../geometry/index.ts';
import { type DrawerPaper, type PaperLimits, largestSide, largestSideFor } from '../paper/index.ts';
import type { Plan } from '../plan/index.ts';
import { otherDimension } from '../sizing/index.ts';
import { boxOf, sheetArea } from '../sheet/index.ts';
import type { StockPiece, WindowInput } from '../window/index.ts';
import { wishSizes } from './posed.ts';
import type { NarrowReading, Readings } from './types.ts';

/** The largest piece of the plan's shape each paper of the drawer gives, trimmed as the plan says. */
export function toStockPieces({ sheet }: Pick<Plan, 'sheet'>, papers: readonly DrawerPaper[]): StockPiece[] {
  const box = boxOf(sheet.shape);
  const shorter = Math.min(box.width, box.height);
  return papers.map((p) => ({
    id: p.id,
    name: p.name,
    // The shorter side of its box is the sheet's own side, but for a sheet of six or eight sides.
    sideMm: largestSide(box, p, sheet) / shorter,
    caliperMm: p.caliperMm,
    count: p.count,
  }));
}

/** What limits the sheet of a plan, from its readings; missing while nothing is folded. */
export function toWindowInput(
  plan: Plan,
  readings: Pick<
    Readings,
    | 'last'
    | 'narrowest'
    | 'bulkiest'
    | 'sideMm'
    | 'ratio'
    | 'otherRatio'
    | 'base'
    | 'learned'
    | 'form'
    | 'posed'
    | 'places'
  >,
  limits: PaperLimits,
  papers: readonly DrawerPaper[],
): WindowInput | undefined {
  const { last, narrowest, bulkiest, sideMm, ratio, otherRatio, base, learned } = readings;
  if (!last || sideMm === undefined) return undefined;
  const { target } = plan.brief;
  const pieces = toStockPieces(plan, papers).filter((p) => p.count > 0 && p.sideMm > 0);
  const own = pieces.filter((p) => p.id === plan.paper.drawerId);
  const cost = toCost(plan, papers);
  return {
    learned,
    ...(target.mm !== null && ratio !== undefined ? { target: { ...target, mm: target.mm, ratio } } : {}),
    ...(plan.brief.other && otherRatio !== undefined
      ? { other: { ...plan.brief.other, dimension: otherDimension(target.dimension), ratio: otherRatio } }
      : {}),
    ...toDepth(plan, readings, sideMm),
    ...toPlaces(plan, readings),
    ...(cost ? { cost } : {}),
    ...(base?.sideMm === undefined ? {} : { limbs: { sideMm: base.sideMm, limb: base.limiting!.limb.name } }),
    ...(narrowest ? { narrowest: inSides(narrowest, sideMm) } : {}),
    ...(bulkiest ? { bulkiest: inSides(bulkiest, sideMm) } : {}),
    ...(last.shortestMm === undefined ? {} : { shortest: last.shortestMm / sideMm }),
    layers: {
      most: last.measures.spot.layers,
      mean: sheetArea(plan.sheet.shape) / last.measures.silhouetteArea,
    },
    caliperMm: plan.paper.caliperMm,
    handling: plan.sheet.handling,
    limits,
    stock: own.length > 0 ? own : pieces,
  };
}

const inSides = ({ tip, widthMm, layers, step }: NarrowReading, sideMm: number) => ({
  tip,
  width: widthMm / sideMm,
  layers,
  step,
});

/** Lengths wished between two places; those whose places are gone limit nothing. */
function toPlaces({ brief }: Plan, { places }: Pick<Readings, 'places'>): Pick<WindowInput, 'places'> {
  const known = brief.places.flatMap((wish) => {
    const ratio = places.find((p) => p.id === wish.id)?.ratio;
    return ratio === undefined || ratio <= tolerance.samePoint ? [] : [{ ...wish, ratio }];
  });
  return known.length > 0 ? { places: known } : {};
}

/** The largest side the budget buys from the chosen paper: where its price is above it, several pieces share a sheet. */
function toCost(
  { brief, paper, sheet }: Plan,
  papers: readonly DrawerPaper[],
): WindowInput['cost'] | undefined {
  const own = papers.find((p) => p.id === paper.drawerId);
  if (brief.budget === null || !own || own.price === null) return undefined;
  const box = boxOf(sheet.shape);
  // Half squares lie two to a square.
  const each = sheet.shape.kind === 'triangle' ? 2 : 1;
  const pieces = Math.max(1, Math.ceil(own.price / brief.budget / each - tolerance.samePoint));
  return {
    most: brief.budget,
    sideMm: largestSideFor(pieces, box, own, sheet) / Math.min(box.width, box.height),
  };
}

/** The wished depth, of the figure as it is shaped, else of the flat form as Finish opens it. */
function toDepth(
  plan: Plan,
  { form, posed }: Pick<Readings, 'form' | 'posed'>,
  sideMm: number,
): Pick<WindowInput, 'depth'> {
  const { depth } = plan.brief;
  if (!depth) return {};
  if (posed) return { depth: { ...depth, shaped: wishSizes(posed, plan.finish.posture).depth / sideMm } };
  const degrees = plan.finish.openedDegrees;
  if (!degrees || !form?.spine) return {};
  return { depth: { ...depth, opened: { reach: form.spine.reach, degrees, stackMm: form.thicknessMm } } };
}
