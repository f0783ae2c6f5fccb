/** Room: long searches in workers of their own, with progress, stopped when asked with the best so far. */
export type { JudgedPacking, PackingRequest } from './worker.ts';
export type { Search } from './client.ts';
export { startPacking } from './client.ts';
