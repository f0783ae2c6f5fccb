import { type PaceRange, drawn, toRange } from './pace.ts';

/** How long something was foreseen to dry, and did, in hours. */
export interface Dried {
  readonly foreseenHours: number;
  readonly hours: number;
}

/** How much longer than foreseen a paper dries, with its 90 % range, and how many entries that rests on. */
export interface LearnedDrying extends PaceRange {
  readonly entries: number;
}

/** Spread of the logarithm: of papers about the rule of thumb, and of one paper from time to time (rules of thumb). */
const SPREAD = { papers: 0.5, times: 0.35 };

/** What a paper's own drying times teach: the mean of their logarithms, drawn towards the rule of thumb (see `learnPaces`). */
export const learnDrying = (dried: readonly Dried[]): LearnedDrying => ({
  ...toRange(
    drawn(
      dried.map((d) => Math.log(d.hours / d.foreseenHours)),
      SPREAD.times,
      SPREAD.papers,
      0,
    ),
  ),
  entries: dried.length,
});
