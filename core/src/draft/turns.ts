import type { BaseFlap } from '../bases/index.ts';
import { AWAY } from '../design/index.ts';
import { STRAIGHT } from './chains.ts';
import type { LineRef, PointRef } from '../references/index.ts';
import { type Step, write } from '../sequence/index.ts';

const { along, turned, writeStep } = write;

/** A piece of a limb that shall turn about the joint at its inner end. */
export interface Bend {
  readonly degrees: number;
  readonly flap: BaseFlap;
  /** Of the piece, in sheet sides. */
  readonly length: number;
  readonly passage: string;
  readonly joint: PointRef;
  readonly next: PointRef;
  /** On a base made for the figure, whose flaps are narrow. */
  readonly isOwn: boolean;
  /** Of many layers. */
  readonly isThick: boolean;
  /** The ends of the limbs that turn, not the flaps' corners: what is over may be folded back behind the line. */
  readonly ends: readonly PointRef[];
}

/** One fold that could make a turn; the engine says whether it can be folded. */
export type Trial = (id: string) => Step;

/** Turns under so many degrees are made by two folds; under so many they may be. */
export const SMALL = 50;
/** Flaps of narrow bases are turned by a pleat under so many. */
const SLIM = 25;
const WIDE = 360 - AWAY;
/** Half widths between which two folds do not meet, tried one after the other; for a one-sided flap of its one side. */
const HALVES = [0.1, 0.2, 0.4];
const GAPS = [0.8, 0.9, 1];
/** One-sided flaps are folded so far outside their hub (sheet sides). */
export const OUT = 0.008;
/** Where else outside it they are tried, beyond that. */
const SHIFTS = [0, 0.005, 0.012];

/** A fold at the very root may meet paper that fills the sheet there; so far outside it misses that (sheet sides). */
const OUTWARD = [0, 0.006, 0.014];

/** Distance between two such folds that keeps them from meeting within a flap of a share of its width to each side. */
const gapOf = (flap: BaseFlap, turn: number, half: number): number =>
  2.3 * half * flap.width * Math.tan((Math.abs(turn) * Math.PI) / 720) + 0.002;

/** A flap that hangs from its axis and turns away from its paper: only two folds a gap apart can do it. */
export const isTurnedAway = ({ hangs }: Pick<BaseFlap, 'hangs'>, turn: number): boolean =>
  hangs === (turn > 0 ? 'right' : 'left') && Math.abs(turn) > STRAIGHT && Math.abs(turn) < WIDE;

/** One turn of a limb, at its hub or at a joint. */
export interface LimbTurn {
  readonly degrees: number;
  readonly isApart: boolean;
}

/**
 * The turns of a limb from its hub outwards. Paper that hangs to one side of the axis comes to the other with every single
 * fold, so what turns one way and then on the same way is turned away from its paper.
 */
export function turnsAlong({ hangs }: Pick<BaseFlap, 'hangs'>, degrees: readonly number[]): LimbTurn[] {
  let side = hangs;
  return degrees.map((turn) => {
    const isApart = isTurnedAway({ hangs: side }, turn);
    if (side && !isApart && Math.abs(turn) > STRAIGHT) side = otherSide(side);
    return { degrees: turn, isApart };
  });
}

export const otherSide = (side: 'left' | 'right'): 'left' | 'right' => (side === 'left' ? 'right' : 'left');

/** Where two folds a gap apart lie on a flap, in sheet sides from where the turned axis shall cross the old one. */
export interface GapPlace {
  /** Of the first fold. */
  readonly pivot: number;
  /** Of the paper that comes to lie at the crossing, so that the next piece begins there. */
  readonly start: number;
}

/**
 * The first of two folds a gap apart lies so far beyond a joint that the axis, turned, runs through the joint itself; not
 * nearer to it than `least`. With the gap g and the turn T that is g / (2 cos(T / 2)).
 */
function placeGap(gap: number, turn: number, least: number): GapPlace {
  const [half, whole] = [Math.cos((turn * Math.PI) / 360), Math.cos((turn * Math.PI) / 180)];
  const pivot = Math.max(least, gap / (2 * half));
  return { pivot, start: pivot + gap + gap * half - pivot * whole };
}

/** Where two folds lie that turn a flap away from its paper: at its hub, or at a joint. */
export const gapAt = (flap: BaseFlap, turn: number, at: 'hub' | 'joint'): GapPlace =>
  placeGap(gapOf(flap, turn, GAPS.at(-1)!), turn, at === 'hub' ? OUT : 0);

/** Paper two folds a gap apart take, in mm, of a flap that reaches so far to one side, on a sheet of about that side. */
export const paperApart = (reachMm: number, turn: number, at: 'hub' | 'joint', sideMm: number): number => {
  const gap = 2.3 * reachMm * Math.tan((turn * Math.PI) / 720) + 0.002 * sideMm;
  return placeGap(gap, turn, at === 'hub' ? OUT * sideMm : 0).start;
};

/** Paper the first turn of a flap that hangs to both sides of its axis uses up where it is small: it is crimped. */
export function paperOfCrimp(flap: BaseFlap, turn: number): number {
  const isSmall = Math.abs(turn) > STRAIGHT && Math.abs(turn) < SMALL;
  return isSmall && !flap.hangs ? 0.8 * 2 * gapOf(flap, turn, 0.4) : 0;
}

/**
 * How far outside their hub limbs begin whose flaps, so wide, are swept so far by one fold each: beyond a half turn the
 * line leans back over the hub, and shall miss the paper there.
 */
export function outOfSweeps(width: number, sweeps: readonly number[]): number {
  const most = Math.max(...sweeps.filter((s) => s < AWAY), 0);
  return 1.15 * width * Math.tan((Math.max(0, most / 2 - 90) * Math.PI) / 180) + OUT;
}

/** A gap takes at most this share of the piece. */
const MOST_GAP = 0.45;

/**
 * Folds that could turn a piece, the likely ones first. One reflection turns by twice the angle from the axis to its line;
 * two, by twice the angle from the far line to the near one.
 */
export function listTurns(bend: Bend, prefer: 'fold' | 'reverse'): Trial[] {
  const { degrees, flap, joint, next, length, passage } = bend;
  const more = { passage, tolerance: { kind: 'taste' as const, share: 0.01 } };
  const ends = [...bend.ends];
  const line = turned(joint, next, degrees / 2);
  const folds = (flap.hangs ? OUTWARD : [0]).flatMap((shift) => {
    const beyond = shift > 0 ? turned(along(joint, next, shift / length), next, degrees / 2) : line;
    return (['valley', 'mountain'] as const).map(
      (sense): Trial =>
        (id) =>
          writeStep(id, { kind: 'fold', sense, line: beyond, flap: ends, layers: 'flap' }, more),
    );
  });
  const reverses = (['inside', 'outside'] as const).map(
    (mode): Trial =>
      (id) =>
        writeStep(id, { kind: 'reverse', mode, line, flap: ends }, more),
  );
  const pull: Trial = (id) => writeStep(id, { kind: 'pull', line, flap: ends }, more);
  const crimp = (lines: [LineRef, LineRef]): Trial[] =>
    (['inside', 'outside'] as const).map(
      (mode): Trial =>
        (id) =>
          writeStep(id, { kind: 'crimp', mode, lines, flap: ends }, more),
    );
  const single = prefer === 'fold' ? [...folds, ...reverses] : [...reverses, ...folds];
  const pointed = [90, 90 + degrees / 4, 90 + degrees / 2].flatMap((near) =>
    crimp([turned(joint, next, near), turned(joint, next, near - degrees / 2)]),
  );
  // Two lines a gap apart turn a flap with paper on both sides of its axis; they may not meet within it.
  const isApart = isTurnedAway(flap, degrees);
  const halves = isApart ? GAPS : HALVES;
  const apart = (isApart ? SHIFTS : [0]).flatMap((shift) =>
    halves.flatMap((half): Trial[] => {
      const share = gapOf(flap, degrees, half) / length;
      if (share > MOST_GAP) return [];
      const out = shift / length;
      const lines: [LineRef, LineRef] = [
        turned(out > 0 ? along(joint, next, out) : joint, next, 90 + degrees / 4),
        turned(along(joint, next, out + share), next, 90 - degrees / 4),
      ];
      const pleats = (['valley', 'mountain'] as const).map(
        (sense): Trial =>
          (id) =>
            writeStep(id, { kind: 'pleat', sense, lines, flap: ends, layers: 'flap' }, more),
      );
      return isApart || bend.isThick ? pleats : [...pleats, ...crimp(lines)];
    }),
  );
  if (isApart) return [...apart, ...single];
  // A fold so slim would leave a spike.
  if (bend.isOwn && flap.hangs && Math.abs(degrees) < SLIM) return [...apart, ...single, pull];
  // Crimps are slow to refuse in thick paper, and hardly ever made there.
  if (bend.isThick) return Math.abs(degrees) < SMALL ? [...single, ...apart, pull] : [...single, pull];
  if (bend.isOwn && flap.hangs) return [...single, pull, ...pointed, ...apart];
  if (Math.abs(degrees) < SMALL) return [...pointed, ...apart, ...single, pull];
  return [...single, pull, ...pointed];
}
