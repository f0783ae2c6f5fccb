import {
  type PlanarMap,
  type Point,
  areaOf,
  cross,
  distance,
  toUnit,
  subtract,
  walkFaces,
} from '../geometry/index.ts';
import type { Completed } from './complete.ts';
import { type LimbTree, waysIn } from './tree.ts';

/** A convex polygon between ends that touch each other, counter-clockwise, by number. */
interface EndPolygon {
  readonly ends: readonly number[];
  /** Its rim is longer than twice the tree between its corners: flaps come to lie within flaps. */
  readonly isWound: boolean;
}

export interface Cut {
  readonly polygons: readonly EndPolygon[];
  /** Pairs of ends that touch. */
  readonly contacts: readonly (readonly [number, number])[];
}

/** Two ends touch when their distance is their way, to within what the programs leave. */
const TOUCH = 2e-8;
/** Sines of corners above this count as convex. */
const CONVEX = -1e-7;

/** The polygons that touching ways cut the sheet into; undefined where one is not convex, or an end touches too few. */
export function cutSheet({ tree, at }: Completed): Cut | undefined {
  const ways = waysIn(tree);
  const contacts: [number, number][] = [];
  for (let i = 0; i < at.length; i++)
    for (let j = i + 1; j < at.length; j++)
      if (Math.abs(distance(at[i]!, at[j]!) - ways[tree.ends[i]!]![tree.ends[j]!]!) < TOUCH)
        contacts.push([i, j]);
  if (at.some((_, i) => contacts.filter((c) => c.includes(i)).length < 2)) return undefined;
  const map: PlanarMap<number> = {
    nodes: at,
    parts: contacts.map(([a, b], k) => ({ a, b, tags: [k] })),
  };
  const { outlines } = walkFaces(map);
  const areas = outlines.map((o) => areaOf(o.map((i) => at[i]!)));
  // One face alone lies outside; a second would be a part that hangs on nothing.
  if (areas.filter((a) => a <= 0).length !== 1) return undefined;
  const inner = outlines.filter((_, k) => areas[k]! > 0);
  if (!inner.every((o) => isConvex(o.map((i) => at[i]!)) && new Set(o).size === o.length)) return undefined;
  const polygons = inner.map((ends) => ({ ends, isWound: isWound(tree, ways, ends) }));
  return { polygons, contacts };
}

function isConvex(loop: readonly Point[]): boolean {
  return loop.every((p, i) => {
    const [before, after] = [loop[(i + loop.length - 1) % loop.length]!, loop[(i + 1) % loop.length]!];
    return cross(toUnit(subtract(p, before)), toUnit(subtract(after, p))) > CONVEX;
  });
}

function isWound(tree: LimbTree, ways: readonly Float64Array[], ends: readonly number[]): boolean {
  const tips = ends.map((e) => tree.ends[e]!);
  const rim = tips.reduce((sum, t, i) => sum + ways[t]![tips[(i + 1) % tips.length]!]!, 0);
  const within = tree.edges.reduce((sum, { a, b, length }) => {
    const onA = tips.filter((t) => ways[a]![t]! < ways[b]![t]!).length;
    return onA > 0 && onA < tips.length ? sum + length : sum;
  }, 0);
  return rim > 2 * within + 1e-6;
}
