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

/** How much shaping and real paper change the computed size. */
export interface LearnedRatio {
  readonly factor: number;
  /** How sure the mean is: one standard deviation of it. */
  readonly spread: number;
  /** Where the factor of the next model will lie, nine times in ten. */
  readonly next: { readonly low: number; readonly high: number };
  /** How much one folding differs from the next, as learned: one standard deviation. */
  readonly scatter: number;
  readonly entries: number;
  /** How many of them are this plan's own; the others are of other plans of the same hands. */
  readonly own: number;
}

/** Before any entry: computed size is right within 3 % (rule of thumb; flat models lose a little to creases). */
const FOLDER = { mean: 1, spread: 0.03 };
/** How much one plan's factor differs from another's of the same folder (rule of thumb). */
const PLAN_SPREAD = 0.01;
/** How much one folding differs from the next of the same plan, and as how many entries this rule of thumb counts. */
const FOLDING = { spread: 0.012, entries: 8 };
/** An entry this many standard deviations from what the others foresee is an outlier. */
const OUTLIER = 3.5;

interface Normal {
  readonly mean: number;
  readonly variance: number;
}

/**
 * Shaping factor of a plan, in three levels: the folder (mean 1, spread 3 %), plans about the folder, foldings about the plan.
 * Entries of one plan share that plan's part and are not independent. The scatter of foldings is learned from the entries
 * within plans (scaled inverse chi-square prior worth 8 entries); with it, means are textbook posteriors of normals with known
 * spreads; the next model's range adds the scatter and takes Student's t for what is unsure of it (Gelman et al. 2013, ch. 3
 * and 5). Entries that are not positive are left out.
 */
export function learnRatio(
  own: readonly SizeEntry[],
  others: readonly (readonly SizeEntry[])[] = [],
): LearnedRatio {
  return learnFrom(groupOf(own), others.map(groupOf));
}

/** What is known of the factors of one plan: how many, their mean, and squares about it. */
interface Group {
  readonly count: number;
  readonly mean: number;
  readonly squares: number;
}

function learnFrom(mine: Group, others: readonly Group[]): LearnedRatio {
  const theirs = others.filter((g) => g.count > 0);
  const all = [mine, ...theirs];
  const freedom = all.reduce((sum, g) => sum + Math.max(0, g.count - 1), FOLDING.entries);
  const squares = all.reduce((sum, g) => sum + g.squares, 0);
  const scatter = Math.sqrt((FOLDING.entries * FOLDING.spread ** 2 + squares) / freedom);
  const folder = theirs.reduce(
    (known, g) => combine(known, { mean: g.mean, variance: PLAN_SPREAD ** 2 + scatter ** 2 / g.count }),
    { mean: FOLDER.mean, variance: FOLDER.spread ** 2 } as Normal,
  );
  const plan: Normal = { mean: folder.mean, variance: folder.variance + PLAN_SPREAD ** 2 };
  const known =
    mine.count === 0 ? plan : combine(plan, { mean: mine.mean, variance: scatter ** 2 / mine.count });
  const reach = studentNinety(freedom) * Math.sqrt(known.variance + scatter ** 2);
  return {
    factor: known.mean,
    spread: Math.sqrt(known.variance),
    next: { low: known.mean - reach, high: known.mean + reach },
    scatter,
    entries: mine.count + theirs.reduce((sum, g) => sum + g.count, 0),
    own: mine.count,
  };
}

/**
 * Entries far from what the others of the plan foresee for them; none where there are fewer than four. Each is left out of its
 * own group by its sums, so that thousands cost no more than one look at each.
 */
export function findOutliers<T extends SizeEntry>(
  own: readonly T[],
  others: readonly (readonly SizeEntry[])[],
): T[] {
  const good = own.filter(isGood);
  if (good.length < 4) return [];
  const mine = groupOf(good);
  const theirs = others.map(groupOf);
  return good.filter((entry) => {
    const factor = factorOf(entry);
    const rest = learnFrom(without(mine, factor), theirs);
    return Math.abs(factor - rest.factor) > OUTLIER * Math.hypot(rest.spread, rest.scatter);
  });
}

const isGood = (e: SizeEntry): boolean => e.predictedMm > 0 && e.measuredMm > 0;
const factorOf = (e: SizeEntry): number => e.measuredMm / e.predictedMm;

function groupOf(entries: readonly SizeEntry[]): Group {
  const factors = entries.filter(isGood).map(factorOf);
  const count = factors.length;
  if (count === 0) return { count, mean: 0, squares: 0 };
  const mean = factors.reduce((sum, v) => sum + v, 0) / count;
  return { count, mean, squares: factors.reduce((sum, v) => sum + (v - mean) ** 2, 0) };
}

/** The group with one of its factors left out (Welford's update, backwards). */
function without({ count, mean, squares }: Group, factor: number): Group {
  const left = count - 1;
  const next = (count * mean - factor) / left;
  return { count: left, mean: next, squares: Math.max(0, squares - (factor - mean) * (factor - next)) };
}

/** Two independent normal statements of one number as one. */
function combine(a: Normal, b: Normal): Normal {
  const variance = 1 / (1 / a.variance + 1 / b.variance);
  return { mean: variance * (a.mean / a.variance + b.mean / b.variance), variance };
}

/** The 95 % quantile of Student's t, for 8 degrees of freedom and more (Cornish and Fisher's expansion; off by under 0.001). */
function studentNinety(freedom: number): number {
  const z = 1.6448536;
  const [z3, z5, z7] = [z ** 3, z ** 5, z ** 7];
  return (
    z +
    (z3 + z) / (4 * freedom) +
    (5 * z5 + 16 * z3 + 3 * z) / (96 * freedom ** 2) +
    (3 * z7 + 19 * z5 + 17 * z3 - 15 * z) / (384 * freedom ** 3)
  );
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
