/**
 * Room: marks found by folding. Constructions of a fraction of an edge as real steps, what they cost in creases, and
 * how far a folder's slips move the mark (numerical Jacobian over a replay); and the table of everything a few single
 * folds can make on a sheet, asked for the best way to any place or line. Positions in sheet sides, errors in mm.
 */
export type { Construction, MarkAsk, AlignmentSigma, JudgedConstruction } from './constructions.ts';
export { constructMark, judgeConstruction, defaultSigma } from './constructions.ts';
export { MarkTable } from './table.ts';
export type { MarkAnswer, MarkTarget } from './search.ts';
export { findMark } from './search.ts';
export { amplificationOf } from './slips.ts';
export { writeMark } from './write.ts';
export type { HalvingAsk } from './halving.ts';
export { halvingsFor, halvingsFrom, halvingsTo, writeHalvings } from './halving.ts';
export type { DivideAsk, DividedWay, JudgedDivision } from './divide.ts';
export { divideEdge, judgeDivision } from './divide.ts';
export { middleThird } from './clear.ts';
