import {
  type Isometry,
  type Point,
  apply,
  between,
  distance,
  identity,
  lineThrough,
  reflectionIn,
} from '../geometry/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import {
  type SheetShape,
  cornersOf,
  edgesOf,
  landmarksOf,
  outlineOf,
  sheetArea,
  sheetTitle,
} from '../sheet/index.ts';

/** How the two halves of the figure answer each other on the sheet. */
export type PackingSymmetry = 'none' | 'book' | 'diagonal';

/** Leaves to be placed: tips of flaps, by number. Distances are path lengths in the figure, in mm. */
export interface PackingTask {
  readonly sheet: SheetShape;
  readonly distances: readonly (readonly number[])[];
  readonly symmetry: PackingSymmetry;
  /** Leaves that mirror each other. */
  readonly pairs: readonly (readonly [number, number])[];
  /** Leaves on the mirror line. */
  readonly onAxis: readonly number[];
  /** Leaves held at a corner ("A") or on an edge ("AB") of the sheet. */
  readonly pins: readonly { readonly leaf: number; readonly to: string }[];
}

/**
 * A leaf's place as an affine map of at most two unknowns: at + sum of z[unknown] * direction. Symmetry and pins take
 * unknowns away; they are no penalties.
 */
interface LeafMap {
  readonly at: Point;
  readonly unknowns: readonly number[];
  readonly directions: readonly Point[];
}

/** normal . point <= limit. */
interface HalfPlane {
  readonly normal: Point;
  readonly limit: number;
}

/** A slanting side of the sheet for a leaf with two unknowns: a0 z[k0] + a1 z[k1] <= limit, both factors above 0. */
interface SideRow {
  readonly unknowns: readonly [number, number];
  readonly factors: readonly [number, number];
  readonly limit: number;
}

export interface Layout {
  readonly leaves: readonly LeafMap[];
  readonly unknowns: number;
  readonly lower: Float64Array;
  readonly upper: Float64Array;
  readonly rows: readonly SideRow[];
  /** Area of the sheet. */
  readonly area: number;
  readonly outline: readonly Point[];
}

/** Leaves, unknowns and bounds of a task. Fails where a symmetry or a pin is not one of the sheet's. */
export function buildLayout(task: PackingTask): Outcome<Layout, Issue> {
  const outline = outlineOf(task.sheet);
  const mirror = findMirror(task);
  if (!mirror.ok) return mirror;
  const leaves: LeafMap[] = [];
  const count = task.distances.length;
  let unknowns = 0;
  const free = (): LeafMap => ({
    at: [0, 0],
    unknowns: [unknowns++, unknowns++],
    directions: [
      [1, 0],
      [0, 1],
    ],
  });
  const along = (from: Point, to: Point): LeafMap => {
    const size = distance(from, to);
    return {
      at: from,
      unknowns: [unknowns++],
      directions: [[(to[0] - from[0]) / size, (to[1] - from[1]) / size]],
    };
  };
  const place = (leaf: number): Outcome<LeafMap, Issue> => {
    const pin = task.pins.find((p) => p.leaf === leaf);
    if (pin) {
      const corner = cornersOf(task.sheet).find((c) => c.name === pin.to);
      if (corner) return done({ at: corner.at, unknowns: [], directions: [] });
      const edge = edgesOf(task.sheet).find((e) => e.name === pin.to);
      if (edge) return done(along(edge.from, edge.to));
      return failed({
        path: 'pins',
        text: `The sheet has no corner or edge "${pin.to}"; choose one of ${[...cornersOf(task.sheet), ...edgesOf(task.sheet)].map((c) => c.name).join(', ')}.`,
      });
    }
    if (mirror.value && task.onAxis.includes(leaf)) return done(along(...mirror.value.ends));
    return done(free());
  };
  for (let leaf = 0; leaf < count; leaf++) {
    const pair = mirror.value && task.pairs.find(([p, q]) => p === leaf || q === leaf);
    const mate = pair && (pair[0] === leaf ? pair[1] : pair[0]);
    if (mate !== undefined && leaves[mate]) {
      leaves.push(mirrored(leaves[mate], mirror.value!.map));
      continue;
    }
    const placed = place(leaf);
    if (!placed.ok) return placed;
    leaves.push(placed.value);
  }
  return done({
    leaves,
    unknowns,
    outline,
    area: sheetArea(task.sheet),
    ...readBounds(leaves, unknowns, sidesOf(outline)),
  });
}

function mirrored({ at, unknowns, directions }: LeafMap, map: Isometry): LeafMap {
  const origin = apply(map, [0, 0]);
  return {
    at: apply(map, at),
    unknowns,
    directions: directions.map((d) => {
      const image = apply(map, d);
      return [image[0] - origin[0], image[1] - origin[1]];
    }),
  };
}

/** The lines a sheet is folded on like a book, and from corner to corner. */
const BOOK = {
  square: ['mid AB', 'mid CD'],
  rectangle: ['mid AB', 'mid CD'],
  hexagon: ['mid AB', 'mid DE'],
  octagon: ['mid AB', 'mid EF'],
} as const;
const DIAGONAL = { square: ['A', 'C'], hexagon: ['A', 'D'], octagon: ['A', 'E'] } as const;

/** The two ends, on the rim, of the mirror line a symmetry means on a sheet. Fails where the sheet has none such. */
export function mirrorOf(
  sheet: SheetShape,
  symmetry: Exclude<PackingSymmetry, 'none'>,
): Outcome<[Point, Point], Issue> {
  const names: readonly [string, string] | undefined =
    sheet.kind === 'triangle'
      ? ['A', 'O']
      : symmetry === 'book'
        ? BOOK[sheet.kind]
        : sheet.kind === 'rectangle'
          ? undefined
          : DIAGONAL[sheet.kind];
  if (!names)
    return failed({
      path: 'symmetry',
      text: `A ${sheetTitle(sheet)} has no diagonal symmetry; choose book symmetry, or a square.`,
    });
  return done(names.map((n) => landmarksOf(sheet).find((l) => l.name === n)!.at) as [Point, Point]);
}

function findMirror({
  sheet,
  symmetry,
}: PackingTask): Outcome<{ map: Isometry; ends: [Point, Point] } | undefined, Issue> {
  if (symmetry === 'none') return done(undefined);
  const ends = mirrorOf(sheet, symmetry);
  if (!ends.ok) return ends;
  const line = lineThrough(...ends.value);
  return done({ map: line ? reflectionIn(line) : identity, ends: ends.value });
}

function sidesOf(outline: readonly Point[]): HalfPlane[] {
  return outline.map((p, i) => {
    const q = outline[(i + 1) % outline.length]!;
    const size = distance(p, q);
    const normal: Point = [(q[1] - p[1]) / size, (p[0] - q[0]) / size];
    return { normal, limit: normal[0] * p[0] + normal[1] * p[1] };
  });
}

/** The sheet's sides as bounds of single unknowns, or as rows over two. */
function readBounds(
  leaves: readonly LeafMap[],
  unknowns: number,
  sides: readonly HalfPlane[],
): Pick<Layout, 'lower' | 'upper' | 'rows'> {
  const lower = new Float64Array(unknowns).fill(-Infinity);
  const upper = new Float64Array(unknowns).fill(Infinity);
  const rows: SideRow[] = [];
  for (const { at, unknowns: own, directions } of leaves) {
    for (const { normal, limit } of sides) {
      const factors = directions.map((d) => normal[0] * d[0] + normal[1] * d[1]);
      const left = limit - normal[0] * at[0] - normal[1] * at[1];
      const used = own.flatMap((_, i) => (Math.abs(factors[i]!) > 1e-12 ? [i] : []));
      if (used.length === 1) {
        const [k, f] = [own[used[0]!]!, factors[used[0]!]!];
        if (f > 0) upper[k] = Math.min(upper[k]!, left / f);
        else lower[k] = Math.max(lower[k]!, left / f);
      } else if (used.length === 2)
        rows.push({ unknowns: [own[0]!, own[1]!], factors: [factors[0]!, factors[1]!], limit: left });
    }
  }
  return { lower, upper, rows };
}

/** Where the leaves lie: x and y of each, one after the other. */
export function placeLeaves({ leaves }: Layout, z: Float64Array): Float64Array {
  const at = new Float64Array(leaves.length * 2);
  leaves.forEach((leaf, i) => {
    let [x, y] = leaf.at;
    leaf.unknowns.forEach((k, j) => {
      x += z[k]! * leaf.directions[j]![0];
      y += z[k]! * leaf.directions[j]![1];
    });
    at[2 * i] = x;
    at[2 * i + 1] = y;
  });
  return at;
}

/** Moves a leaf (and its mirror image) as near to a place as it can go. */
export function putLeaf({ leaves, lower, upper }: Layout, z: Float64Array, leaf: number, to: Point): void {
  const { at, unknowns, directions } = leaves[leaf]!;
  unknowns.forEach((k, j) => {
    const d = directions[j]!;
    const t = (to[0] - at[0]) * d[0] + (to[1] - at[1]) * d[1];
    z[k] = Math.min(upper[k]!, Math.max(lower[k]!, t));
  });
}

/** Brings unknowns back onto the sheet: to the nearest place of a side, or to its end. */
export function keepOnSheet({ lower, upper, rows }: Layout, z: Float64Array): void {
  for (let k = 0; k < z.length; k++) z[k] = Math.min(upper[k]!, Math.max(lower[k]!, z[k]!));
  for (const {
    unknowns: [k, l],
    factors: [a, b],
    limit,
  } of rows) {
    const over = a * z[k]! + b * z[l]! - limit;
    if (over <= 0) continue;
    const share = over / (a * a + b * b);
    z[k]! -= a * share;
    z[l]! -= b * share;
    if (z[k]! < lower[k]!) {
      z[k] = lower[k]!;
      z[l] = (limit - a * lower[k]!) / b;
    } else if (z[l]! < lower[l]!) {
      z[l] = lower[l]!;
      z[k] = (limit - b * lower[l]!) / a;
    }
  }
}

/** A place on the sheet for two random numbers in [0, 1). */
export function placeAtRandom({ outline }: Layout, s: number, t: number): Point {
  if (outline.length === 3) {
    const [u, v] = s + t > 1 ? [1 - s, 1 - t] : [s, t];
    return [u, v];
  }
  const low = between(outline[0]!, outline[1]!, s);
  return [low[0], outline[2]![1] * t];
}
