/** Room: the one SQLite file. Looks at it first, backs it up before a migration, migrates in a transaction, closes it. */
export type { Store } from './open.ts';
export { openStore } from './open.ts';
export { StoreFault, sayTrouble, troubleOf } from './fault.ts';
export { readRow } from './row.ts';
export * as tables from './schema.ts';
