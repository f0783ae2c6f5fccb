/**
 * Room: a folder's slips. How far the slips of each alignment move what follows, by folding the sequence again with a crease
 * displaced; what a drill and checks teach about a hand; where a whole sequence should be checked. Errors in mm.
 */
export type { AlignmentSigma, Checked, LearnedSlip } from './accuracy.ts';
export { defaultSigma, learnHand, learnSlip, scaleHand, sigmasOf, slipErrors, slipsOf } from './accuracy.ts';
export type { CheckPoint, PlaceError, WholeAccuracy } from './whole.ts';
export { judgeSequence } from './whole.ts';
export { effectOf, mostReplays, trySlips } from './attempts.ts';
export { spotsOf, watchesOf } from './watch.ts';
export type { TasteEnd } from './taste.ts';
export { sayTasteEnd, tasteEnds } from './taste.ts';
