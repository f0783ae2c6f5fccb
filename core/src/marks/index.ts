/**
 * Room: marks found by folding. Constructions of a fraction of an edge as real steps, what they cost in creases, and
 * how far a folder's slips move the mark (numerical Jacobian over a replay); and the table of everything a few single
 * folds can make on a sheet, asked for the best way to any place or line. Positions in sheet sides, errors in mm.
 */
export type { AlignmentSigma, Checked, LearnedSlip } from './accuracy.ts';
export { defaultSigma, learnHand, learnSlip, scaleHand } from './accuracy.ts';
export type { CheckPoint, PlaceError, WholeAccuracy } from './whole.ts';
export { judgeSequence } from './whole.ts';
export { effectOf, mostReplays, trySlips } from './attempts.ts';
export { spotsOf, watchesOf } from './watch.ts';
export type { Construction, MarkAsk } from './constructions.ts';
export { constructMark } from './constructions.ts';
export type { JudgedConstruction } from './judge.ts';
export { judgeConstruction } from './judge.ts';
export type { MarkWish } from './wish.ts';
export { findWays, readWish } from './wish.ts';
export { MarkTable } from './table.ts';
export { canDeepen, deepen } from './tables.ts';
export type { MarkAnswer, MarkTarget } from './search.ts';
export { findMark } from './search.ts';
export type { WrittenTarget } from './proof.ts';
export { proveExact } from './proof.ts';
export { amplificationOf } from './slips.ts';
export { writeMark } from './write.ts';
export type { HalvingAsk } from './halving.ts';
export { halvingsFor, halvingsFrom, halvingsNear, halvingsTo, writeHalvings } from './halving.ts';
export type { DivideAsk, DividedWay, JudgedDivision } from './divide.ts';
export { divideEdge, judgeDivision } from './divide.ts';
export type { ClearParts } from './clear.ts';
export { middleThird } from './clear.ts';
