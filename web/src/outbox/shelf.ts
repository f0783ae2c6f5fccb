import { DOCUMENT_VERSION, type DocumentKind, documentKinds, readDocument } from '@jade/core/documents';
import { type Aside, type Entry, keyOf } from './entry.ts';

/** The part of the browser's storage that is used. */
export type Storage = Pick<globalThis.Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

/** A copy in the browser that this version cannot read; it stays, and can be downloaded. */
export interface UnreadCopy {
  readonly place: string;
  readonly why: string;
}

interface Found {
  readonly tab: string;
  readonly entry: Entry;
}

const PREFIX = 'jade-kite:unsent:';
const ASIDE = 'jade-kite:aside:';
/** Copies as they were kept before entries had a tab: a plan on a revision, and a run at the bench. */
const OLD_PLAN = 'jade-kite-draft-';
const OLD_RUN = 'jade-kite-run-';
/** The tab old copies belong to: one that is closed. */
const OLD_TAB = 'before';

/**
 * Unsent changes in the browser's storage, written before anything else happens to them: one place for each tab and
 * document, so that two tabs never write over each other. What cannot be read stays as it is.
 */
export class Shelf {
  private readonly storage: Storage;
  constructor(storage: Storage) {
    this.storage = storage;
  }

  /** False where the browser has no room or gives none. */
  put(tab: string, entry: Entry): boolean {
    return this.write(
      this.placeOf(tab, entry),
      JSON.stringify({
        version: DOCUMENT_VERSION,
        kind: entry.kind,
        owner: entry.owner,
        id: entry.id,
        base: entry.base,
        mine: entry.mine,
        at: entry.at,
      }),
    );
  }

  drop(tab: string, entry: Pick<Entry, 'kind' | 'owner' | 'id'>): void {
    this.storage.removeItem(this.placeOf(tab, entry));
  }

  /** All entries that can be read, the oldest change first, and those that cannot. */
  list(): { found: readonly Found[]; unread: readonly UnreadCopy[] } {
    const found: Found[] = [];
    const unread: UnreadCopy[] = [];
    for (const place of this.places()) {
      if (!place.startsWith(PREFIX) && !place.startsWith(OLD_PLAN) && !place.startsWith(OLD_RUN)) continue;
      const read = readPlace(place, this.storage.getItem(place) ?? '');
      if (read === undefined) continue;
      if ('why' in read) unread.push({ place, why: read.why });
      else found.push(read);
    }
    return { found: found.sort((a, b) => a.entry.at.localeCompare(b.entry.at)), unread };
  }

  /** Takes an entry of a tab that is gone over into this one; the first is gone when the second is written. */
  adopt({ tab, entry }: Found, mine: string): boolean {
    if (!this.put(mine, entry)) return false;
    if (tab === OLD_TAB) {
      this.storage.removeItem(OLD_PLAN + entry.id);
      if (entry.kind === 'run') this.storage.removeItem(OLD_RUN + entry.owner);
    }
    this.drop(tab, entry);
    return true;
  }

  /** What was written at a place, as it is. */
  raw = (place: string): string => this.storage.getItem(place) ?? '';
  forget = (place: string): void => this.storage.removeItem(place);

  putAside(aside: Aside): boolean {
    return this.write(ASIDE + aside.asideId, JSON.stringify(aside));
  }
  dropAside = (asideId: string): void => this.storage.removeItem(ASIDE + asideId);
  listAsides(): Aside[] {
    return this.places()
      .filter((p) => p.startsWith(ASIDE))
      .flatMap((p) => {
        try {
          return [JSON.parse(this.storage.getItem(p) ?? '') as Aside];
        } catch {
          return [];
        }
      });
  }

  private places(): string[] {
    return Array.from({ length: this.storage.length }, (_, i) => this.storage.key(i) ?? '');
  }

  private placeOf(tab: string, entry: Pick<Entry, 'kind' | 'owner' | 'id'>): string {
    return `${PREFIX}${tab}:${keyOf(entry)}`;
  }

  private write(place: string, text: string): boolean {
    try {
      this.storage.setItem(place, text);
      return true;
    } catch {
      return false;
    }
  }
}

type Read = Found | { readonly why: string } | undefined;

function readPlace(place: string, text: string): Read {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { why: 'It is not JSON.' };
  }
  if (value === null) return undefined;
  if (place.startsWith(OLD_PLAN)) return readOldPlan(place.slice(OLD_PLAN.length), value);
  if (place.startsWith(OLD_RUN)) return readOldRun(place.slice(OLD_RUN.length), value);
  return readEntry(place.slice(PREFIX.length).split(':')[0]!, value);
}

function readEntry(tab: string, value: unknown): Read {
  const raw = value as Partial<Entry> & { version?: unknown };
  const kind = documentKinds.find((k) => k === raw.kind);
  if (!kind || typeof raw.id !== 'string' || typeof raw.owner !== 'string' || typeof raw.base !== 'object')
    return { why: 'It does not say what it is a change of.' };
  const mine = readOrNull(kind, raw.version, raw.mine);
  if ('why' in mine) return mine;
  // A base that cannot be read is as good as none: it is fetched from the server by its revision.
  const base = readOrNull(kind, raw.version, raw.base?.document);
  return {
    tab,
    entry: {
      kind,
      owner: raw.owner,
      id: raw.id,
      base: {
        revision: Number(raw.base?.revision) || 0,
        document: 'document' in base ? base.document : null,
      },
      mine: mine.document,
      at: typeof raw.at === 'string' ? raw.at : '',
    },
  };
}

function readOrNull(
  kind: DocumentKind,
  version: unknown,
  value: unknown,
): { document: Entry['mine'] } | { why: string } {
  if (value === null || value === undefined) return { document: null };
  const read = readDocument(kind, version, value);
  return read.ok ? { document: read.value } : { why: read.fault[0]?.text ?? 'It cannot be read.' };
}

function readOldPlan(id: string, value: unknown): Read {
  const { revision, plan } = value as { revision?: unknown; plan?: unknown };
  const read = readDocument('plan', 1, plan);
  if (!read.ok) return { why: read.fault[0]?.text ?? 'It cannot be read.' };
  const base = { revision: Number(revision) || 0, document: null };
  return { tab: OLD_TAB, entry: { kind: 'plan', owner: '', id, base, mine: read.value, at: '' } };
}

function readOldRun(planId: string, value: unknown): Read {
  const read = readDocument('run', 1, value);
  if (!read.ok) return { why: read.fault[0]?.text ?? 'It cannot be read.' };
  const base = { revision: 0, document: null };
  return {
    tab: OLD_TAB,
    entry: { kind: 'run', owner: planId, id: read.value.id, base, mine: read.value, at: '' },
  };
}
