/**
 * Room: the smallest sheet a figure could have at all. Tips of flaps are packed on the sheet so that each two lie at least
 * their distance in the figure apart (circle-river packing); a bound for every base, with its own check.
 */
export type { PackingTask, PackingSymmetry } from './layout.ts';
export { mirrorOf } from './layout.ts';
export type { Packing } from './pack.ts';
export { PACKING_HOPS, pack, spareOf } from './pack.ts';
export type { RaiseTask } from './raise.ts';
export { raise } from './raise.ts';
export type { PackingProof } from './proof.ts';
export { provePacking } from './proof.ts';
