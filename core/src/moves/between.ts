import type { CreaseSense } from '../folded/index.ts';
import { isTurned } from '../geometry/index.ts';
import type { Turn } from './parted.ts';
import type { PieceOrder } from './lay.ts';
import { type Rim, groupRims, mainRims } from './rims.ts';

/** The tip of a flap goes in between the halves of the paper it hangs on, or all round them. */
export type TipWay = 'inside' | 'outside';

/** The two halves of a flap, parted at its spine: rims of the front one, of the back one. */
export interface Halves {
  readonly front: readonly Rim[];
  readonly back: readonly Rim[];
}

export const toHalves = (rims: readonly Rim[], front: ReadonlySet<number>): Halves => ({
  front: rims.filter((r) => front.has(r.moving)),
  back: rims.filter((r) => !front.has(r.moving)),
});

/**
 * Relations of a whole reverse fold: inside, every layer of the tip lies under all layers of the front half and over all
 * of the back half; outside, the front of the tip lies over both halves and its back under both. Undefined where that
 * contradicts what is known.
 */
export function putWhole(
  order: PieceOrder,
  turn: Turn,
  { front, back }: Halves,
  way: TipWay,
): PieceOrder | undefined {
  const copy = order.copy();
  const fits = [...turn.moving].every((m) => {
    if (way === 'inside')
      return front.every((r) => copy.put(r.staying, m)) && back.every((r) => copy.put(m, r.staying));
    const half = halfOf(turn, m, { front, back });
    return [...front, ...back].every(
      (r) => half === 0 || (half === 1 ? copy.put(m, r.staying) : copy.put(r.staying, m)),
    );
  });
  return fits ? copy : undefined;
}

/** Front (1) or back (-1) of the tip, by its own rim or by how it lies to the pieces that have one; 0 when unknown. */
function halfOf({ order, mesh }: Turn, m: number, { front, back }: Halves): 1 | -1 | 0 {
  if (front.some((r) => r.moving === m)) return 1;
  if (back.some((r) => r.moving === m)) return -1;
  const n = mesh.pieces.length;
  const to = (rims: readonly Rim[], sign: number): boolean =>
    rims.some((r) => order[m * n + r.moving] === sign) &&
    !rims.some((r) => order[m * n + r.moving] === -sign);
  if (to(front, 1)) return 1;
  return to(back, -1) ? -1 : 0;
}

/**
 * The folder's usual result of a reverse fold: other layers keep their place to the two halves, so that what lay over
 * the front half lies over a tip put inside, and over one put round it if it lay over all of that half. Undefined where
 * that contradicts itself.
 */
export function putClose(
  order: PieceOrder,
  turn: Turn,
  { front, back }: Halves,
  way: TipWay,
): PieceOrder | undefined {
  const close = order.tighten();
  const own = new Set([...front, ...back].map((r) => r.staying));
  const n = close.n;
  const moving = [...turn.moving];
  const halves = way === 'outside' ? moving.map((m) => halfOf(turn, m, { front, back })) : [];
  for (let f = 0; f < n; f++) {
    if (turn.moving.has(f) || own.has(f)) continue;
    const atFront = liesTo(turn.order, n, f, front);
    const atBack = liesTo(turn.order, n, f, back);
    if (!atFront.over && !atFront.under && !atBack.over && !atBack.under) continue;
    for (let k = 0; k < moving.length; k++) {
      const m = moving[k]!;
      if (way === 'inside') {
        if (atFront.over && !atBack.under && !close.put(f, m)) return undefined;
        if (atBack.under && !atFront.over && !close.put(m, f)) return undefined;
        continue;
      }
      const half = halves[k];
      if (half === 1 && !(atFront.over && !atFront.under ? close.put(f, m) : close.put(m, f)))
        return undefined;
      if (half === -1 && !(atBack.under && !atBack.over ? close.put(m, f) : close.put(f, m)))
        return undefined;
    }
  }
  return close;
}

/** Whether a piece lies over, and whether it lies under, any of the paper that stays at some rims. */
function liesTo(order: Int8Array, n: number, f: number, rims: readonly Rim[]) {
  let over = false;
  let under = false;
  for (const { staying } of rims) {
    const relation = order[f * n + staying]!;
    if (relation === 1) over = true;
    else if (relation === -1) under = true;
  }
  return { over, under };
}

/**
 * The folder's usual result: the part that moves stays right by its own layers, so that whatever lay over or under them
 * lies over or under it too. Nothing where that contradicts itself.
 */
export function closeTo(
  order: PieceOrder,
  { moving, order: before }: Turn,
  rims: readonly Rim[],
): PieceOrder[] {
  const close = order.tighten();
  const n = close.n;
  const own = new Set(rims.map((r) => r.staying));
  for (const { moving: m, staying: s } of rims) {
    for (let f = 0; f < n; f++) {
      if (moving.has(f) || own.has(f)) continue;
      const was = before[f * n + s]!;
      if (was === 1 && !close.put(f, m)) return [];
      if (was === -1 && !close.put(m, f)) return [];
    }
  }
  return [close];
}

/**
 * Orders in which the creases round a sunk corner are alike, valley or mountain: first those in which the creases of
 * other stretches of the line (paper nested in the corner) are alike too, each stretch by itself, then any.
 */
export function putAlike(
  order: PieceOrder,
  turn: Turn,
  rims: readonly Rim[],
  corner: readonly Rim[],
): PieceOrder[][] {
  const main = mainRims(rims, corner);
  const others = groupRims(rims.filter((r) => !main.includes(r)));
  const sensed = (from: PieceOrder, group: readonly Rim[], sense: CreaseSense): PieceOrder[] => {
    const copy = from.copy();
    return group.every((r) => putSense(copy, turn, r, sense)) ? [copy] : [];
  };
  const either = (from: PieceOrder, group: readonly Rim[]): PieceOrder[] =>
    (['valley', 'mountain'] as const).flatMap((sense) => sensed(from, group, sense));
  const own = either(order, main);
  if (others.length === 0 || others.length > MOST_NESTED) return [own];
  return [others.reduce((list, group) => list.flatMap((o) => either(o, group)), own), own];
}

/** Orders in which just the creases at the flap's points are alike, where there are enough of them to go round it. */
export function putCornerAlike(order: PieceOrder, turn: Turn, corner: readonly Rim[]): PieceOrder[][] {
  if (corner.length < 3) return [];
  const ways = (['valley', 'mountain'] as const).flatMap((sense) => {
    const copy = order.copy();
    return corner.every((r) => putSense(copy, turn, r, sense)) ? [copy] : [];
  });
  return [ways];
}

/** Stretches of nested paper whose senses are tried each by itself. */
const MOST_NESTED = 4;

/** Gives the crease at a rim a sense as seen from the front of the sheet; false where that contradicts what is known. */
function putSense(order: PieceOrder, turn: Turn, rim: Rim, sense: CreaseSense): boolean {
  const isAbove = isTurned(turn.mesh.pieces[rim.staying]!.before) !== (sense === 'valley');
  return isAbove ? order.put(rim.moving, rim.staying) : order.put(rim.staying, rim.moving);
}
