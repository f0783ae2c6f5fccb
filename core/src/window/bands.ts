import { openedDepth } from '../folded/index.ts';
import { type PaperLimits, gapToLeaveMm } from '../paper/index.ts';
import type { Dimension, LearnedRatio } from '../sizing/index.ts';
import { type SizeWish, rangeOf } from '../wishes/index.ts';
import { toSheetSide } from '../sizing/index.ts';

/** What the narrowest places are worked with. */
export type Handling = 'fingers' | 'tweezers';

/** The largest sheet of this plan's shape a stock sheet gives, by its (shorter) side in mm. */
export interface StockPiece {
  readonly id: string;
  readonly name: string;
  readonly sideMm: number;
  readonly caliperMm: number | null;
  readonly count: number;
}

/** A flap (its corner) or a pleat (no corner) after a step: width in sheet sides, and layers. */
interface StackedPlace {
  readonly tip: string | null;
  readonly width: number;
  readonly layers: number;
  readonly step: number;
}

/** All the window is computed from; lengths of the model in sheet sides, sizes in mm. What is not known is left out. */
export interface WindowInput {
  readonly target?: SizeWish & {
    readonly dimension: Dimension;
    /** Dimension of the folded silhouette in sheet sides. */
    readonly ratio: number;
  };
  /** A wish for the other dimension. */
  readonly other?: WindowInput['target'];
  /**
   * A wish for the depth. Of a form opened along its spine by its reach in sheet sides, the angle, and the stack in mm; of a
   * shaped figure by its depth in sheet sides.
   */
  readonly depth?: SizeWish & {
    readonly opened?: { readonly reach: number; readonly degrees: number; readonly stackMm: number };
    readonly shaped?: number;
  };
  /** Lengths wished between two places, each with its length in sheet sides. */
  readonly places?: readonly (SizeWish & { readonly name: string; readonly ratio: number })[];
  /** The most the paper of a model may cost, and the largest side it buys. */
  readonly cost?: { readonly most: number; readonly sideMm: number };
  readonly learned: LearnedRatio;
  /** Smallest sheet on which the chosen base gives every limb its length. */
  readonly limbs?: { readonly sideMm: number; readonly limb: string };
  /** The narrowest place at any step: of a flap (its corner), or of a pleat (no corner). */
  readonly narrowest?: StackedPlace;
  /** The place with the most layers for its width at any step; the narrowest where it is not named. */
  readonly bulkiest?: StackedPlace;
  readonly shortest?: number;
  /** Layers at the thickest place, and on the average over the silhouette. */
  readonly layers: { readonly most: number; readonly mean: number };
  readonly caliperMm: number | null;
  readonly handling: Handling;
  readonly limits: PaperLimits;
  /** Of the paper this plan is folded from; all papers of the drawer where none is chosen. */
  readonly stock: readonly StockPiece[];
}

export type BandId =
  | 'target'
  | 'other'
  | 'depth'
  | `place ${number}`
  | 'cost'
  | 'limbs'
  | 'narrowest'
  | 'shortest'
  | 'bulk'
  | 'gap'
  | 'limp'
  | 'stock';

/** One limit: sides in mm that are allowed, and why. */
export interface SheetBand {
  readonly id: BandId;
  readonly lowMm?: number;
  readonly highMm?: number;
  /** Asks for care beyond it, but forbids nothing. */
  readonly isSoft?: true;
}

export interface SheetWindow {
  readonly bands: readonly SheetBand[];
  /** Sides where all hold; `highMm` is missing where nothing limits it. Empty when low lies above high. */
  readonly lowMm: number;
  readonly highMm?: number;
  readonly lowBy?: BandId;
  readonly highBy?: BandId;
  readonly isOpen: boolean;
}

/**
 * Sag grows with the cube of the side and falls with the square of the caliper and with the layers it is shared by; beyond
 * this (mm) a model hangs limp unless it is stiffened (rule of thumb: a 600 mm sheet of 0.1 mm at seven layers).
 */
const LIMP = 3.1e9;

/** Sides that give a wished size; an end that is not wished limits nothing. */
function bandOf(id: BandId, wish: SizeWish, sideFor: (mm: number) => number): SheetBand {
  const { lowMm, highMm } = rangeOf(wish);
  return {
    id,
    ...(lowMm > 0 ? { lowMm: sideFor(lowMm) } : {}),
    ...(Number.isFinite(highMm) ? { highMm: sideFor(highMm) } : {}),
  };
}

/** The bands, where they overlap, and what binds at either end. Cost: a handful of divisions. */
export function toWindow(input: WindowInput): SheetWindow {
  const { target, learned, limbs, narrowest, shortest, layers, caliperMm, handling, limits, stock } = input;
  const least = handling === 'fingers' ? limits.fingersMm : limits.tweezersMm;
  const bands: SheetBand[] = [];
  for (const [id, wish] of [['target', target] as const, ['other', input.other] as const]) {
    if (!wish) continue;
    bands.push(bandOf(id, wish, (mm) => toSheetSide(mm, wish.ratio, learned).sideMm));
  }
  if (input.depth) {
    // Opened and shaped by hand: no diary corrects it.
    const { opened, shaped } = input.depth;
    const stackMm = opened?.stackMm ?? 0;
    const ratio = opened ? openedDepth(opened.reach, opened.degrees, 0) : shaped!;
    bands.push(bandOf('depth', input.depth, (mm) => Math.max(0, mm - stackMm) / ratio));
  }
  input.places?.forEach((place, i) => bands.push(bandOf(`place ${i}`, place, (mm) => mm / place.ratio)));
  if (limbs) bands.push({ id: 'limbs', lowMm: limbs.sideMm });
  if (narrowest) bands.push({ id: 'narrowest', lowMm: least / narrowest.width });
  if (shortest !== undefined)
    bands.push({ id: 'shortest', lowMm: limits.tweezersMm / shortest, isSoft: true });
  const thick = input.bulkiest ?? narrowest;
  if (thick && caliperMm !== null)
    bands.push(
      { id: 'bulk', lowMm: (thick.layers * caliperMm) / (limits.bulkHard * thick.width) },
      // The gap on both sides of a flap's axis may take half its width each (rule of thumb).
      { id: 'gap', lowMm: (2 * gapToLeaveMm(thick.layers, caliperMm, 'reversed')) / thick.width },
    );
  if (caliperMm !== null && layers.mean > 0)
    bands.push({ id: 'limp', highMm: Math.cbrt(LIMP * caliperMm ** 2 * layers.mean), isSoft: true });
  if (stock.length > 0) bands.push({ id: 'stock', highMm: Math.max(...stock.map((s) => s.sideMm)) });
  if (input.cost) bands.push({ id: 'cost', highMm: input.cost.sideMm });
  const hard = bands.filter((b) => !b.isSoft);
  const lows = hard.filter((b) => b.lowMm !== undefined);
  const highs = hard.filter((b) => b.highMm !== undefined);
  const low = lows.reduce<SheetBand | undefined>((a, b) => (!a || b.lowMm! > a.lowMm! ? b : a), undefined);
  const high = highs.reduce<SheetBand | undefined>(
    (a, b) => (!a || b.highMm! < a.highMm! ? b : a),
    undefined,
  );
  return {
    bands,
    lowMm: low?.lowMm ?? 0,
    ...(low ? { lowBy: low.id } : {}),
    ...(high ? { highMm: high.highMm!, highBy: high.id } : {}),
    isOpen: (low?.lowMm ?? 0) <= (high?.highMm ?? Infinity),
  };
}
