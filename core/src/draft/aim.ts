import type { Base, BaseFlap, FoldedBase } from '../bases/index.ts';
import { bearing, toTurn } from '../geometry/index.ts';
import { countBlocked } from '../design/index.ts';
import { type Chain, type ChainPiece, STRAIGHT, lengthOf } from './chains.ts';
import { type LimbTurn, OUT, isTurnedAway, outOfSweeps, turnsAlong } from './turns.ts';

/** Which flap becomes which chain, and how the base is held against the pose. */
export interface Aim {
  /** Degrees the folded model is turned at the end so that it stands as posed. */
  readonly rotation: number;
  /** Turned over sideways after that. */
  readonly isMirrored: boolean;
  readonly flaps: ReadonlyMap<Chain, BaseFlap>;
  /** What lies between the base's two hubs. */
  readonly body: ChainPiece | undefined;
  readonly sideMm: number;
  /** How awkward the turns at the hub are; less is better. */
  readonly cost: number;
}

/** How a base is held, and with its flaps given to limbs. */
type Hold = Pick<Aim, 'rotation' | 'isMirrored'>;
type Held = Hold & Pick<Aim, 'flaps'>;

/** Direction of a flap from its root to its tip on the base, in degrees. */
export const directionOf = (flap: BaseFlap): number => bearing(flap.root, flap.tipOnModel);

/** Degrees a flap sweeps towards its paper until it is turned so far; none where only two folds turn it away from that. */
export function sweepOf(flap: BaseFlap, turn: number): number {
  if (isTurnedAway(flap, turn) || Math.abs(turn) < STRAIGHT) return 0;
  const swept = flap.hangs === 'right' ? -turn : turn;
  return flap.hangs ? (swept + 360) % 360 : Math.abs(swept);
}

/** Degrees of the pose as they are on the base before it is turned into the pose. */
export const onBase = (pose: number, { rotation, isMirrored }: Hold): number =>
  toTurn((isMirrored ? 180 - pose : pose) - rotation);

/** Degrees a flap is turned at its hub for its limb to begin as posed. */
const turnAtHub = (chain: Chain, flap: BaseFlap, hold: Hold): number =>
  toTurn(onBase(chain.pieces[0]!.angle, hold) - directionOf(flap));

/** The turns of a limb on its flap, at its hub and at each joint. */
export function turnsOfLimb(chain: Chain, flap: BaseFlap, hold: Hold): LimbTurn[] {
  const directions = chain.pieces.map((p) => onBase(p.angle, hold));
  return turnsAlong(flap, [
    turnAtHub(chain, flap, hold),
    ...directions.slice(1).map((d, i) => toTurn(d - directions[i]!)),
  ]);
}

/** What a joint costs that is turned away from the side the limb's paper hangs on by then. */
const APART = 1.5;

/**
 * How hard a turn of a flap is at its root: none is free, a half turn and wide turns are one fold, small turns need crimps
 * and slim folds along the flap.
 */
function turnCost(turn: number, flap: BaseFlap): number {
  const t = Math.abs(turn);
  if (t < STRAIGHT) return 0;
  const wide = flap.width / flap.length;
  // Away from the side its paper hangs on only two folds a gap apart turn it.
  if (isTurnedAway(flap, turn)) return 3 + wide;
  if (t > 177) return 1;
  if (t >= 60) return 1 + wide;
  return 2 + wide;
}

/** Sides this much over the least are taken for a better pose. */
const GROWTHS = [1, 1.05, 1.12, 1.25];

/** Ways to hold a base against the pose, the least awkward first; none where the base has too few flaps. */
export function aimsOf(
  base: FoldedBase,
  { chains, body }: { readonly chains: readonly Chain[]; readonly body: ChainPiece | undefined },
  sideMm: number,
  most: number,
): Aim[] {
  const needs = chains.map(lengthOf);
  const side = sideMm * 1.0001;
  const found: Aim[] = [];
  const rotations = new Set<number>();
  for (const isMirrored of [false, true]) {
    rotations.clear();
    if (body) {
      const lies = bearing(base.hubs[0]!.at, base.hubs[1]!.at);
      rotations.add(toTurn((isMirrored ? 180 - body.angle : body.angle) - lies));
    }
    for (const chain of body ? [] : chains)
      for (const flap of base.flaps) {
        const first = chain.pieces[0]!.angle;
        rotations.add(Math.round(toTurn((isMirrored ? 180 - first : first) - directionOf(flap)) * 10) / 10);
      }
    // Between two directions that are nearly one, a pair of legs stands as well as either of them.
    const single = [...rotations];
    for (const a of single)
      for (const b of single) if (b > a && b - a <= 2 * STRAIGHT) rotations.add(Math.round(5 * (a + b)) / 10);
    for (const rotation of rotations) {
      for (const growth of GROWTHS) {
        const grown = side * growth;
        const way = assign(base, chains, needs, grown, { rotation, isMirrored });
        if (!way) continue;
        const aim = { rotation, isMirrored, body, sideMm: grown, ...way };
        const cost =
          way.cost +
          8 * (growth - 1) +
          (isMirrored ? 1 : 0) +
          (base.base.designed ? BLOCKED * (blockedIn(base, aim) + countShort(aim)) : 0);
        found.push({ ...aim, cost });
      }
    }
  }
  const seen = new Map<string, number>();
  return found
    .sort((a, b) => a.cost - b.cost)
    .filter((aim) => {
      // Flaps alike that are turned alike come out alike; two such ways are tried, since one may lie in front.
      const key = keyOf(aim);
      const times = (seen.get(key) ?? 0) + 1;
      seen.set(key, times);
      return times <= 2;
    })
    .slice(0, most);
}

/**
 * Where all flaps of a hub lie on each other, their limbs may begin together a little outside it: what a flap leaves there
 * when it has been turned then lies in no other's way. Of bases made for the figure, which have the paper for it.
 */
export function outOfHub({ flaps, ...hold }: Held, hub: number): number {
  const own = [...flaps].filter(([chain]) => chain.hub === hub);
  const [first] = own.map(([, flap]) => flap);
  if (!first?.hangs) return 0;
  const isStack = own.every(
    ([, f]) => f.hangs === first.hangs && Math.abs(toTurn(directionOf(f) - directionOf(first))) < 1,
  );
  if (!isStack) return 0;
  const sweeps = own.map(([chain, flap]) => sweepOf(flap, turnAtHub(chain, flap, hold)));
  return outOfSweeps(first.width, sweeps);
}

/** Flaps of a base made for its figure that lack the paper to begin so far outside their hub. */
function countShort(aim: Held & Pick<Aim, 'sideMm'>): number {
  const outs = [0, 1].map((hub) => outOfHub(aim, hub));
  return [...aim.flaps].filter(
    ([chain, flap]) => flap.length - lengthOf(chain) / aim.sideMm < outs[chain.hub]! - OUT,
  ).length;
}

/** What a flap costs that has to be turned out from between others. */
const BLOCKED = 6;

/** Flaps of a base with one hub, stacked for its figure, that would have to be turned out from between others. */
function blockedIn({ base, flaps, hubs }: FoldedBase, aim: Held): number {
  if (!base.designed || hubs.length > 1) return 0;
  const sweeps = new Map(
    [...aim.flaps].map(([chain, flap]) => {
      const turn = turnAtHub(chain, flap, aim);
      return [flap.tip, isTurnedAway(flap, turn) ? 360 : sweepOf(flap, turn)];
    }),
  );
  const stack = base.designed.flatMap((d) => flaps.filter((f) => f.tipOnSheet === d.tip));
  return countBlocked(stack.flatMap((f) => sweeps.get(f.tip) ?? []));
}

const keyOf = (aim: Aim): string =>
  [
    Math.round(aim.sideMm),
    ...[...aim.flaps].map(([chain, flap]) => {
      const turn = turnAtHub(chain, flap, aim);
      const towards = flap.hangs === 'right' ? -turn : turn;
      return [
        chain.leaf,
        ...[flap.length, flap.width].map((x) => x.toFixed(3)),
        Math.round(towards / 4),
      ].join();
    }),
  ].join(' ');

/** Whether a flap may become an end: a base of its own has one for each. */
function isDesignedFor({ designed = [] }: Base, leaf: string, { tipOnSheet }: BaseFlap): boolean {
  const own = designed.find((d) => d.leaf === leaf);
  return !own || own.tip === tipOnSheet;
}

/** The assignment with the least awkward turns at the hub, by dynamic programming over sets of flaps (at most 13). */
function assign(
  { base, flaps, hubs }: FoldedBase,
  chains: readonly Chain[],
  needs: readonly number[],
  sideMm: number,
  hold: Hold,
): { flaps: Map<Chain, BaseFlap>; cost: number } | undefined {
  if (chains.length > flaps.length) return undefined;
  const price = (c: number, f: number): number => {
    const flap = flaps[f]!;
    if (needs[c]! > flap.length * sideMm) return Infinity;
    if (!isDesignedFor(base, chains[c]!.leaf, flap)) return Infinity;
    if (hubs.length === 2 && !hubs[chains[c]!.hub]!.tips.includes(flap.tip)) return Infinity;
    const [turn, ...joints] = turnsOfLimb(chains[c]!, flap, hold);
    const apart = APART * joints.filter((j) => j.isApart).length;
    const excess = flap.length - needs[c]! / sideMm;
    return turnCost(turn!.degrees, flap) + apart + (excess > 0.02 ? 0.5 + 2 * excess : 0) + flap.width;
  };
  let states = new Map<number, { cost: number; taken: readonly number[] }>([[0, { cost: 0, taken: [] }]]);
  for (let c = 0; c < chains.length; c++) {
    const next: typeof states = new Map();
    for (const [mask, { cost, taken }] of states)
      for (let f = 0; f < flaps.length; f++) {
        if (mask & (1 << f)) continue;
        const sum = cost + price(c, f);
        const key = mask | (1 << f);
        if (sum < (next.get(key)?.cost ?? Infinity)) next.set(key, { cost: sum, taken: [...taken, f] });
      }
    states = next;
  }
  let best: { cost: number; taken: readonly number[] } | undefined;
  for (const state of states.values()) if (!best || state.cost < best.cost) best = state;
  if (!best || !Number.isFinite(best.cost)) return undefined;
  const { taken, cost } = best;
  return { cost, flaps: new Map(chains.map((c, i) => [c, flaps[taken[i]!]!])) };
}
