import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import Database from 'better-sqlite3';
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { StoreFault, sayTrouble, troubleOf } from './fault.ts';
import { APPLICATION_ID, inspectFile } from './inspect.ts';
import * as schema from './schema.ts';

export interface Store {
  readonly db: BetterSQLite3Database<typeof schema>;
  /** The file all is kept in; ':memory:' in tests. */
  readonly file: string;
  /** Writes a whole copy of it to another file, which must not be there. */
  readonly copyTo: (target: string) => void;
  /** Where the backup before a migration was written, if one was needed. */
  readonly backup?: string;
  readonly close: () => void;
}

const MIGRATIONS = fileURLToPath(new URL('../../drizzle', import.meta.url));

const readJournal = (): readonly { readonly when: number }[] =>
  (
    JSON.parse(readFileSync(`${MIGRATIONS}/meta/_journal.json`, 'utf8')) as {
      entries: { when: number }[];
    }
  ).entries;

/**
 * Opens (or makes) the database file, ':memory:' for tests. Writes go through a log that survives being killed (WAL with
 * full synchronisation), so whatever was acknowledged is there after a crash. Throws a StoreFault, with the file as it
 * was, where it is damaged, another program's, a newer version's, or cannot be written.
 */
export function openStore(file: string): Store {
  const migrations = readJournal();
  const known = file === ':memory:' ? undefined : lookAt(file, migrations);
  let sqlite: Database.Database | undefined;
  try {
    sqlite = new Database(file);
    prepare(sqlite);
    const isOlder = known?.isOurs === true && known.seen < migrations.length;
    const backup = isOlder ? backUp(sqlite, file) : undefined;
    const db = drizzle({ client: sqlite, schema });
    migrate(db, { migrationsFolder: MIGRATIONS });
    sqlite.pragma(`application_id = ${APPLICATION_ID}`);
    return { db, file, ...(backup ? { backup } : {}), ...handlesOf(sqlite) };
  } catch (error) {
    sqlite?.close();
    throw toStoreFault(error, file);
  }
}

const handlesOf = (sqlite: Database.Database): Pick<Store, 'close' | 'copyTo'> => ({
  close: () => void sqlite.close(),
  copyTo: (target) => void sqlite.prepare('vacuum into ?').run(target),
});

function lookAt(file: string, migrations: readonly { readonly when: number }[]) {
  try {
    mkdirSync(dirname(file), { recursive: true });
  } catch (error) {
    const { code } = error as { code?: string };
    throw new StoreFault(
      `The folder ${dirname(file)} cannot be made (${code ?? String(error)}); set DB_FILE to a file in a folder that can be written to.`,
      { cause: error },
    );
  }
  try {
    return existsSync(file) ? inspectFile(file, migrations) : undefined;
  } catch (error) {
    throw toStoreFault(error, file);
  }
}

function prepare(sqlite: Database.Database): void {
  for (const pragma of [
    'journal_mode = WAL',
    'synchronous = FULL',
    'foreign_keys = ON',
    'busy_timeout = 5000',
  ])
    sqlite.pragma(pragma);
  // A file that cannot be written is told now, not at the first save.
  sqlite.exec('begin immediate; rollback');
}

function toStoreFault(error: unknown, file: string): unknown {
  if (error instanceof StoreFault) return error;
  const trouble = troubleOf(error);
  return trouble ? new StoreFault(`${file}: ${sayTrouble(trouble)}`, { cause: error }) : error;
}

function backUp(sqlite: Database.Database, file: string): string {
  const target = `${file}.before-${new Date().toISOString().replace(/[:.]/g, '-')}.backup`;
  sqlite.prepare('vacuum into ?').run(target);
  return target;
}
