import type { BaseFlap } from '../bases/index.ts';
import { distance, tolerance } from '../geometry/index.ts';
import type { Seat } from './seats.ts';
import type { LimbTask, PaperSide } from './task.ts';

/** Two flaps this much alike are of one kind: either can be the mate of the other. */
const ALIKE = 1e-6;

interface FlapKind {
  readonly length: number;
  readonly flaps: readonly BaseFlap[];
}

/** Flaps of the same length, width and layers, longest first. */
function kindsOf(flaps: readonly BaseFlap[]): FlapKind[] {
  const kinds: { length: number; flaps: BaseFlap[] }[] = [];
  for (const flap of flaps) {
    const own = kinds.find(
      ({ flaps: [like] }) =>
        Math.abs(like!.length - flap.length) < ALIKE &&
        Math.abs(like!.width - flap.width) < ALIKE &&
        like!.layers === flap.layers &&
        Math.abs(like!.front - flap.front) < ALIKE &&
        distance(like!.root, flap.root) < ALIKE,
    );
    if (own) own.flaps.push(flap);
    else kinds.push({ length: flap.length, flaps: [flap] });
  }
  return kinds;
}

/**
 * Weights between equal sheets: paper to be shortened, flaps to be hidden, pairs to be evened out, and flaps that show the
 * other side of the paper, by the share that does (sheet sides).
 */
const WEIGHT = { excess: 1, spare: 0.6, unlike: 0.5, otherSide: 0.4 };

/** The share of a flap that shows the other side of the paper than is wanted; 0 where either will do. */
export const otherSideOf = ({ front }: BaseFlap, wanted: PaperSide | undefined): number =>
  wanted === undefined ? 0 : wanted === 'front' ? 1 - front : front;

/** A limb by number, with the flap it gets. */
interface Chosen {
  readonly limb: number;
  readonly flap: BaseFlap;
  readonly needMm: number;
}

/** A figure on a base: the side it needs, what is left to do, and which limb gets which flap. */
export interface Sitting {
  /** In mm. */
  readonly side: number;
  readonly cost: number;
  readonly unlike: number;
  /** Limbs that must be served and find no flap at their hub. */
  readonly missing: number;
  readonly chosen: readonly Chosen[];
}

/** The smallest side for a seat, and at that side the cheapest flaps hub by hub. `river`: paper between the hubs. */
export function sitOn(
  task: LimbTask,
  seat: Seat,
  groups: readonly (readonly BaseFlap[])[],
  river: number,
): Sitting {
  const served = groups.map((flaps, hub) => servedLimbs(task, seat, hub, flaps.length));
  const side = Math.max(
    seat.nodes.length === 2 ? seat.bodyMm / river : 0,
    ...groups.flatMap((flaps, hub) => served[hub]!.limbs.map((l, i) => seat.needs[l]! / flaps[i]!.length)),
  );
  const made = groups.map((flaps, hub) => cheapest(task, seat.needs, served[hub]!.limbs, flaps, side));
  const excess = seat.nodes.length === 2 && side > 0 ? WEIGHT.excess * (river - seat.bodyMm / side) : 0;
  return {
    side,
    cost: made.reduce((sum, m) => sum + m.cost, excess),
    unlike: made.reduce((sum, m) => sum + m.unlike, 0),
    missing: served.reduce((sum, s) => sum + s.missing, 0),
    chosen: made.flatMap((m) => m.chosen),
  };
}

/** Limbs of a hub that get a flap, those with the longest need first: all that must, then the longest that may. */
function servedLimbs(
  task: LimbTask,
  { at, needs }: Seat,
  hub: number,
  flaps: number,
): { limbs: number[]; missing: number } {
  const own = task.limbs.flatMap((_, i) => (at[i] === hub ? [i] : []));
  const must = own.filter((i) => !task.optional.includes(i));
  const may = own
    .filter((i) => task.optional.includes(i))
    .sort((a, b) => task.limbs[b]!.lengthMm - task.limbs[a]!.lengthMm);
  const kept = [...must, ...may].slice(0, Math.max(must.length, flaps));
  return {
    limbs: kept.sort((a, b) => needs[b]! - needs[a]!).slice(0, flaps),
    missing: Math.max(0, must.length - flaps),
  };
}

function cheapest(
  task: LimbTask,
  needs: readonly number[],
  served: readonly number[],
  flaps: readonly BaseFlap[],
  side: number,
): { cost: number; unlike: number; chosen: Chosen[] } {
  if (served.length === 0)
    return { cost: WEIGHT.spare * flaps.reduce((s, f) => s + f.length, 0), unlike: 0, chosen: [] };
  const kinds = kindsOf(flaps);
  const mate = (limb: number): number | undefined =>
    task.pairs.find((p) => p.includes(limb) && p.every((l) => served.includes(l)))?.find((l) => l !== limb);
  // A pair is one item where its second half follows; singles are items of one limb.
  const items = served.flatMap((limb): number[][] => {
    const other = mate(limb);
    if (other === undefined) return [[limb]];
    return served.indexOf(limb) < served.indexOf(other) ? [[limb, other]] : [];
  });
  const fits = (limb: number, kind: FlapKind): boolean =>
    needs[limb]! <= kind.length * side * (1 + tolerance.samePoint);
  const excess = (limb: number, kind: FlapKind): number =>
    WEIGHT.excess * (kind.length - needs[limb]! / side) +
    WEIGHT.otherSide * kind.length * otherSideOf(kind.flaps[0]!, task.sides[limb]);
  interface Way {
    readonly cost: number;
    readonly unlike: number;
    readonly kinds: readonly number[];
  }
  const memo = new Map<string, Way | undefined>();
  const solve = (item: number, free: readonly number[]): Way | undefined => {
    if (item === items.length)
      return {
        cost: kinds.reduce((sum, kind, k) => sum + WEIGHT.spare * free[k]! * kind.length, 0),
        unlike: 0,
        kinds: [],
      };
    const key = `${item}:${free.join()}`;
    if (memo.has(key)) return memo.get(key);
    let best: Way | undefined;
    const limbs = items[item]!;
    const walk = (at: number, left: readonly number[], taken: readonly number[], cost: number): void => {
      if (at === limbs.length) {
        const unlike = taken.length === 2 && taken[0] !== taken[1] ? 1 : 0;
        const rest = solve(item + 1, left);
        if (!rest) return;
        const total = cost + unlike * WEIGHT.unlike + rest.cost;
        if (!best || total < best.cost - tolerance.rounding)
          best = { cost: total, unlike: unlike + rest.unlike, kinds: [...taken, ...rest.kinds] };
        return;
      }
      kinds.forEach((kind, k) => {
        if (left[k] === 0 || !fits(limbs[at]!, kind)) return;
        walk(at + 1, left.with(k, left[k]! - 1), [...taken, k], cost + excess(limbs[at]!, kind));
      });
    };
    walk(0, free, [], 0);
    memo.set(key, best);
    return best;
  };
  const way = solve(
    0,
    kinds.map((k) => k.flaps.length),
  )!;
  const used = kinds.map(() => 0);
  const chosen = items.flat().map((limb, i): Chosen => {
    const kind = way.kinds[i]!;
    return { limb, flap: kinds[kind]!.flaps[used[kind]!++]!, needMm: needs[limb]! };
  });
  return { cost: way.cost, unlike: way.unlike, chosen };
}
