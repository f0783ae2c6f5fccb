/**
 * Room: marks found by folding. Constructions of a fraction of an edge as real steps, what they cost in creases, and
 * how far a folder's slips move the mark (numerical Jacobian over a replay). Positions in sheet sides, errors in mm.
 */
export type { Construction, MarkAsk, AlignmentSigma, JudgedConstruction } from './constructions.ts';
export { constructMark, judgeConstruction, defaultSigma } from './constructions.ts';
