import type { PaperLimits } from '../paper/index.ts';
import type { WindowInput } from './bands.ts';

/** A paper a trial could be folded from. */
export interface TrialPaper {
  readonly id: string;
  readonly name: string;
  readonly caliperMm: number | null;
  /** Largest side of the plan's shape one sheet gives. */
  readonly sideMm: number;
  readonly count: number;
  /** Of the paper of one trial at a side; null where no price is known. */
  readonly priceAt: (sideMm: number) => number | null;
}

/** A trial sheet that tells the truth about layers: as thick for its size as the final one. */
export interface TrialSheet {
  readonly id: string;
  readonly name: string;
  readonly sideMm: number;
  readonly price: number | null;
  /** The narrowest place on it, in mm. */
  readonly narrowestMm?: number;
}

/**
 * The cheapest trial: the side is scaled by the caliper, so that N layers are as thick for the width of every flap as on the final
 * sheet (bulk N t / w alike), and the paper has to be large enough and its narrow places workable with tweezers. Papers without
 * a caliper promise nothing; those without a price count as dear. Undefined where the final paper's caliper is not known.
 */
export function toTrialSheet(
  {
    caliperMm,
    narrowest,
    limits,
  }: Pick<WindowInput, 'caliperMm' | 'narrowest'> & { readonly limits: PaperLimits },
  sideMm: number,
  papers: readonly TrialPaper[],
): TrialSheet | undefined {
  if (caliperMm === null) return undefined;
  const fits = papers.flatMap((p): TrialSheet[] => {
    if (p.caliperMm === null || p.count === 0) return [];
    const side = (sideMm * p.caliperMm) / caliperMm;
    const narrowestMm = narrowest && narrowest.width * side;
    if (side > p.sideMm + 1e-6) return [];
    if (narrowestMm !== undefined && narrowestMm < limits.tweezersMm) return [];
    return [
      {
        id: p.id,
        name: p.name,
        sideMm: side,
        price: p.priceAt(side),
        ...(narrowestMm === undefined ? {} : { narrowestMm }),
      },
    ];
  });
  const cost = (t: TrialSheet): number => t.price ?? Infinity;
  return fits.sort((a, b) => (cost(a) === cost(b) ? a.sideMm - b.sideMm : cost(a) - cost(b)))[0];
}
