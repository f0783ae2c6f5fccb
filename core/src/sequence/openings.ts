import type { Step } from './schema.ts';

/** A stretch of steps over which the model does not lie flat on purpose: numbers from 1; it lies flat again after `until`. */
export interface OpenStretch {
  readonly from: number;
  readonly until: number;
}

/** Every stretch held open, in order. One whose last step is gone, or stands before its first, holds nothing open. */
export function openStretches(steps: readonly Step[]): OpenStretch[] {
  return steps.flatMap(({ openUntil }, i) => {
    const until = openUntil === null ? 0 : steps.findIndex((s) => s.id === openUntil) + 1;
    return until > i + 1 ? [{ from: i + 1, until }] : [];
  });
}

/** The stretch that is open after a step; undefined where the model can be put down flat. */
export const openAfter = (steps: readonly Step[], number: number): OpenStretch | undefined =>
  openStretches(steps).find(({ from, until }) => number >= from && number < until);

/** "The model does not lie flat until step 9: do not put it down before." */
export const sayOpen = ({ until }: OpenStretch): string =>
  `The model does not lie flat until step ${until}: it is not put down before.`;
