/** What SQLite says when the file or the disk under it gives out, and what a person reads. */
const SENTENCES = {
  'disk-full':
    'The disk is full: nothing was changed. Free some space; what was sent is kept in the browser and sent again.',
  'read-only':
    'The file of the plans cannot be written to: nothing was changed. Give it back its right to be written, or the folder it lies in.',
  damaged:
    'The file of the plans is damaged: nothing was changed. Stop the server and put a backup in its place.',
  busy: 'Another program holds the file of the plans: nothing was changed. Close it; what was sent is kept in the browser and sent again.',
} as const;
export type StorageTrouble = keyof typeof SENTENCES;

export const sayTrouble = (trouble: StorageTrouble): string => SENTENCES[trouble];

const CODES: readonly (readonly [prefix: string, trouble: StorageTrouble])[] = [
  ['SQLITE_FULL', 'disk-full'],
  ['ENOSPC', 'disk-full'],
  ['SQLITE_READONLY', 'read-only'],
  ['SQLITE_PERM', 'read-only'],
  ['SQLITE_CANTOPEN', 'read-only'],
  ['EACCES', 'read-only'],
  ['EROFS', 'read-only'],
  ['SQLITE_CORRUPT', 'damaged'],
  ['SQLITE_NOTADB', 'damaged'],
  ['SQLITE_IOERR', 'damaged'],
  ['SQLITE_BUSY', 'busy'],
  ['SQLITE_LOCKED', 'busy'],
];

/** The trouble an error of the store stands for; undefined where it is another. A full disk can hide in an I/O error. */
export function troubleOf(error: unknown): StorageTrouble | undefined {
  for (let e = error; e instanceof Error; e = e.cause) {
    const { code } = e as { code?: unknown };
    if (typeof code !== 'string') continue;
    const known = CODES.find(([prefix]) => code.startsWith(prefix));
    if (known) return known[1];
  }
  return undefined;
}

/** The file cannot be used; the message is one sentence with what happened and the remedy. The file was not changed. */
export class StoreFault extends Error {}
