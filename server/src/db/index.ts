/** Room: the one SQLite file. Opens it, backs it up before a migration, migrates in a transaction, closes it. */
export type { Store } from './open.ts';
export { openStore } from './open.ts';
export * as tables from './schema.ts';
