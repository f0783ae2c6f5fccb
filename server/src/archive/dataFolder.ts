import { existsSync } from 'node:fs';
import Database from 'better-sqlite3';
import { openStore } from '../db/index.ts';
import { HttpFault } from '../http/index.ts';
import { packArchive, unpackArchive } from './file.ts';
import { type ArchiveLook, type Keeping, buildArchiveStore } from './store.ts';

/** Why the data folder cannot be used as it was asked; the message is one sentence. */
export class FolderFault extends Error {}

/** Whether another program (the server) has the file open: its log can only be folded in by who is alone. */
function isInUse(file: string): boolean {
  const sqlite = new Database(file, { timeout: 0 });
  try {
    return sqlite.pragma('journal_mode = DELETE', { simple: true }) !== 'delete';
  } catch (error) {
    if (String((error as { code?: unknown }).code).startsWith('SQLITE_BUSY')) return true;
    throw error;
  } finally {
    sqlite.close();
  }
}

function mustBeFree(file: string): void {
  if (existsSync(file) && isInUse(file))
    throw new FolderFault(
      `${file} is in use by the server; stop it first, or save and take in under Settings.`,
    );
}

/** Everything of a database file as an archive. */
export async function saveFolder(file: string, now: Date): Promise<{ bytes: Buffer; documents: number }> {
  if (!existsSync(file)) throw new FolderFault(`${file} is not there; nothing was kept yet.`);
  mustBeFree(file);
  const store = openStore(file);
  try {
    const documents = buildArchiveStore(store).list();
    return { bytes: await packArchive(documents, now), documents: documents.length };
  } finally {
    store.close();
  }
}

/** Takes an archive into a database file, which is made where it is not there: all of it or nothing. */
export async function takeIntoFolder(file: string, bytes: Uint8Array, keep: Keeping): Promise<ArchiveLook> {
  mustBeFree(file);
  const documents = await unpackArchive(bytes).catch((error: unknown) => {
    const issues = error instanceof HttpFault ? (error.details.issues as { text: string }[]) : undefined;
    throw issues?.[0] ? new FolderFault(issues[0].text) : error;
  });
  const store = openStore(file);
  try {
    const archive = buildArchiveStore(store);
    const look = archive.look(documents);
    archive.take(documents, keep);
    return look;
  } finally {
    store.close();
  }
}
