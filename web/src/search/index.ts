/** Room: long searches in workers of their own, with progress, stopped when asked with the best so far. */
export type { DraftCard, JudgedPacking, OwnRow, OwnRows, PackingRequest, PartedRow } from './worker.ts';
export type { Search } from './client.ts';
export { startDrafting, startFitting, startPacking, startParting, startPressing } from './client.ts';
