import type { BaseFlap } from '../bases/index.ts';
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
  /** The limb's end, not the flap's corner: what is over may be folded back behind the line. */
  readonly end: PointRef;
}

/** One fold that could make a turn; the engine says whether it can be folded. */
export type Trial = (id: string) => Step;

/** Turns under so many degrees are made by two folds; under so many they may be. */
export const SMALL = 50;
const WIDE = 110;
/** Half widths between which two folds do not meet, tried one after the other; for a one-sided flap of its one side. */
const HALVES = [0.1, 0.2, 0.4];
const GAPS = [0.8, 0.9, 1];
/** One-sided flaps are folded so far outside their hub (sheet sides). */
export const OUT = 0.008;
/** Where else outside it they are tried, beyond that. */
const SHIFTS = [0, 0.005, 0.012];

/** Distance between two such folds that keeps them from meeting within a flap of a share of its width to each side. */
const gapOf = (flap: BaseFlap, turn: number, half: number): number =>
  2.3 * half * flap.width * Math.tan((Math.abs(turn) * Math.PI) / 720) + 0.002;

/** A flap that hangs from its axis and turns away from its paper: only two folds a gap apart can do it. */
export const isTurnedAway = ({ hangs }: BaseFlap, turn: number): boolean =>
  hangs === (turn > 0 ? 'right' : 'left') && Math.abs(turn) > STRAIGHT && Math.abs(turn) < WIDE;

/** Paper a turn uses up: two folds a gap apart shorten the flap by twice the gap. */
export function paperOfTurn(flap: BaseFlap, turn: number): number {
  if (isTurnedAway(flap, turn)) return 2 * gapOf(flap, turn, GAPS.at(-1)!);
  // Towards all its paper a flap is crimped to a point on its axis.
  const isSmall = Math.abs(turn) > STRAIGHT && Math.abs(turn) < SMALL;
  return isSmall && !flap.hangs ? 0.8 * 2 * gapOf(flap, turn, 0.4) : 0;
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
  const ends = [bend.end];
  const line = turned(joint, next, degrees / 2);
  const folds = (['valley', 'mountain'] as const).map(
    (sense): Trial =>
      (id) =>
        writeStep(id, { kind: 'fold', sense, line, flap: ends, layers: 'flap' }, more),
  );
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
      return isApart ? pleats : [...pleats, ...crimp(lines)];
    }),
  );
  if (isApart) return [...apart, ...single];
  if (Math.abs(degrees) < SMALL) return [...pointed, ...apart, ...single, pull];
  return [...single, pull, ...pointed];
}
