/**
 * Room: exact numbers of folding. What single folds make (all but the one that solves a cubic) is built from rationals by
 * + - * / and square roots, so whether two of them are equal can be decided and need not be measured.
 */
export type { Surd } from './tower.ts';
export { Tower } from './tower.ts';
export { readSurd } from './read.ts';
