import { type Point, between, clipTo, distance, lineThrough } from '@jade/core/geometry';
import { type Figure, flapsOf, leavesOf, riversOf } from '@jade/core/parts';
import type { Packing } from '@jade/core/packing';
import type { PaperBand } from './LimbPaper.tsx';

/** Pleats of a whole fan. */
const PLEATS = 36;

const spoke = ([x, y]: Point, r: number, k: number): Point => [
  x + r * Math.cos((2 * Math.PI * k) / PLEATS),
  y + r * Math.sin((2 * Math.PI * k) / PLEATS),
];

/** The part of a convex polygon on a sheet whose outline runs counter-clockwise. */
const onSheet = (part: readonly Point[], outline: readonly Point[]): Point[] =>
  outline.reduce<Point[]>(
    (kept, p, i) => {
      const side = lineThrough(p, outline[(i + 1) % outline.length]!);
      return side && kept.length > 0 ? clipTo(kept, side) : kept;
    },
    [...part],
  );

/** Paper about a tip, pleat by pleat, between two lengths from it. */
function fanOf(tip: Point, from: number, to: number, outline: readonly Point[]): Point[][] {
  return Array.from({ length: PLEATS }, (_, k) => {
    const outer = [spoke(tip, to, k), spoke(tip, to, k + 1)];
    const inner = from > 0 ? [spoke(tip, from, k + 1), spoke(tip, from, k)] : [tip];
    return onSheet([...outer, ...inner], outline);
  }).filter((part) => part.length > 2);
}

/** What the least sheet is made of: a fan for every flap, a pleated band for every limb between partings, and where they meet. */
export function fansOf(figure: Figure, { scale, positions, active }: Packing, outline: readonly Point[]) {
  const leaves = leavesOf(figure);
  const flaps = flapsOf(figure);
  const lengthOf = (leaf: string): number => flaps.find((f) => f.leaf === leaf)!.lengthMm * scale;
  const placeOf = (leaf: string): Point => positions[leaves.indexOf(leaf)]!;
  const bands = riversOf(figure).map(({ limb, leaves: beyond, nearMm, farMm }): PaperBand[] => [
    {
      key: `${limb} far`,
      parts: beyond.flatMap((leaf, n) =>
        fanOf(placeOf(leaf), nearMm[n]! * scale, farMm[n]! * scale, outline),
      ),
    },
    {
      key: `${limb} near`,
      isPlain: true,
      parts: beyond.flatMap((leaf, n) => fanOf(placeOf(leaf), 0, nearMm[n]! * scale, outline)),
    },
  ]);
  const middle: Point = [0, 1].map(
    (a) => outline.reduce((s, p) => s + p[a]!, 0) / outline.length,
  ) as unknown as Point;
  return {
    bands: bands.flat(),
    limbs: leaves.map((leaf) => {
      const at = placeOf(leaf);
      const length = lengthOf(leaf);
      // The rule runs to where the sheet has room for it: towards its middle, or along the rim from a tip in the middle.
      const far = distance(at, middle);
      const root: Point = far > 1e-6 ? between(at, middle, length / far) : [at[0] + length, at[1]];
      return { leaf, at, root, parts: fanOf(at, 0, length, outline) };
    }),
    meets: active.map(([i, j]): Point => {
      const [p, q] = [positions[i]!, positions[j]!];
      const [a, b] = [lengthOf(leaves[i]!), lengthOf(leaves[j]!)];
      const apart = distance(p, q);
      return between(p, q, (a + (apart - a - b) / 2) / apart);
    }),
  };
}
