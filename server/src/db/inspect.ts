import { closeSync, openSync, readSync, readdirSync, statSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { StoreFault } from './fault.ts';

/** Written into the head of every file of ours, "JKit", so that another program's is told apart. */
export const APPLICATION_ID = 0x4a4b6974;

const MAGIC = 'SQLite format 3\0';

interface Inspected {
  /** The file was made by this program and has migrations of its own. */
  readonly isOurs: boolean;
  /** Migrations the file has seen. */
  readonly seen: number;
}

/**
 * Looks at a file without changing it. Throws a StoreFault for a folder, a file that is no database, a damaged one, one of
 * another program, and one written by a newer version of this one.
 */
export function inspectFile(file: string, migrations: readonly { readonly when: number }[]): Inspected {
  const { size } = readHead(file);
  if (size === 0) return { isOurs: false, seen: 0 };
  let sqlite: Database.Database | undefined;
  try {
    sqlite = new Database(file, { readonly: true, fileMustExist: true });
    const sound = sqlite.pragma('quick_check(1)', { simple: true });
    if (sound !== 'ok') throw new StoreFault(sayDamaged(file, String(sound)));
    return inspectTables(sqlite, file, migrations);
  } catch (error) {
    if (error instanceof StoreFault) throw error;
    throw new StoreFault(sayDamaged(file, error instanceof Error ? error.message : String(error)));
  } finally {
    sqlite?.close();
  }
}

function readHead(file: string): { size: number } {
  const { size, isFolder } = statOf(file);
  if (isFolder)
    throw new StoreFault(
      `${file} is a folder; set DB_FILE to a file, such as ${join(file, 'plans.sqlite')}.`,
    );
  if (size === 0) return { size };
  const head = Buffer.alloc(MAGIC.length);
  try {
    const handle = openSync(file, 'r');
    readSync(handle, head, 0, head.length, 0);
    closeSync(handle);
  } catch {
    throw new StoreFault(`${file} cannot be read; give the one who starts the server the right to.`);
  }
  if (head.toString('latin1') !== MAGIC)
    throw new StoreFault(
      `${file} is not a file of plans, or its beginning is damaged; it was left as it is. Set DB_FILE to another file${sayBackup(file)}.`,
    );
  return { size };
}

function statOf(file: string): { size: number; isFolder: boolean } {
  const stat = statSync(file);
  return { size: stat.size, isFolder: stat.isDirectory() };
}

function inspectTables(
  sqlite: Database.Database,
  file: string,
  migrations: readonly { readonly when: number }[],
): Inspected {
  const tables = new Set(
    (sqlite.prepare("select name from sqlite_master where type = 'table'").all() as { name: string }[]).map(
      (t) => t.name,
    ),
  );
  const id = sqlite.pragma('application_id', { simple: true }) as number;
  const isNamed = id === APPLICATION_ID;
  // Files of before the name was written into them are known by what lies in them.
  const isKnown = id === 0 && ['__drizzle_migrations', 'plans', 'plan_revisions'].every((t) => tables.has(t));
  if (!isNamed && !isKnown) {
    if (id === 0 && tables.size === 0) return { isOurs: false, seen: 0 };
    throw new StoreFault(
      `${file} belongs to another program; it was left as it is. Set DB_FILE to a file of its own for the plans.`,
    );
  }
  const seen = tables.has('__drizzle_migrations')
    ? (sqlite.prepare('select count(*) as n, max(created_at) as newest from __drizzle_migrations').get() as {
        n: number;
        newest: number | null;
      })
    : { n: 0, newest: null };
  if (seen.n > migrations.length || (seen.newest ?? 0) > (migrations.at(-1)?.when ?? 0))
    throw new StoreFault(
      `${file} was written by a newer version of this program; it was left as it is. Start that version, or set DB_FILE to another file${sayBackup(file)}.`,
    );
  return { isOurs: true, seen: seen.n };
}

const sayDamaged = (file: string, what: string): string =>
  `${file} is damaged (${what.replace(/\s+/g, ' ').slice(0, 120)}); it was left as it is. Move it away, and put a copy in its place${sayBackup(file)}.`;

/** The newest copy that was kept before a migration, where there is one. */
function sayBackup(file: string): string {
  try {
    const copies = readdirSync(dirname(file))
      .filter((f) => f.startsWith(`${basename(file)}.before-`) && f.endsWith('.backup'))
      .sort();
    const newest = copies.at(-1);
    return newest ? `; the newest copy is ${join(dirname(file), newest)}` : '';
  } catch {
    return '';
  }
}
