/** Room: what happened to a plan: bench runs and diary entries, kept beside it and written whole. */
export type { RecordStore } from './store.ts';
export { buildRunStore, buildDiaryStore } from './store.ts';
export { recordRoutes } from './routes.ts';
