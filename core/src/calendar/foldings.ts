/** What is known of how often folding a model comes out. */
export interface Tries {
  /** Foldings begun and ended, and those of them that were kept. */
  readonly ended: number;
  readonly kept: number;
}

/** Before anything is known: of ten foldings eight are kept, as if five had been seen (rule of thumb). */
const PRIOR = { kept: 4, ended: 5 };

/** The share of tries that is kept: those seen, drawn towards the common share while they are few (beta prior). */
export const keptShare = ({ ended, kept }: Tries): number => (kept + PRIOR.kept) / (ended + PRIOR.ended);

/**
 * Foldings expected for so many copies: trial folds, then the copies with the tries that will not be kept, rounded to whole
 * ones; less what is finished already (trials first).
 */
export function expectedFoldings(
  copies: number,
  trials: number,
  tries: Tries,
  finished: number,
): { readonly all: number; readonly left: number; readonly spoiled: number } {
  const spoiled = Math.round(copies / keptShare(tries) - copies);
  const all = trials + copies + spoiled;
  return { all, spoiled, left: Math.max(0, all - finished) };
}
