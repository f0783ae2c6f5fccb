/** Room: long searches in workers of their own, with progress, stopped when asked with the best so far. */
export type { DraftCard, JudgedPacking, PackingRequest } from './worker.ts';
export type { Search } from './client.ts';
export { startDrafting, startPacking } from './client.ts';
