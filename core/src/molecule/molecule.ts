import {
  type Point,
  add,
  cross,
  distance,
  dot,
  scale,
  subtract,
  toUnit,
  tolerance,
} from '../geometry/index.ts';
import { invariant } from '../outcome/index.ts';
import { type MoleculeTree, type TreePaths, readTree } from './tree.ts';

/**
 * A crease of the sheet: on the axis, the way of a corner inwards, where a polygon splits, across between two flaps, or
 * along the axis at a level where the base is folded narrower.
 */
export interface MoleculeCrease {
  readonly from: Point;
  readonly to: Point;
  readonly kind: 'axial' | 'ridge' | 'gusset' | 'hinge' | 'level';
}

/** A corner of an inset polygon: where it is, the leaf it came from, and how far from that leaf it has got in the tree. */
interface Corner {
  readonly at: Point;
  readonly leaf: string;
  readonly gone: number;
}

interface Inset {
  readonly height: number;
  readonly corners: readonly Corner[];
}

const SAME = 1e-9;
/** Corners this near have met; a polygon as slim as this has ended. */
const MET = 1e-7;

/**
 * Folded creases of a base with tips on the border of a convex sheet, given counter-clockwise; each two that follow each
 * other must lie just their distance in the tree apart and no two nearer (an invariant, else it throws). Method: universal
 * molecule. Corners move in along their bisectors and use up the tree by the cotangent of half their angle; where two
 * that are not neighbours come to lie their remaining distance apart, the polygon splits there.
 * `narrow`: so wide a base is at most from its axis (sheet sides); what is higher is folded to and fro.
 */
export function creasesOf(
  tips: readonly { readonly at: Point; readonly leaf: string }[],
  tree: MoleculeTree,
  narrow = Infinity,
): MoleculeCrease[] {
  const paths = readTree(tree);
  const creases: MoleculeCrease[] = [];
  const draw = (kind: MoleculeCrease['kind'], from: Point, to: Point): void => {
    if (distance(from, to) > SAME) creases.push({ kind, from, to });
  };
  const waiting: Inset[] = [{ height: 0, corners: tips.map((t) => ({ ...t, gone: 0 })) }];
  tips.forEach((t, i) => {
    const next = tips[(i + 1) % tips.length]!;
    invariant(
      Math.abs(distance(t.at, next.at) - paths.between(t.leaf, next.leaf)) < tolerance.overlap,
      `${t.leaf} and ${next.leaf} lie their distance in the figure apart`,
    );
  });
  for (let inset = waiting.pop(); inset; inset = waiting.pop()) {
    const corners = merge(inset.corners);
    if (corners.length < 2) continue;
    if (corners.length === 2 || isFlat(corners)) {
      const [from, to] = farthest(corners);
      draw(inset.height > SAME ? 'gusset' : 'axial', from, to);
      continue;
    }
    const split = findSplit(corners, paths);
    if (split) {
      const [i, j] = split;
      draw(inset.height > SAME ? 'gusset' : 'axial', corners[i]!.at, corners[j]!.at);
      waiting.push({ height: inset.height, corners: corners.slice(i, j + 1) });
      waiting.push({ height: inset.height, corners: [...corners.slice(j), ...corners.slice(0, i + 1)] });
      continue;
    }
    const ways = waysOf(corners);
    const step = stepOf(corners, ways, paths);
    const moved = corners.map((c, i): Corner => ({
      at: add(c.at, scale(ways[i]!.velocity, step)),
      leaf: c.leaf,
      gone: c.gone + ways[i]!.shrink * step,
    }));
    corners.forEach((c, i) => draw('ridge', c.at, moved[i]!.at));
    drawHinges(corners, ways, step, paths, (from, to) => draw('hinge', from, to));
    for (let k = Math.floor(inset.height / narrow + SAME) + 1; k * narrow < inset.height + step - SAME; k++) {
      const level = corners.map((c, i) => add(c.at, scale(ways[i]!.velocity, k * narrow - inset.height)));
      level.forEach((p, i) => draw('level', p, level[(i + 1) % level.length]!));
    }
    waiting.push({ height: inset.height + step, corners: moved });
  }
  return joinRuns(creases);
}

/** Creases of one kind that run on into each other straight are one; nothing else may end where they meet. */
function joinRuns(creases: readonly MoleculeCrease[]): MoleculeCrease[] {
  const joined = [...creases];
  for (let i = 0; i < joined.length; i++)
    for (let j = 0; j < joined.length; j++) {
      const [a, b] = [joined[i]!, joined[j]!];
      if (i === j || a.kind !== b.kind) continue;
      const meets = (p: Point, q: Point): boolean => distance(p, q) < 1e-8;
      const ends = [a.from, a.to].find((p) => meets(p, b.from) || meets(p, b.to));
      if (!ends) continue;
      const far = [a, b].map((c) => (meets(c.from, ends) ? c.to : c.from));
      const [u, v] = far.map((p) => toUnit(subtract(p, ends)));
      const others = joined.some((c, k) => k !== i && k !== j && (meets(c.from, ends) || meets(c.to, ends)));
      if (others || Math.abs(cross(u!, v!)) > 1e-8 || dot(u!, v!) > 0) continue;
      joined[i] = { kind: a.kind, from: far[0]!, to: far[1]! };
      joined.splice(j, 1);
      return joinRuns(joined);
    }
  return joined;
}

/** Neighbours that have met are one corner. */
function merge(corners: readonly Corner[]): Corner[] {
  return corners.filter(
    (c, i) => distance(c.at, corners[(i + 1) % corners.length]!.at) > MET || corners.length === 1,
  );
}

function isFlat(corners: readonly Corner[]): boolean {
  const [from, to] = farthest(corners);
  const along = toUnit(subtract(to, from));
  return corners.every((c) => Math.abs(cross(along, subtract(c.at, from))) < MET);
}

function farthest(corners: readonly Corner[]): [Point, Point] {
  let best: [Point, Point] = [corners[0]!.at, corners.at(-1)!.at];
  for (const a of corners)
    for (const b of corners) if (distance(a.at, b.at) > distance(...best) + SAME) best = [a.at, b.at];
  return best;
}

const leftBetween = (a: Corner, b: Corner, paths: TreePaths): number =>
  paths.between(a.leaf, b.leaf) - a.gone - b.gone;

/** Two corners that are not neighbours and lie just their remaining distance apart. */
function findSplit(corners: readonly Corner[], paths: TreePaths): [number, number] | undefined {
  const n = corners.length;
  for (let i = 0; i < n; i++)
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue;
      const [a, b] = [corners[i]!, corners[j]!];
      const apart = distance(a.at, b.at) - leftBetween(a, b, paths);
      invariant(apart > -1e-7, `${a.leaf} and ${b.leaf} are not nearer than their distance in the figure`);
      if (apart < 1e-8) return [i, j];
    }
  return undefined;
}

interface Way {
  /** Of the corner while its edges move in by one. */
  readonly velocity: Point;
  /** Of the tree used up while they do. */
  readonly shrink: number;
}

function waysOf(corners: readonly Corner[]): Way[] {
  const n = corners.length;
  return corners.map(({ at }, i) => {
    const back = toUnit(subtract(corners[(i + n - 1) % n]!.at, at));
    const on = toUnit(subtract(corners[(i + 1) % n]!.at, at));
    const half = Math.atan2(Math.abs(cross(on, back)), dot(on, back)) / 2;
    const inwards: Point = half > Math.PI / 2 - tolerance.overlap ? [-on[1], on[0]] : toUnit(add(back, on));
    return { velocity: scale(inwards, 1 / Math.sin(half)), shrink: Math.cos(half) / Math.sin(half) };
  });
}

/** How far all edges move in until neighbours meet or two others come to lie their remaining distance apart. */
function stepOf(corners: readonly Corner[], ways: readonly Way[], paths: TreePaths): number {
  const n = corners.length;
  let step = Infinity;
  let meeting = Infinity;
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      const [a, b] = [corners[i]!, corners[j]!];
      const between = subtract(b.at, a.at);
      const shift = subtract(ways[j]!.velocity, ways[i]!.velocity);
      const left = leftBetween(a, b, paths);
      const shrink = ways[i]!.shrink + ways[j]!.shrink;
      if (j === i + 1 || (i === 0 && j === n - 1)) {
        if (shrink > tolerance.rounding) meeting = Math.min(meeting, Math.hypot(...between) / shrink);
        continue;
      }
      // |between + h shift|² = (left - h shrink)²
      const [p, q, r] = [
        dot(shift, shift) - shrink * shrink,
        2 * (dot(between, shift) + left * shrink),
        dot(between, between) - left * left,
      ];
      for (const h of rootsOf(p, q, r))
        if (h > tolerance.samePoint && left - h * shrink > -1e-9) step = Math.min(step, h);
    }
  // Where corners meet, a split of others may fall due as well and only touch: its double root is known less exactly.
  if (meeting < step + tolerance.alike) step = meeting;
  invariant(Number.isFinite(step), 'a polygon that moves in comes to an end');
  return step;
}

function rootsOf(p: number, q: number, r: number): number[] {
  if (Math.abs(p) < tolerance.rounding) return Math.abs(q) < tolerance.rounding ? [] : [-r / q];
  const under = q * q - 4 * p * r;
  if (under < 0) return under > -1e-14 ? [-q / (2 * p)] : [];
  const root = Math.sqrt(under);
  return [(-q - root) / (2 * p), (-q + root) / (2 * p)];
}

/** Between two flaps a crease runs straight in from the edge until it is met by the way of a corner. */
function drawHinges(
  corners: readonly Corner[],
  ways: readonly Way[],
  step: number,
  paths: TreePaths,
  draw: (from: Point, to: Point) => void,
): void {
  corners.forEach((a, i) => {
    const j = (i + 1) % corners.length;
    const b = corners[j]!;
    const on = toUnit(subtract(b.at, a.at));
    const inwards: Point = [-on[1], on[0]];
    const long = distance(a.at, b.at);
    for (const { far, isFolded } of paths.nodesBetween(a.leaf, b.leaf)) {
      if (!isFolded) continue;
      const [before, after] = [far - a.gone, long - (far - a.gone)];
      if (before < SAME || after < SAME) continue;
      const until = Math.min(step, before / ways[i]!.shrink, after / ways[j]!.shrink);
      const from = add(a.at, scale(on, before));
      draw(from, add(from, scale(inwards, until)));
    }
  });
}
