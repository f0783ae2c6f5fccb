/**
 * Room: what single folds can make on an unfolded sheet. The seven alignments, the table of every crease a few folds can
 * make, the best answer in it for any place or line, proof that an answer is exact, and how far slips move it. Positions in
 * sheet sides. Knows no steps of a plan.
 */
export { SheetBounds } from './alignments.ts';
export type { Mark } from './table.ts';
export { MarkTable } from './table.ts';
export { canDeepen, deepen, tableOf, tableOfBoth } from './tables.ts';
export type { MarkAnswer, MarkTarget } from './search.ts';
export { findMark } from './search.ts';
export type { WrittenTarget } from './proof.ts';
export { proveExact } from './proof.ts';
export { amplificationOf } from './amplification.ts';
