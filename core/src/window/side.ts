import { tolerance } from '../geometry/index.ts';
import {
  type BulkVerdict,
  type FingerVerdict,
  gapToLeaveMm,
  toBulk,
  toFingerVerdict,
} from '../paper/index.ts';
import { type BandId, type StockPiece, type WindowInput, toWindow } from './bands.ts';

/** What a paper and a side make of a plan, in mm; what the plan does not have is left out. */
export interface SideReading {
  /** In the dimension of the target. */
  readonly finishedMm?: number;
  readonly narrowestMm?: number;
  readonly grip?: FingerVerdict;
  readonly bulk?: { readonly bulk: number; readonly verdict: BulkVerdict };
  /** To leave on each side of the narrowest flap's axis. */
  readonly gapMm?: number;
  readonly thicknessMm?: number;
  /** Limits that do not hold at this side, those that only ask for care among them. */
  readonly broken: readonly BandId[];
}

/** Half of the tenth of a millimetre a side is written to: a size that is met within it is met. */
const SIDE_ROUNDING_MM = 0.05 + tolerance.samePoint;

/** Reads a plan at one side on one paper, so that two can be held side by side. */
export function readSide(input: WindowInput, paper: StockPiece, sideMm: number): SideReading {
  const own = { ...input, caliperMm: paper.caliperMm, stock: [paper] };
  const { target, learned, narrowest, layers, limits } = own;
  const { bands } = toWindow(own);
  const width = narrowest && narrowest.width * sideMm;
  const thick = own.bulkiest ?? narrowest;
  const t = paper.caliperMm;
  return {
    ...(target ? { finishedMm: target.ratio * learned.factor * sideMm } : {}),
    ...(width === undefined ? {} : { narrowestMm: width, grip: toFingerVerdict(width, limits) }),
    ...(thick === undefined || t === null
      ? {}
      : {
          bulk: toBulk(thick.layers, t, thick.width * sideMm, limits),
          gapMm: gapToLeaveMm(thick.layers, t, 'reversed'),
        }),
    ...(t === null ? {} : { thicknessMm: layers.most * t }),
    broken: bands.flatMap((b) =>
      (b.lowMm !== undefined && sideMm < b.lowMm - SIDE_ROUNDING_MM) ||
      (b.highMm !== undefined && sideMm > b.highMm + SIDE_ROUNDING_MM)
        ? [b.id]
        : [],
    ),
  };
}
