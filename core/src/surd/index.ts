/**
 * Room: exact numbers of folding. What single folds make is built from rationals by + - * /, square roots and roots of
 * cubics, so whether two of them are equal can be decided and need not be measured.
 */
export type { Surd } from './tower.ts';
export { Tower } from './tower.ts';
export { readSurd } from './read.ts';
