/** Room: what is kept beside the plans: bench runs, diary entries, papers of the drawer, the settings. */
export type { RecordStores } from './store.ts';
export { buildRecordStores } from './store.ts';
export type { RecordKind } from './kinds.ts';
export { recordKinds } from './kinds.ts';
export { recordRoutes } from './routes.ts';
