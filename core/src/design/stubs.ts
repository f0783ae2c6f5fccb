import {
  type Point,
  apply,
  between,
  distance,
  dot,
  isSamePoint,
  reflectionIn,
  subtract,
} from '../geometry/index.ts';
import type { Ends, Field } from './settle.ts';
import { type LimbTree, type TreePlace, farFrom, wayBetween } from './tree.ts';

/** Ends as they lie now, with the tree they are the ends of. */
export interface Placed extends Ends {
  readonly tree: LimbTree;
  readonly ways: readonly Float64Array[];
  readonly field: Field;
}

/** Two neighbours on the rim, and by how much they lie farther apart than their way. */
interface Gap {
  readonly a: number;
  readonly b: number;
  readonly gap: number;
}

/** A stub shorter than this cannot be put away: the start is given up. */
export const LEAST_STUB = 0.025;
/** Gaps below this are none: what the programs leave. */
export const CLOSED = 2e-8;
/** Places tried along a way where no node of it has room, and along a gap. */
const [ALONG_WAY, ALONG_GAP] = [17, 33];

/** The longest stub from a corner, and where on the tree it hangs: on each edge room falls to either side of one place. */
export function roomAtCorner(p: Placed, corner: Point): { place: TreePlace; room: number } | undefined {
  const { mirror } = p.field;
  const isOnMirror = mirror !== undefined && isSamePoint(apply(reflectionIn(mirror), corner), corner, 1e-7);
  const apart = p.at.map((q) => distance(q, corner));
  const least = (ends: readonly number[], node: number): number =>
    ends.reduce((min, i) => Math.min(min, apart[i]! - p.ways[node]![p.tree.ends[i]!]!), Infinity);
  const all = p.at.map((_, i) => i);
  let best: { place: TreePlace; room: number } | undefined;
  const offer = (place: TreePlace, room: number): void => {
    if (!best || room > best.room + 1e-12) best = { place, room };
  };
  if (isOnMirror) {
    p.tree.names.forEach((_, node) => {
      if (p.tree.image![node] === node && !p.tree.ends.includes(node)) offer({ node }, least(all, node));
    });
    return best;
  }
  p.tree.edges.forEach(({ a, b, length }, edge) => {
    const nearer = all.filter((i) => p.ways[a]![p.tree.ends[i]!]! < p.ways[b]![p.tree.ends[i]!]!);
    const [A, B] = [
      least(nearer, a),
      least(
        all.filter((i) => !nearer.includes(i)),
        b,
      ),
    ];
    const far = Math.max(0, Math.min(length, (A - B + length) / 2));
    const room = Math.min(A - far, B - length + far);
    const tips = p.tree.ends;
    if (far < 1e-6) {
      if (!tips.includes(a)) offer({ node: a }, least(all, a));
    } else if (length - far < 1e-6) {
      if (!tips.includes(b)) offer({ node: b }, least(all, b));
    } else offer({ edge, far }, room);
  });
  return best;
}

/** Ends on the rim, wall by wall, each wall from its first corner to its last. */
function rimOf(p: Placed): number[][] {
  return p.field.walls.map(({ from, to, normal, limit }) => {
    const along = subtract(to, from);
    return p.at
      .flatMap((q, i) =>
        p.holds[i] !== 'free' && Math.abs(limit - dot(normal, q)) < 1e-7
          ? [{ i, t: dot(along, subtract(q, from)) }]
          : [],
      )
      .sort((a, b) => a.t - b.t)
      .map((e) => e.i);
  });
}

/** The widest stretch of the rim between neighbours that is longer than their way; undefined where all touch. */
export function widestGap(p: Placed): Gap | undefined {
  let widest: Gap | undefined;
  for (const wall of rimOf(p))
    wall.slice(1).forEach((b, k) => {
      const a = wall[k]!;
      const gap = distance(p.at[a]!, p.at[b]!) - p.ways[p.tree.ends[a]!]![p.tree.ends[b]!]!;
      if (gap > CLOSED && (!widest || gap > widest.gap)) widest = { a, b, gap };
    });
  return widest;
}

/** A stub between two neighbours: half the gap where it has room, else the longest that leaves room for others beside it. */
export function stubFor(
  p: Placed,
  { a, b, gap }: Gap,
): { place: TreePlace; at: Point; length: number } | undefined {
  const [from, to] = [p.at[a]!, p.at[b]!];
  const whole = distance(from, to);
  const places = placesOnWay(p, a, b);
  const roomFor = (far: (node: number) => number, at: Point): number =>
    p.at.reduce(
      (least, q, k) => (k === a || k === b ? least : Math.min(least, distance(q, at) - far(p.tree.ends[k]!))),
      Infinity,
    );
  for (const { place, x, far } of places) {
    const at = between(from, to, (x + gap / 2) / whole);
    if (roomFor(far, at) >= gap / 2 - 1e-12) return { place, at, length: gap / 2 };
  }
  // Blocked from inside: the longest that fits; what is left on both sides is closed after it.
  let best: { place: TreePlace; at: Point; length: number } | undefined;
  for (const { place, x, far } of places)
    for (let k = 0; k < ALONG_GAP; k++) {
      const t = (gap * k) / (ALONG_GAP - 1);
      const at = between(from, to, (x + t) / whole);
      const rest = [t, gap - t];
      const length = Math.min(...rest, roomFor(far, at));
      // What is left beside it must be nothing, or wide enough for a stub of its own.
      if (rest.some((r) => r - length > CLOSED && r - length < 2 * LEAST_STUB)) continue;
      if (length >= LEAST_STUB && (!best || length > best.length)) best = { place, at, length };
    }
  return best;
}

/** Nodes of the way from one end to another, then places between them; with the way to it, and to any node from it. */
function placesOnWay(
  p: Placed,
  a: number,
  b: number,
): { place: TreePlace; x: number; far: (node: number) => number }[] {
  const [first, last] = [p.tree.ends[a]!, p.tree.ends[b]!];
  const nodes = wayBetween(p.tree, p.ways, first, last);
  const image = p.tree.image;
  const isAcross = p.mates !== undefined && p.mates[a] === b;
  const make = (place: TreePlace, x: number) => ({ place, x, far: farFrom(p.tree, p.ways, place) });
  const own = nodes
    .slice(1, -1)
    .filter((n) => !isAcross || image![n] === n)
    .map((node) => make({ node }, p.ways[first]![node]!));
  if (isAcross) return own;
  const between = nodes.slice(1).flatMap((v, k) => {
    const u = nodes[k]!;
    const edge = p.tree.edges.findIndex((e) => (e.a === u && e.b === v) || (e.a === v && e.b === u));
    const { a: start, length } = p.tree.edges[edge]!;
    const count = Math.max(1, Math.round((ALONG_WAY * length) / p.ways[first]![last]!));
    return Array.from({ length: count }, (_, i) => {
      const t = (length * (i + 0.5)) / count;
      return make({ edge, far: start === u ? t : length - t }, p.ways[first]![u]! + t);
    });
  });
  return [...own, ...between];
}
