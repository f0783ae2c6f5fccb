import { alignmentsOf } from '../kinds/index.ts';
import { type Line, type Point, slipLine } from '../geometry/index.ts';
import type { LineRef } from '../references/index.ts';
import { type Replay, type Sequence, type Step, replaySequence } from '../sequence/index.ts';

/** A folder's slips per kind of alignment, one standard deviation in mm: rules of thumb until a drill teaches better. */
export interface AlignmentSigma {
  readonly edgeToEdge: number;
  readonly pointToPoint: number;
  readonly throughMarks: number;
  readonly byEye: number;
  readonly guess: number;
}

export const defaultSigma: AlignmentSigma = {
  edgeToEdge: 0.25,
  pointToPoint: 0.3,
  throughMarks: 0.4,
  byEye: 1,
  guess: 8,
};

const PROBE = 1e-5;
/** Tolerances under this share of the side are an eye's, not a guess's. */
const BY_EYE = 0.01;

/** So many folds of a drill, or checks at the bench, weigh as much as what was known before. */
const DRILL_WEIGHT = 4;

/** A folder's slip from what was measured in a drill. */
export interface LearnedSlip {
  /** Root mean square of the misses alone, in mm. */
  readonly measuredMm: number;
  /** The same with the rule of thumb counted as a few folds: few folds change it little. */
  readonly slipMm: number;
}

/**
 * One alignment folded some times and each miss measured in mm: the slip (one standard deviation) they speak for, with the
 * rule of thumb as what is known before. Undefined without a miss.
 */
export function learnSlip(ruleMm: number, missesMm: readonly number[]): LearnedSlip | undefined {
  if (missesMm.length === 0) return undefined;
  const squares = missesMm.reduce((sum, m) => sum + m * m, 0);
  return {
    measuredMm: Math.sqrt(squares / missesMm.length),
    slipMm: Math.sqrt((squares + DRILL_WEIGHT * ruleMm ** 2) / (missesMm.length + DRILL_WEIGHT)),
  };
}

/** What was found where a folder stopped to check, in mm. */
export interface Checked {
  readonly expectedMm: number;
  readonly missMm: number;
}

/**
 * How much larger (or smaller) a hand's slips are than they were taken to be, from checks: the root mean square of what was
 * missed against what was foreseen, with a few checks as foreseen counted for what is known before. 1 without a check.
 */
export function learnHand(checks: readonly Checked[]): number {
  const squares = checks.reduce((sum, c) => sum + (c.missMm / c.expectedMm) ** 2, 0);
  return Math.sqrt((squares + DRILL_WEIGHT) / (checks.length + DRILL_WEIGHT));
}

/** All slips of a hand taken so much larger; none below a hundredth of a millimetre. */
export function scaleHand(sigma: AlignmentSigma, factor: number): AlignmentSigma {
  const scaled = (mm: number): number => Math.max(0.01, Math.round(mm * factor * 100) / 100);
  return {
    edgeToEdge: scaled(sigma.edgeToEdge),
    pointToPoint: scaled(sigma.pointToPoint),
    throughMarks: scaled(sigma.throughMarks),
    byEye: scaled(sigma.byEye),
    guess: scaled(sigma.guess),
  };
}

/**
 * How far each measured place moves for one unit of slip at the crease ends of each line the step is aligned by, one list a
 * line: each end is displaced in turn and what follows replayed; root sum square of both. Empty where the step is aligned by
 * nothing of its own.
 */
export function slipsOf(
  sequence: Sequence,
  replay: Replay,
  number: number,
  placesIn: (r: Replay) => readonly number[],
): number[][] {
  const exact = placesIn(replay);
  return alignmentsOf(sequence.steps[number - 1]!.move).map((_, line) => {
    const moved = (
      [
        [PROBE, 0],
        [0, PROBE],
      ] as const
    ).map((ends) => placesIn(slipped(sequence, replay, { number, line }, ends)));
    return exact.map((at, k) => Math.hypot(...moved.map((m) => (m[k]! - at) / PROBE)));
  });
}

/** How far the two ends of a crease are displaced, in sheet sides: half a side from the middle of the sheet, one each way. */
export type EndSlip = readonly [number, number];

/** A line a step is aligned by: the step's number, and which of its lines, from 0. */
export interface Aligned {
  readonly number: number;
  readonly line: number;
}

/** The sequence folded again with the ends of a step's crease displaced; `stops` where a later step does not fold with it. */
export function slipped(
  sequence: Sequence,
  replay: Replay,
  { number, line: which }: Aligned,
  [one, other]: EndSlip,
  stops = false,
): Replay {
  const middle: Point = [0.5, 0.5];
  const moved = (line: Line, index: number): Line =>
    index === which
      ? slipLine(line, middle, (one + other) / 2, (Math.atan(one - other) * 180) / Math.PI)
      : line;
  return replaySequence(sequence, replay, { step: number, moved, stops });
}

/**
 * The slips of every step, in mm by the folder's sigma of each alignment, root sum square over the lines of a step. Cost: two
 * replays a line.
 */
export function slipErrors(
  sequence: Sequence,
  replay: Replay,
  placesIn: (r: Replay) => readonly number[],
  sigma: AlignmentSigma,
): number[][] {
  const none = placesIn(replay).map(() => 0);
  return sequence.steps.map((step, i) => {
    const mm = sigmasOf(step, sigma);
    const slips = slipsOf(sequence, replay, i + 1, placesIn);
    return none.map((_, k) => Math.hypot(0, ...slips.map((v, line) => v[k]! * mm[line]!)));
  });
}

/**
 * One standard deviation in mm for each line a step is aligned by. A point brought onto another with a gap e puts the crease
 * e / 2 off; a crease through marks is off by all of it.
 */
export function sigmasOf(step: Pick<Step, 'move' | 'tolerance'>, sigma: AlignmentSigma): number[] {
  return alignmentsOf(step.move).map((line) => {
    // What is within a millimetre or so by eye is no mere guess.
    if (step.tolerance.kind === 'taste') return step.tolerance.share < BY_EYE ? sigma.byEye : sigma.guess;
    return sigmaOfLine(line, sigma);
  });
}

function sigmaOfLine(line: LineRef, sigma: AlignmentSigma): number {
  switch (line.kind) {
    case 'onto':
    case 'landing':
    case 'ontoBoth':
      return sigma.pointToPoint / 2;
    case 'lineOnto':
    case 'bisector':
      return sigma.edgeToEdge / 2;
    case 'across':
    case 'beside':
    case 'through':
    case 'mirrored':
    case 'crease':
      return sigma.throughMarks;
    case 'turned':
      return sigma.byEye;
  }
}
