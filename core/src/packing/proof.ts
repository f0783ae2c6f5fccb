import { type Issue, type Outcome, done } from '../outcome/index.ts';
import { type Layout, type PackingTask, buildLayout, placeLeaves } from './layout.ts';
import type { Packing } from './pack.ts';

/** Whether a packing is a local best by the conditions of Karush, Kuhn and Tucker. */
export interface PackingProof {
  /** True where no small change of all places together can enlarge the scale. */
  readonly isLocalBest: boolean;
  /** What is left of the balance of forces, as a share of the push on the scale. */
  readonly imbalance: number;
  /** Most by which a pair lies too close, or a leaf off the sheet, in sheet sides. */
  readonly violation: number;
  /** How hard each touching pair pushes; they sum to 1 when weighed with their distances. */
  readonly forces: readonly { readonly pair: readonly [number, number]; readonly force: number }[];
}

const TOUCH = 1e-7;
const BALANCED = 1e-6;

/**
 * Balances the forces between touching leaves and the sides of the sheet with forces that only push (non-negative least
 * squares, Lawson and Hanson 1974). Shares no search code with `pack`.
 */
export function provePacking(task: PackingTask, packing: Packing): Outcome<PackingProof, Issue> {
  const laid = buildLayout(task);
  if (!laid.ok) return laid;
  const layout = laid.value;
  const z = findUnknowns(layout, packing);
  const at = placeLeaves(layout, z);
  const n = layout.unknowns;
  const columns: number[][] = [];
  const pairs: [number, number][] = [];
  let violation = 0;
  task.distances.forEach((row, i) =>
    row.forEach((d, j) => {
      if (j <= i) return;
      const [dx, dy] = [at[2 * i]! - at[2 * j]!, at[2 * i + 1]! - at[2 * j + 1]!];
      const far = Math.hypot(dx, dy);
      const over = d * packing.scale - far;
      violation = Math.max(violation, over);
      if (over < -TOUCH * d * packing.scale) return;
      const column = new Array<number>(n + 1).fill(0);
      for (const [leaf, sign] of [
        [i, 1],
        [j, -1],
      ] as const)
        layout.leaves[leaf]!.unknowns.forEach((k, q) => {
          const way = layout.leaves[leaf]!.directions[q]!;
          column[k]! += (sign * (dx * way[0] + dy * way[1])) / far;
        });
      column[n] = d;
      columns.push(column);
      pairs.push([i, j]);
    }),
  );
  const side = (entries: readonly (readonly [number, number])[], over: number): void => {
    violation = Math.max(violation, over);
    if (over < -TOUCH) return;
    const column = new Array<number>(n + 1).fill(0);
    for (const [k, f] of entries) column[k] = -f;
    columns.push(column);
  };
  for (let k = 0; k < n; k++) {
    side([[k, 1]], z[k]! - layout.upper[k]!);
    side([[k, -1]], layout.lower[k]! - z[k]!);
  }
  for (const {
    unknowns: [k, l],
    factors: [a, b],
    limit,
  } of layout.rows)
    side(
      [
        [k, a],
        [l, b],
      ],
      a * z[k]! + b * z[l]! - limit,
    );
  const target = new Array<number>(n + 1).fill(0);
  target[n] = 1;
  const { forces, left } = pushOnly(columns, target);
  return done({
    isLocalBest: left < BALANCED && violation < 1e-9,
    imbalance: left,
    violation,
    forces: pairs.flatMap((pair, i) => (forces[i]! > 1e-9 ? [{ pair, force: forces[i]! }] : [])),
  });
}

/** The unknowns behind the leaves' places. */
function findUnknowns({ leaves, unknowns }: Layout, { positions }: Packing): Float64Array {
  const z = new Float64Array(unknowns);
  leaves.forEach((leaf, i) =>
    leaf.unknowns.forEach((k, j) => {
      const [d, p] = [leaf.directions[j]!, positions[i]!];
      z[k] = (p[0] - leaf.at[0]) * d[0] + (p[1] - leaf.at[1]) * d[1];
    }),
  );
  return z;
}

/** Non-negative weights of columns that come nearest to a target, and how far they miss it. */
function pushOnly(
  columns: readonly (readonly number[])[],
  target: readonly number[],
): { forces: number[]; left: number } {
  const count = columns.length;
  const forces = new Array<number>(count).fill(0);
  const used = new Set<number>();
  const miss = (): number[] =>
    target.map((t, r) => t - columns.reduce((sum, c, i) => sum + forces[i]! * c[r]!, 0));
  for (let round = 0; round < 3 * count + 10; round++) {
    const left = miss();
    let enter = -1;
    let best = 1e-10;
    columns.forEach((c, i) => {
      if (used.has(i)) return;
      const pull = c.reduce((sum, v, r) => sum + v * left[r]!, 0);
      if (pull > best) [enter, best] = [i, pull];
    });
    if (enter < 0) break;
    used.add(enter);
    for (;;) {
      const list = [...used];
      const wanted = leastSquares(
        list.map((i) => columns[i]!),
        target,
      );
      if (wanted.every((w) => w > 0)) {
        list.forEach((i, k) => (forces[i] = wanted[k]!));
        break;
      }
      let share = 1;
      list.forEach((i, k) => {
        if (wanted[k]! <= 0) share = Math.min(share, forces[i]! / (forces[i]! - wanted[k]!));
      });
      list.forEach((i, k) => {
        forces[i]! += share * (wanted[k]! - forces[i]!);
        if (forces[i]! <= 1e-12) {
          forces[i] = 0;
          used.delete(i);
        }
      });
      if (used.size === 0) break;
    }
  }
  return { forces, left: Math.hypot(...miss()) };
}

/** Weights of columns nearest to a target (normal equations with a hair of damping, for columns that depend on each other). */
function leastSquares(columns: readonly (readonly number[])[], target: readonly number[]): number[] {
  const n = columns.length;
  const rows = columns.map((c, i) => [
    ...columns.map((d, j) => c.reduce((sum, v, r) => sum + v * d[r]!, 0) + (i === j ? 1e-12 : 0)),
    c.reduce((sum, v, r) => sum + v * target[r]!, 0),
  ]);
  for (let k = 0; k < n; k++) {
    let p = k;
    for (let r = k + 1; r < n; r++) if (Math.abs(rows[r]![k]!) > Math.abs(rows[p]![k]!)) p = r;
    [rows[k], rows[p]] = [rows[p]!, rows[k]!];
    for (let r = 0; r < n; r++) {
      if (r === k || rows[k]![k] === 0) continue;
      const f = rows[r]![k]! / rows[k]![k]!;
      for (let c = k; c <= n; c++) rows[r]![c]! -= f * rows[k]![c]!;
    }
  }
  return rows.map((row, k) => (row[k] === 0 ? 0 : row[n]! / row[k]!));
}
