import { type Point, apply, distance, dot, reflectionIn } from '../geometry/index.ts';
import { type Field, ON_WALL } from './settle.ts';
import { type LimbTree, waysIn } from './tree.ts';

/** Grids the ends can be laid on: parts of the sheet's side, found by halving, and by thirds once. */
const GRIDS = [16, 24, 32] as const;
export type Grid = (typeof GRIDS)[number];
/**
 * What a base can be asked to keep to: ends on a grid, or all creases on steps of 22.5 degrees. No method is known that
 * brings a base onto these; of those that fold, the ones that lie on them of themselves are kept.
 */
export const FITS = [...GRIDS, 22.5] as const;
export type Fit = (typeof FITS)[number];

/** Rounds of single moves at most. */
const MOST_ROUNDS = 40;
/** Grid points lie on the mirror line, or inside a wall, to within this. */
const NEAR = 1e-9;

/**
 * Ends rounded to the points of a grid, then moved one by one to neighbouring points while that lets the figure grow; the
 * scale that is left is the least distance over its way. Ends on a wall stay on it, mates stay mates. Undefined where two
 * ends fall on one point, or an end of the mirror line finds no point on it.
 */
export function onGrid(
  { at, scale }: { readonly at: readonly Point[]; readonly scale: number },
  tree: LimbTree,
  field: Field,
  grid: Grid,
): { readonly at: readonly Point[]; readonly scale: number } | undefined {
  const { mirror, walls } = field;
  const map = mirror && reflectionIn(mirror);
  const mates = tree.image && tree.ends.map((node) => tree.ends.indexOf(tree.image![node]!));
  // The tree stands at the scale of the placement.
  const ways = waysIn(tree);
  const way = (i: number, j: number): number => ways[tree.ends[i]!]![tree.ends[j]!]!;
  const round = ([x, y]: Point): Point => [Math.round(x * grid) / grid, Math.round(y * grid) / grid];
  const wallsOf = (p: Point): number[] =>
    walls.flatMap(({ normal, limit }, w) => (limit - dot(normal, p) < ON_WALL * 10 ? [w] : []));
  const held = at.map(wallsOf);
  const isFit = (i: number, p: Point): boolean =>
    walls.every(({ normal, limit }) => limit - dot(normal, p) > -NEAR) &&
    held[i]!.every((w) => wallsOf(p).includes(w)) &&
    (!map || mates![i] !== i || distance(apply(map, p), p) < NEAR);
  const place = (points: readonly Point[], i: number, p: Point): Point[] | undefined => {
    if (!isFit(i, p)) return undefined;
    const next = [...points];
    next[i] = p;
    const mate = mates?.[i] ?? i;
    if (map && mate !== i) next[mate] = apply(map, p);
    return next;
  };
  const worth = (points: readonly Point[]): number => {
    let least = Infinity;
    for (let i = 0; i < points.length; i++)
      for (let j = i + 1; j < points.length; j++)
        least = Math.min(least, distance(points[i]!, points[j]!) / way(i, j));
    return least;
  };
  let points: Point[] = [...at];
  for (let i = 0; i < at.length; i++) {
    if ((mates?.[i] ?? i) < i) continue;
    const next = place(points, i, round(at[i]!));
    if (!next) return undefined;
    points = next;
  }
  let best = worth(points);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const before = best;
    for (let i = 0; i < points.length; i++)
      for (const [dx, dy] of NEIGHBOURS) {
        const next = place(points, i, [points[i]![0] + dx / grid, points[i]![1] + dy / grid]);
        const reached = next ? worth(next) : 0;
        if (reached > best + 1e-12) [points, best] = [next!, reached];
      }
    if (best === before) break;
  }
  return best > 0 ? { at: points.map(cleaned(grid)), scale: scale * best } : undefined;
}

/** Sums of steps leave a hair: the point of the grid itself. */
const cleaned =
  (grid: number) =>
  ([x, y]: Point): Point => [Math.round(x * grid) / grid, Math.round(y * grid) / grid];

const NEIGHBOURS: readonly Point[] = [-1, 0, 1].flatMap((dx) =>
  [-1, 0, 1].flatMap((dy): Point[] => (dx === 0 && dy === 0 ? [] : [[dx, dy]])),
);
