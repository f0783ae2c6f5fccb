import type { CreasePattern, FoldedPattern } from '../creases/index.ts';
import { type Arrangement, TooCoarse, arrangeFacets } from '../folded/index.ts';
import { type Point, distance } from '../geometry/index.ts';

/** Bits of facets, 32 to a word. */
export type Bits = Int32Array;

export const hasBit = (bits: Bits, i: number): boolean => (bits[i >> 5]! & (1 << (i & 31))) !== 0;
function setBit(bits: Bits, i: number): void {
  bits[i >> 5]! |= 1 << (i & 31);
}

/** A crease between two facets that does not lie on the rim. */
export interface LayerCrease {
  readonly edge: number;
  readonly a: number;
  readonly b: number;
  readonly folded: boolean;
  /** In the pattern's unit. */
  readonly length: number;
  /** With the sense known: the facet that must lie above the other; -1 when free or resting. */
  readonly above: number;
}

/**
 * All that the order of layers must obey. Facet pairs that overlap are to be ordered; `through[k]` are the facets that
 * lie on the same side of both facets of crease k; `tacos` are pairs of folds that must not interleave (facet quadruples
 * a b c d); `equal` are pairs of pairs with the same order; cells give the triples that must be transitive.
 */
export interface LayerProblem {
  readonly n: number;
  readonly words: number;
  readonly creases: readonly LayerCrease[];
  readonly creasesOf: readonly (readonly number[])[];
  readonly through: readonly Bits[];
  readonly tacos: Int32Array;
  readonly equal: readonly (readonly [number, number, number, number])[];
  readonly overlaps: readonly Bits[];
  /** Inclusion-maximal cells, and for each facet the maximal cells it lies in. */
  readonly cells: readonly Bits[];
  readonly cellsOf: readonly Bits[];
  readonly map: Arrangement;
  readonly images: readonly (readonly Point[])[];
}

/** Folded points closer than this share of the size, or 20 times the closure, are one. */
const NEAR = 1e-9;

/** Builds the constraints of a folded pattern; folded points closer than `near` are one. Cost: cells times their layers, plus creases times the layers they cross. */
export function buildLayerProblem(
  pattern: CreasePattern,
  folded: FoldedPattern,
  near = Math.max(NEAR * pattern.size, 20 * folded.closure),
): LayerProblem {
  const n = pattern.facets.length;
  const words = (n + 31) >> 5;
  const images = pattern.facets.map((loop) => loop.map((v) => folded.vertices[v]!));
  const map = arrangeFacets(images, near);
  const bits = map.cells.map(({ layers, area }) => {
    const set = new Int32Array(words);
    if (area > near * near) for (const f of layers) setBit(set, f);
    return set;
  });
  const creases = listCreases(pattern, folded);
  const cells = keepMaximal(bits);
  return {
    n,
    words,
    creases: creases.list,
    creasesOf: indexCreases(creases.list, n),
    ...readEdges(map, bits, creases, words),
    overlaps: readOverlaps(cells, n, words),
    cells,
    cellsOf: readCellsOf(cells, n),
    map,
    images,
  };
}

interface CreaseList {
  readonly list: LayerCrease[];
  /** Number of the crease on side k (corner k to k + 1) of a facet; -1 on the rim. */
  readonly onSide: readonly (readonly number[])[];
}

function listCreases(pattern: CreasePattern, folded: FoldedPattern): CreaseList {
  const list: LayerCrease[] = [];
  const numberOf = new Map<string, number>();
  pattern.edges.forEach((e, edge) => {
    if (e.left < 0 || e.right < 0) return;
    const foldedHere = e.assignment !== 'F';
    // A valley has the turned facet above, a mountain below.
    const turned = folded.turned[e.left] ? e.left : e.right;
    const plain = turned === e.left ? e.right : e.left;
    const above = e.assignment === 'V' ? turned : e.assignment === 'M' ? plain : -1;
    numberOf.set(`${e.a},${e.b}`, list.length);
    const length = distance(pattern.vertices[e.a]!, pattern.vertices[e.b]!);
    list.push({ edge, a: e.left, b: e.right, length, folded: foldedHere, above });
  });
  const onSide = pattern.facets.map((loop) =>
    loop.map((u, i) => {
      const v = loop[(i + 1) % loop.length]!;
      return numberOf.get(`${u},${v}`) ?? numberOf.get(`${v},${u}`) ?? -1;
    }),
  );
  return { list, onSide };
}

function indexCreases(list: readonly LayerCrease[], n: number): number[][] {
  const of: number[][] = Array.from({ length: n }, () => []);
  list.forEach(({ a, b }, k) => {
    of[a]!.push(k);
    of[b]!.push(k);
  });
  return of;
}

/** Cells whose layers are not all found in another cell: only they need to be transitive. */
function keepMaximal(cells: readonly Bits[]): Bits[] {
  const seen = new Map<string, { bits: Bits; count: number }>();
  for (const bits of cells) {
    const count = countBits(bits);
    if (count >= 2) seen.set(bits.join(), { bits, count });
  }
  const sorted = [...seen.values()].sort((x, y) => y.count - x.count);
  const kept: Bits[] = [];
  for (const { bits } of sorted) {
    if (!kept.some((k) => isSubset(bits, k))) kept.push(bits);
  }
  return kept;
}

function isSubset(a: Bits, b: Bits): boolean {
  for (let w = 0; w < a.length; w++) if ((a[w]! & ~b[w]!) !== 0) return false;
  return true;
}

export function countBits(bits: Bits): number {
  let count = 0;
  for (let word of bits) {
    for (; word !== 0; word &= word - 1) count++;
  }
  return count;
}

export function bitsOf(bits: Bits): number[] {
  const list: number[] = [];
  bits.forEach((word, w) => {
    for (let rest = word; rest !== 0; rest &= rest - 1) list.push(w * 32 + (31 - Math.clz32(rest & -rest)));
  });
  return list;
}

function readOverlaps(cells: readonly Bits[], n: number, words: number): Bits[] {
  const overlaps = Array.from({ length: n }, () => new Int32Array(words));
  for (const cell of cells) {
    for (const f of bitsOf(cell)) {
      const row = overlaps[f]!;
      for (let w = 0; w < words; w++) row[w]! |= cell[w]!;
    }
  }
  overlaps.forEach((row, f) => (row[f >> 5]! &= ~(1 << (f & 31))));
  return overlaps;
}

function readCellsOf(cells: readonly Bits[], n: number): Bits[] {
  const of = Array.from({ length: n }, () => new Int32Array((cells.length + 31) >> 5));
  cells.forEach((cell, c) => bitsOf(cell).forEach((f) => setBit(of[f]!, c)));
  return of;
}

/** Most creases for which pairs are booked in a table; larger patterns take a set, slower but no larger than needed. */
const MOST_IN_TABLE = 8000;

/** Tells whether a pair of numbers below `count` is met for the first time. */
function buildPairSet(count: number): (k: number, m: number) => boolean {
  const keyOf = (k: number, m: number): number => (k < m ? k * count + m : m * count + k);
  if (count > MOST_IN_TABLE) {
    const met = new Set<number>();
    return (k, m) => {
      const had = met.size;
      return met.add(keyOf(k, m)).size > had;
    };
  }
  const met = new Uint8Array(count * count);
  return (k, m) => {
    const isNew = met[keyOf(k, m)] === 0;
    met[keyOf(k, m)] = 1;
    return isNew;
  };
}

interface EdgeConstraints {
  readonly through: readonly Bits[];
  readonly tacos: Int32Array;
  readonly equal: readonly (readonly [number, number, number, number])[];
}

function readEdges(
  map: Arrangement,
  cells: readonly Bits[],
  { list, onSide }: CreaseList,
  words: number,
): EdgeConstraints {
  const through = list.map(() => new Int32Array(words));
  const tacos: number[] = [];
  const equal: [number, number, number, number][] = [];
  const isNew = buildPairSet(list.length);
  for (const edge of map.edges) {
    const [left, right] = [cells[edge.left]!, cells[edge.right]!];
    const here: number[] = [];
    for (const { facet, side } of edge.sides) {
      const k = onSide[facet]![side]!;
      if (k >= 0 && !here.includes(k)) here.push(k);
    }
    for (const k of here) {
      const row = through[k]!;
      for (let w = 0; w < words; w++) row[w]! |= left[w]! & right[w]!;
    }
    const folds = here.filter((k) => list[k]!.folded);
    const resting = here.filter((k) => !list[k]!.folded);
    const onLeft = folds.map((k) => hasBit(left, list[k]!.a));
    folds.forEach((k, i) => {
      const own = onLeft[i] ? left : right;
      // A fold may not be run through by paper that lies flat across this edge on a resting crease of its own.
      for (const r of resting) setBit(through[k]!, hasBit(own, list[r]!.a) ? list[r]!.a : list[r]!.b);
      for (let j = i + 1; j < folds.length; j++) {
        const m = folds[j]!;
        if (onLeft[i] !== onLeft[j] || !isNew(k, m)) continue;
        const [p, q] = [list[k]!, list[m]!];
        // A facet with two of its sides on one edge is thinner than the tolerance: nothing said of it would hold.
        if (p.a === q.a || p.a === q.b || p.b === q.a || p.b === q.b) throw new TooCoarse();
        tacos.push(p.a, p.b, q.a, q.b);
      }
    });
    resting.forEach((k, i) => {
      for (const m of resting.slice(i + 1)) {
        if (!isNew(k, m)) continue;
        const [a, b] = hasBit(left, list[k]!.a) ? [list[k]!.a, list[k]!.b] : [list[k]!.b, list[k]!.a];
        const [c, d] = hasBit(left, list[m]!.a) ? [list[m]!.a, list[m]!.b] : [list[m]!.b, list[m]!.a];
        equal.push([a, c, b, d]);
      }
    });
  }
  list.forEach(({ a, b }, k) => {
    through[k]![a >> 5]! &= ~(1 << (a & 31));
    through[k]![b >> 5]! &= ~(1 << (b & 31));
  });
  return { through, tacos: Int32Array.from(tacos), equal };
}
