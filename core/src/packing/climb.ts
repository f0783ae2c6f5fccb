import { type Layout, placeLeaves } from './layout.ts';
import { raise } from './raise.ts';

/** Two leaves that must lie at least base + t * growth apart while t is made as large as possible. */
export interface Gap {
  readonly i: number;
  readonly j: number;
  readonly base: number;
  readonly growth: number;
}

export interface Climbed {
  readonly z: Float64Array;
  readonly value: number;
}

/** Largest value the gaps leave at a place. */
export function valueAt(layout: Layout, gaps: readonly Gap[], z: Float64Array): number {
  const at = placeLeaves(layout, z);
  let least = Infinity;
  for (const { i, j, base, growth } of gaps) {
    if (growth === 0) continue;
    const apart = Math.hypot(at[2 * i]! - at[2 * j]!, at[2 * i + 1]! - at[2 * j + 1]!);
    least = Math.min(least, (apart - base) / growth);
  }
  return least;
}

/** Trust box of the first and the last steps, in roots of the sheet's area. */
const [FIRST_BOX, LAST_BOX] = [0.03, 0.002];
const MOST_STEPS = 60;

/**
 * Climbs to a local best. The distance of two leaves is convex in their places, so that its tangent lies below it:
 * whatever satisfies the linear program satisfies the true one, every step stays feasible, the value never falls, and
 * near the end convergence is quadratic. `enough` ends a climb that gains less than a share of its value a step.
 */
export function climb(layout: Layout, gaps: readonly Gap[], start: Float64Array, enough = 1e-13): Climbed {
  let z = start;
  let value = valueAt(layout, gaps, z);
  let box = FIRST_BOX * Math.sqrt(layout.area);
  const last = LAST_BOX * Math.sqrt(layout.area);
  for (let step = 0; step < MOST_STEPS; step++) {
    const next = stepUp(layout, gaps, z, value, box);
    const reached = valueAt(layout, gaps, next);
    const gain = reached - value;
    if (gain > 0) {
      z = next;
      value = reached;
    }
    if (gain <= enough * Math.max(1e-12, Math.abs(value)) && box <= last) break;
    box = Math.max(last, box * 0.6);
  }
  return { z, value };
}

function stepUp(
  layout: Layout,
  gaps: readonly Gap[],
  z: Float64Array,
  value: number,
  box: number,
): Float64Array {
  const n = layout.unknowns;
  const at = placeLeaves(layout, z);
  const reach = 2 * Math.SQRT2 * box;
  const least = gaps.reduce((a, g) => (g.growth > 0 ? Math.min(a, g.growth) : a), Infinity);
  const near = gaps.filter(({ i, j, base, growth }) => {
    const apart = Math.hypot(at[2 * i]! - at[2 * j]!, at[2 * i + 1]! - at[2 * j + 1]!);
    return apart - base - growth * value <= reach * (1 + growth / least);
  });
  const columns = n + 1;
  const rows = near.length + layout.rows.length;
  const matrix = new Float64Array(rows * columns);
  const slack = new Float64Array(rows);
  near.forEach(({ i, j, base, growth }, r) => {
    const [dx, dy] = [at[2 * i]! - at[2 * j]!, at[2 * i + 1]! - at[2 * j + 1]!];
    const apart = Math.max(1e-12, Math.hypot(dx, dy));
    slack[r] = Math.max(0, apart - base - growth * value);
    matrix[r * columns + n] = -growth;
    for (const [leaf, sign] of [
      [i, 1],
      [j, -1],
    ] as const) {
      const { unknowns, directions } = layout.leaves[leaf]!;
      unknowns.forEach((k, d) => {
        matrix[r * columns + k]! += (sign * (dx * directions[d]![0] + dy * directions[d]![1])) / apart;
      });
    }
  });
  layout.rows.forEach(({ unknowns: [k, l], factors: [a, b], limit }, q) => {
    const r = near.length + q;
    matrix[r * columns + k] = -a;
    matrix[r * columns + l] = -b;
    slack[r] = Math.max(0, limit - a * z[k]! - b * z[l]!);
  });
  const lower = new Float64Array(columns);
  const upper = new Float64Array(columns);
  for (let k = 0; k < n; k++) {
    lower[k] = Math.min(0, Math.max(-box, layout.lower[k]! - z[k]!));
    upper[k] = Math.max(0, Math.min(box, layout.upper[k]! - z[k]!));
  }
  upper[n] = Infinity;
  const gain = new Float64Array(columns);
  gain[n] = 1;
  const step = raise({ rows, columns, matrix, slack, lower, upper, gain });
  const next = z.slice();
  for (let k = 0; k < n; k++)
    next[k] = Math.min(layout.upper[k]!, Math.max(layout.lower[k]!, next[k]! + step[k]!));
  return next;
}
