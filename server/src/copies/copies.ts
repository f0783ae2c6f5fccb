import { existsSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import type { Archived } from '../archive/index.ts';
import type { Store } from '../db/index.ts';
import { HttpFault, badInput } from '../http/index.ts';

/** Daily copies are kept for so many days. */
const KEPT_DAYS = 14;
const DAY_MS = 24 * 3_600_000;

/** A copy beside the database: of a day, or from before it was migrated. */
export interface Copy {
  readonly name: string;
  readonly kind: 'daily' | 'before';
  readonly at: string;
  readonly bytes: number;
}

const nameOf = (file: string, day: string): string => `${basename(file)}.daily-${day}.copy`;

/** Every copy beside the database, the newest first. */
export function listCopies({ file }: Pick<Store, 'file'>): Copy[] {
  const folder = dirname(file);
  if (file === ':memory:' || !existsSync(folder)) return [];
  const own = basename(file);
  return readdirSync(folder)
    .flatMap((name): Copy[] => {
      const kind = name.startsWith(`${own}.daily-`) && name.endsWith('.copy') ? 'daily' : 'before';
      if (kind === 'before' && !(name.startsWith(`${own}.before-`) && name.endsWith('.backup'))) return [];
      const { mtime, size } = statSync(join(folder, name));
      return [{ name, kind, at: mtime.toISOString(), bytes: size }];
    })
    .sort((a, b) => b.at.localeCompare(a.at));
}

/** Makes the copy of a day, once, and removes daily ones that are too old. Written whole before it has its name. */
export function makeDailyCopy(store: Pick<Store, 'file' | 'copyTo'>, now: Date): void {
  if (store.file === ':memory:') return;
  const folder = dirname(store.file);
  const target = join(folder, nameOf(store.file, now.toISOString().slice(0, 10)));
  if (!existsSync(target)) {
    const unfinished = `${target}.unfinished`;
    rmSync(unfinished, { force: true });
    store.copyTo(unfinished);
    renameSync(unfinished, target);
  }
  const oldest = nameOf(store.file, new Date(now.getTime() - KEPT_DAYS * DAY_MS).toISOString().slice(0, 10));
  for (const { name, kind } of listCopies(store))
    if (kind === 'daily' && name < oldest) rmSync(join(folder, name));
}

/** What a copy holds, to be compared and taken in as an archive is. */
export function readCopy(store: Pick<Store, 'file'>, name: string): Archived[] {
  if (!listCopies(store).some((c) => c.name === name)) throw new HttpFault('not-found');
  const path = join(dirname(store.file), name);
  let sqlite: Database.Database | undefined;
  try {
    sqlite = new Database(path, { readonly: true, fileMustExist: true });
    const plans = sqlite
      .prepare(
        "select 'plan' as kind, '' as owner, id, version, document from plans where deleted_at is null",
      )
      .all() as Archived[];
    const records = sqlite
      .prepare('select kind, owner, id, version, document from records where deleted_at is null')
      .all() as Archived[];
    return [...plans, ...records];
  } catch (error) {
    throw badInput(
      'copy',
      `The copy ${name} cannot be read by this version (${error instanceof Error ? error.message : String(error)}); it stays where it is, in ${dirname(store.file)}.`,
    );
  } finally {
    sqlite?.close();
  }
}
