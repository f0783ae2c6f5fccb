import type { BaseFlap } from '../bases/index.ts';
import { type Point } from '../geometry/index.ts';
import { type Aim, onBase, outOfHub, turnAtHub } from './aim.ts';
import { type Chain, lengthOf } from './chains.ts';
import { OUT, SMALL, isTurnedAway, paperOfTurn } from './turns.ts';

/** A chain on its flap: its joints as points of the sheet, from the root to where the limb shall end. */
export interface LaidChain {
  readonly chain: Chain;
  readonly flap: BaseFlap;
  /** Where all limbs of its hub begin on the flap's axis, as a point of the sheet, and how far outside the hub that is. */
  readonly root: Point;
  readonly out: number;
  /** Where two folds begin that turn the limb and use up paper: the limb itself begins beyond them. */
  readonly pivot: Point | undefined;
  /** Points of the sheet: root, every joint, the limb's end. */
  readonly joints: readonly Point[];
  /** Wanted length of every piece, in sheet sides. */
  readonly lengths: readonly number[];
  /** Paper of the flap beyond the limb's end, in sheet sides. */
  readonly excess: number;
  readonly directions: readonly number[];
}

/** Share by which the last piece of a limb may be longer than wanted; a draft is accepted with 5 %. */
const LONGER = 0.04;

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
    const bend = turnAtHub(chain, flap, aim);
    const turn = Math.abs(bend);
    // Small turns are two folds a gap apart, which use up paper: of the first piece, or before it begins.
    const used = paperOfTurn(flap, bend);
    const spare = Math.max(0, flap.length - need);
    const isApart = isTurnedAway(flap, bend);
    const common = Math.min(spare, outs[chain.hub]!);
    // A line through the root itself would run on into the body; a little outwards it parts the flap alone.
    const out = isApart
      ? Math.min(spare, common + OUT + used)
      : common > 0
        ? common
        : turn >= SMALL && turn < 175
          ? Math.min(spare, (offset * flap.width) / Math.tan((turn * Math.PI) / 360))
          : 0;
    const far = chain.pieces.map(
      (_, i) => chain.pieces.slice(0, i + 1).reduce((s, p) => s + p.lengthMm, 0) / aim.sideMm,
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
      pivot: isApart ? pointOn(flap, flap.length - common - OUT) : undefined,
      joints: [on(0), ...far.map((f) => on(f + stretch))],
      lengths: chain.pieces.map((p) => p.lengthMm / aim.sideMm),
      excess: over - taken,
      directions: chain.pieces.map((p) => onBase(p.angle, aim)),
    };
  });
}
