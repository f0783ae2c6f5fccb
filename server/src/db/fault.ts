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

/** Causes looked through, one below the other. */
const DEEPEST = 8;

/** The trouble an error of the store stands for; undefined where it is another. A full disk can hide in an I/O error. */
export function troubleOf(error: unknown): StorageTrouble | undefined {
  // By shape, not by class: the driver makes its errors from the Error of whoever loaded it first.
  let e: unknown = error;
  for (let depth = 0; depth < DEEPEST && typeof e === 'object' && e !== null; depth++) {
    const { code, cause } = e as { code?: unknown; cause?: unknown };
    const known = typeof code === 'string' ? CODES.find(([prefix]) => code.startsWith(prefix)) : undefined;
    if (known) return known[1];
    e = cause;
  }
  return undefined;
}

/** The file cannot be used; the message is one sentence with what happened and the remedy. The file was not changed. */
export class StoreFault extends Error {}
