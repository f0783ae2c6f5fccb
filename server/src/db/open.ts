import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import Database from 'better-sqlite3';
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import * as schema from './schema.ts';

export interface Store {
  readonly db: BetterSQLite3Database<typeof schema>;
  /** Where the backup before a migration was written, if one was needed. */
  readonly backup?: string;
  readonly close: () => void;
}

const MIGRATIONS = fileURLToPath(new URL('../../drizzle', import.meta.url));

/**
 * Opens (or makes) the database file, ':memory:' for tests. Writes go through a log that survives being killed (WAL with
 * full synchronisation), so whatever was acknowledged is there after a crash.
 */
export function openStore(file: string): Store {
  if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true });
  const existed = file !== ':memory:' && existsSync(file);
  const sqlite = new Database(file);
  for (const pragma of [
    'journal_mode = WAL',
    'synchronous = FULL',
    'foreign_keys = ON',
    'busy_timeout = 5000',
  ])
    sqlite.pragma(pragma);
  const backup = existed && countPending(sqlite) > 0 ? backUp(sqlite, file) : undefined;
  const db = drizzle({ client: sqlite, schema });
  migrate(db, { migrationsFolder: MIGRATIONS });
  return { db, ...(backup ? { backup } : {}), close: () => sqlite.close() };
}

/** Migrations on disk that this file has not seen. */
function countPending(sqlite: Database.Database): number {
  const journal = JSON.parse(readFileSync(`${MIGRATIONS}/meta/_journal.json`, 'utf8')) as {
    entries: unknown[];
  };
  const table = sqlite.prepare("select 1 from sqlite_master where name = '__drizzle_migrations'").get();
  const seen = table
    ? (sqlite.prepare('select count(*) as n from __drizzle_migrations').get() as { n: number }).n
    : 0;
  return journal.entries.length - seen;
}

function backUp(sqlite: Database.Database, file: string): string {
  const target = `${file}.before-${new Date().toISOString().replace(/[:.]/g, '-')}.backup`;
  sqlite.prepare('vacuum into ?').run(target);
  return target;
}
