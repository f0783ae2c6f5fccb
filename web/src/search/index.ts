/** Room: long searches in workers of their own, with progress, stopped when asked with the best so far. */
export type { DraftCard, JudgedPacking, OwnRow, PackingRequest } from './worker.ts';
export type { Search } from './client.ts';
export { startDrafting, startFitting, startPacking } from './client.ts';
