import type { BaseFlap } from '../bases/index.ts';
import { type Point } from '../geometry/index.ts';
import { type Aim, onBase, outOfHub, turnsOfLimb } from './aim.ts';
import { type Chain, lengthOf } from './chains.ts';
import { SMALL, gapAt, paperOfCrimp } from './turns.ts';

/** A chain on its flap: its joints as points of the sheet, from the root to where the limb shall end. */
export interface LaidChain {
  readonly chain: Chain;
  readonly flap: BaseFlap;
  /** Where all limbs of its hub begin on the flap's axis, as a point of the sheet, and how far outside the hub that is. */
  readonly root: Point;
  readonly out: number;
  /** Where the first of two folds lies that turn a piece away from its paper, a little beyond its joint. */
  readonly pivots: readonly (Point | undefined)[];
  /** Points of the sheet: root, every joint, the limb's end. */
  readonly joints: readonly Point[];
  /** Where each piece begins: at its joint, or beyond the folds that turn it there. */
  readonly starts: readonly Point[];
  /** Wanted length of every piece, in sheet sides. */
  readonly lengths: readonly number[];
  /** Paper of the flap beyond the limb's end, in sheet sides. */
  readonly excess: number;
  readonly directions: readonly number[];
}

/** Share by which the last piece of a limb may be longer than wanted; a draft is accepted with 5 %. */
const LONGER = 0.047;

/** The point of the sheet on a flap's axis, so far from its tip. */
export const pointOn = ({ tipOnSheet: [x, y], inward }: BaseFlap, fromTip: number): Point => [
  x + fromTip * inward[0],
  y + fromTip * inward[1],
];

/** Puts every chain of an aim on its flap. */
export function layChains(aim: Aim, offset: number, isOwn: boolean): LaidChain[] {
  const outs = [0, 1].map((hub) => (isOwn ? outOfHub(aim, hub) : 0));
  return [...aim.flaps].map(([chain, flap]) => {
    const need = lengthOf(chain) / aim.sideMm;
    const bends = turnsOfLimb(chain, flap, aim);
    const { degrees: bend, isApart } = bends[0]!;
    const turn = Math.abs(bend);
    // Two folds a gap apart use up paper: before the limb begins, or at its joint.
    const wanted = bends.map((b, i) =>
      b.isApart ? gapAt(flap, b.degrees, i === 0 ? 'hub' : 'joint') : undefined,
    );
    const gapped = wanted.slice(1).reduce((s, p) => s + (p?.start ?? 0), 0);
    // A flap without the paper for its joints is bent there by one fold, if by any.
    const places = need + gapped <= flap.length ? wanted : wanted.slice(0, 1);
    const gaps = bends.map((_, i) => (i > 0 ? (places[i]?.start ?? 0) : 0));
    const used = paperOfCrimp(flap, bend);
    const spare = Math.max(0, flap.length - need - gaps.reduce((s, g) => s + g, 0));
    const common = Math.min(spare, outs[chain.hub]!);
    // A line through the root itself would run on into the body; a little outwards it parts the flap alone.
    const out = isApart
      ? Math.min(spare, common + places[0]!.start)
      : common > 0
        ? common
        : turn >= SMALL && turn < 175
          ? Math.min(spare, (offset * flap.width) / Math.tan((turn * Math.PI) / 360))
          : 0;
    const far = chain.pieces.map(
      (_, i) =>
        chain.pieces.slice(0, i + 1).reduce((s, p) => s + p.lengthMm, 0) / aim.sideMm +
        gaps.slice(0, i + 1).reduce((s, g) => s + g, 0),
    );
    const stretch = isApart ? 0 : Math.min(spare - out, used);
    // A little paper over the end belongs to the limb: nothing is folded back for it, and the end is the flap's own.
    const last = chain.pieces.at(-1)!.lengthMm / aim.sideMm;
    const over = flap.length - out - stretch - far.at(-1)!;
    const taken = over <= LONGER * last ? Math.max(0, over) : 0;
    far[far.length - 1]! += taken;
    const on = (fromHub: number): Point => pointOn(flap, flap.length - out - fromHub);
    return {
      chain,
      flap,
      root: pointOn(flap, flap.length - common),
      out: common,
      pivots: bends.map((_, i) => {
        const beyond = places[i]?.pivot;
        if (beyond === undefined) return undefined;
        return i === 0 ? pointOn(flap, flap.length - common - beyond) : on(far[i - 1]! + stretch + beyond);
      }),
      joints: [on(0), ...far.map((f) => on(f + stretch))],
      starts: chain.pieces.map((_, i) => on(i === 0 ? 0 : far[i - 1]! + gaps[i]! + stretch)),
      lengths: chain.pieces.map((p) => p.lengthMm / aim.sideMm),
      excess: over - taken,
      directions: chain.pieces.map((p) => onBase(p.angle, aim)),
    };
  });
}
