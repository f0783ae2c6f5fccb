import type { Point } from '@jade/core/geometry';

/** The candidate nearest to a point within `reach`; undefined when none is near. Main landmarks win over near ties. */
export function pickNearest<T extends { readonly at: Point; readonly rank: 'main' | 'near' }>(
  candidates: readonly T[],
  at: Point,
  reach: number,
): T | undefined {
  let best: T | undefined;
  let bestGap = reach;
  for (const c of candidates) {
    const gap = Math.hypot(c.at[0] - at[0], c.at[1] - at[1]) * (c.rank === 'main' ? 0.7 : 1);
    if (gap < bestGap - 1e-9) [best, bestGap] = [c, gap];
  }
  return best;
}
