import type { Measures } from '../folded/index.ts';

/** Which dimension of the finished model a wanted size is for. Depth needs the posed form and comes with it. */
export type Dimension = 'height' | 'length';

export const otherDimension = (d: Dimension): Dimension => (d === 'height' ? 'length' : 'height');

/** Ratio of a dimension to the sheet side, read off the folded silhouette. */
export const ratioOf = (measures: Measures, dimension: Dimension): number =>
  dimension === 'height' ? measures.height : measures.width;

/** One finished model: what the engine predicted and what the ruler said, in mm, both for one dimension. */
export interface SizeEntry {
  readonly predictedMm: number;
  readonly measuredMm: number;
}

/** How much shaping and real paper change the computed size, with its spread (one standard deviation). */
export interface LearnedRatio {
  readonly factor: number;
  readonly spread: number;
  readonly entries: number;
  /** How many of them are this plan's own; the others are of other plans of the same hands. */
  readonly own: number;
}

/** Before any entry: computed size is right within 3 % (rule of thumb; flat models lose a little to creases). */
const PRIOR = { mean: 1, spread: 0.03 };
/** How much one folding differs from the next of the same plan (rule of thumb). */
const FOLDING_SPREAD = 0.012;

/** How much one plan's factor differs from another's of the same folder (rule of thumb). */
const PLAN_SPREAD = 0.01;

/**
 * Shaping factor of a plan: a normal prior (mean 1, spread 3 %), corrected first by what the folder's other plans became,
 * then by this plan's own entries; the textbook estimate of a normal mean with known spreads. Entries that are not
 * positive are left out.
 */
export function learnRatio(own: readonly SizeEntry[], others: readonly SizeEntry[] = []): LearnedRatio {
  const [mine, theirs] = [toFactors(own), toFactors(others)];
  const folder = correct(PRIOR, theirs, Math.hypot(FOLDING_SPREAD, PLAN_SPREAD));
  const prior =
    theirs.length === 0 ? PRIOR : { mean: folder.mean, spread: Math.hypot(folder.spread, PLAN_SPREAD) };
  const { mean, spread } = correct(prior, mine, FOLDING_SPREAD);
  return { factor: mean, spread, entries: mine.length + theirs.length, own: mine.length };
}

const toFactors = (entries: readonly SizeEntry[]): number[] =>
  entries.filter((e) => e.predictedMm > 0 && e.measuredMm > 0).map((e) => e.measuredMm / e.predictedMm);

function correct(
  prior: { mean: number; spread: number },
  factors: readonly number[],
  each: number,
): { mean: number; spread: number } {
  const trust = 1 / prior.spread ** 2;
  const weight = trust + factors.length / each ** 2;
  const mean = (trust * prior.mean + factors.reduce((s, f) => s + f, 0) / each ** 2) / weight;
  return { mean, spread: Math.sqrt(1 / weight) };
}

export interface SizedSheet {
  /** Sheet side for the wanted size, and the range that the spread of the factor leaves, in mm. */
  readonly sideMm: number;
  readonly lowMm: number;
  readonly highMm: number;
}

/** Sheet side = target / (ratio x factor). `ratio` must be positive. */
export function toSheetSide(targetMm: number, ratio: number, learned: LearnedRatio): SizedSheet {
  const side = (factor: number): number => targetMm / (ratio * factor);
  return {
    sideMm: side(learned.factor),
    lowMm: side(learned.factor + learned.spread),
    highMm: side(learned.factor - learned.spread),
  };
}

/** "6 entries", and of which plans where not all are this one's. */
export function sayEntries({ entries, own }: Pick<LearnedRatio, 'entries' | 'own'>): string {
  const count = `${entries} ${entries === 1 ? 'entry' : 'entries'}`;
  if (own === entries) return count;
  return own === 0 ? `${count} of other plans` : `${count}, ${own} of this plan`;
}
