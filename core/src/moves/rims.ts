import { type Line, apply, distance, dot, isSamePlacement, tolerance } from '../geometry/index.ts';
import { listEdges } from '../folded/index.ts';
import type { OrderPreference } from '../layers/index.ts';
import type { Turn } from './parted.ts';

/** Pieces on both sides of the line that are one paper across it: the part that moves and the part that stays. */
export interface Rim {
  readonly moving: number;
  readonly staying: number;
  /** The vertices of the mesh it runs between. */
  readonly ends: readonly [number, number];
  /** In sheet sides. */
  readonly length: number;
}

/** The pairs of pieces that were one paper across the line, moving part first. */
export function findRims({ mesh, moving }: Turn): Rim[] {
  const rims: Rim[] = [];
  for (const { u, v, left, right } of listEdges(mesh.pieces.map((p) => p.loop))) {
    if (right < 0 || moving.has(left) === moving.has(right)) continue;
    if (!isSamePlacement(mesh.pieces[left]!.before, mesh.pieces[right]!.before)) continue;
    const [p, q] = moving.has(left) ? [left, right] : [right, left];
    const length = distance(mesh.vertices[u]!, mesh.vertices[v]!);
    rims.push({ moving: p, staying: q, ends: [u, v], length });
  }
  return rims;
}

/** Rims that run on into each other on the sheet: one group for each stretch of the line, round a closed corner or across a tip. */
export function groupRims(rims: readonly Rim[]): Rim[][] {
  const groups: Rim[][] = [];
  for (const rim of rims) {
    const joined = groups.filter((g) => g.some((r) => r.ends.some((e) => rim.ends.includes(e))));
    for (const g of joined) groups.splice(groups.indexOf(g), 1);
    groups.push([...joined.flat(), rim]);
  }
  return groups;
}

/** The stretch of the line round the corner itself: that of the flap's points, else the longest. */
export function mainRims(rims: readonly Rim[], corner: readonly Rim[]): readonly Rim[] {
  const groups = groupRims(rims);
  const lengthOf = (g: readonly Rim[]): number => g.reduce((sum, r) => sum + r.length, 0);
  const own = groups.filter((g) => g.some((r) => corner.includes(r)));
  const [main] = (own.length > 0 ? own : groups).sort((a, b) => lengthOf(b) - lengthOf(a));
  return main ?? [];
}

/** True where the rims run right round a part of the sheet, so that each ends where another begins. */
export const isClosedLoop = (rims: readonly Rim[]): boolean =>
  rims.every((r) => r.ends.every((e) => rims.some((o) => o !== r && o.ends.includes(e))));

/**
 * Ways to part the moving layers at the line into a front and a back, joined by a straight spine of folds that meets the
 * line in one place; the best balanced first, of equally balanced ones by the preference of the move. Each way is the set
 * of moving pieces in front. Layers joined at any other
 * place stay together, what lies over the front belongs to it, what lies under the back to that.
 */
export function splitAtSpine(
  turn: Turn,
  rims: readonly Rim[],
  line: Line,
  { ranks, sides }: OrderPreference,
): ReadonlySet<number>[] {
  const n = turn.mesh.pieces.length;
  const stack = [...new Set(rims.map((r) => r.moving))].sort((a, b) => ranks[a]! - ranks[b]!);
  const joints = foldsAcross(turn, stack, line);
  const ways = new Map<string, { front: Set<number>; odd: number; sign: string }>();
  // Nearer to the top of the stack is likely in front; just in the middle it goes by the side its front shows to.
  const likelyOf = (p: number): 1 | -1 => {
    const tilt = stack.reduce((sum, q) => sum + turn.order[p * n + q]!, 0);
    return tilt === 0 ? sides[p]! : tilt > 0 ? 1 : -1;
  };
  for (const spine of joints) {
    const upper = turn.order[spine.a * n + spine.b] === 1 ? spine.a : spine.b;
    const together = joints.filter((j) => Math.abs(j.at - spine.at) > tolerance.overlap);
    const parting = new Parting(stack, turn.order, n, together);
    let fits = parting.assign(upper, 1) && parting.assign(upper === spine.a ? spine.b : spine.a, -1);
    stack.forEach((p) => {
      if (!fits || parting.sideOf(p) !== 0) return;
      const likely = likelyOf(p);
      fits = parting.assign(p, likely) || parting.assign(p, likely === 1 ? -1 : 1);
    });
    if (!fits) continue;
    const front = new Set(stack.filter((p) => parting.sideOf(p) === 1));
    const sign = stack
      .map((p) => ({ rank: ranks[p]!, odd: front.has(p) === (sides[p] === 1) ? '0' : '1' }))
      .sort((a, b) => a.rank - b.rank || a.odd.localeCompare(b.odd))
      .map((x) => x.odd)
      .join('');
    ways.set(stack.map((p) => (front.has(p) ? 1 : 0)).join(''), {
      front,
      odd: Math.abs(2 * front.size - stack.length),
      sign,
    });
  }
  return [...ways.values()]
    .sort((a, b) => a.odd - b.odd || a.sign.localeCompare(b.sign))
    .slice(0, MOST_WAYS)
    .map((w) => w.front);
}

/**
 * The same parting carried over to other layers of the flap, where the spine itself meets their line in a point only:
 * `known` pieces are in front or not, the rest go with what they hang together with or lie over.
 */
export function carryFront(
  turn: Turn,
  rims: readonly Rim[],
  line: Line,
  known: ReadonlyMap<number, boolean>,
): ReadonlySet<number> | undefined {
  const n = turn.mesh.pieces.length;
  const stack = [...new Set([...rims.map((r) => r.moving), ...known.keys()])];
  const parting = new Parting(stack, turn.order, n, foldsAcross(turn, stack, line));
  for (const [piece, isFront] of known) if (!parting.assign(piece, isFront ? 1 : -1)) return undefined;
  return stack.every((p) => parting.sideOf(p) !== 0)
    ? new Set(stack.filter((p) => parting.sideOf(p) === 1))
    : undefined;
}

/** Ways offered at most: the best balanced ones are the folder's. */
const MOST_WAYS = 12;

/** Front (1) and back (-1) of a stack, carried on to everything that must go along. */
class Parting {
  private readonly stack: readonly number[];
  private readonly order: Int8Array;
  private readonly n: number;
  private readonly mates: readonly number[][];
  private readonly sides: Int8Array;

  constructor(
    stack: readonly number[],
    order: Int8Array,
    n: number,
    together: readonly { readonly a: number; readonly b: number }[],
  ) {
    this.stack = stack;
    this.order = order;
    this.n = n;
    this.sides = new Int8Array(n);
    this.mates = Array.from({ length: n }, () => []);
    for (const { a, b } of together) {
      this.mates[a]!.push(b);
      this.mates[b]!.push(a);
    }
  }

  sideOf(piece: number): number {
    return this.sides[piece]!;
  }

  /** False, and nothing is changed, where a piece would be on both sides. */
  assign(piece: number, side: 1 | -1): boolean {
    const { order, n, sides } = this;
    if (sides[piece] !== 0) return sides[piece] === side;
    const set = [piece];
    sides[piece] = side;
    // All that goes along goes to the same side.
    for (let k = 0; k < set.length; k++) {
      const p = set[k]!;
      const goesAlong = this.mates[p]!.slice();
      for (const q of this.stack) if (order[p * n + q] === -side) goesAlong.push(q);
      for (const q of goesAlong) {
        if (sides[q] === side) continue;
        if (sides[q] !== 0) {
          for (const r of set) sides[r] = 0;
          return false;
        }
        sides[q] = side;
        set.push(q);
      }
    }
    return true;
  }
}

/** Folds between two of the pieces that meet the line: where, along it. */
function foldsAcross(
  { mesh }: Turn,
  pieces: readonly number[],
  line: Line,
): { a: number; b: number; at: number }[] {
  const chosen = new Set(pieces);
  const found: { a: number; b: number; at: number }[] = [];
  for (const { u, v, left: a, right: b } of listEdges(mesh.pieces.map((p) => p.loop))) {
    if (b < 0 || !chosen.has(a) || !chosen.has(b)) continue;
    const end = [u, v].find((w) => mesh.onLine[w]);
    if (end === undefined) continue;
    const p = apply(mesh.pieces[a]!.before, mesh.vertices[end]!);
    found.push({ a, b, at: dot([line.normal[1], -line.normal[0]], p) });
  }
  return found;
}
