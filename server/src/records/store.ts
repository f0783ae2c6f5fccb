import { and, asc, eq, isNotNull, isNull } from 'drizzle-orm';
import { DOCUMENT_VERSION, type DocumentOf } from '@jade/core/documents';
import { type Store, readRow, tables } from '../db/index.ts';
import { HttpFault } from '../http/index.ts';
import { type RecordKind, recordKinds } from './kinds.ts';

/** A record as it is kept: whose it is ('' for the house's), its revision, and itself. */
export interface Kept<T> {
  readonly planId: string;
  readonly revision: number;
  /** When this revision was saved. */
  readonly updatedAt: string;
  readonly record: T;
}

/** A record that is kept and cannot be read: why, for whoever downloads it. */
export interface UnreadRecord {
  readonly kind: RecordKind;
  readonly owner: string;
  readonly id: string;
  readonly why: string;
}

const { records } = tables;
type Row = typeof records.$inferSelect;

/**
 * Records of one kind with revisions: a write names the revision it was based on, null for a new one. A stale write throws
 * an HttpFault with the newer record. What is removed goes to the bin, and a later write takes it out again.
 */
export class RecordStore<K extends RecordKind> {
  readonly kind: K;
  private readonly db: Store['db'];
  constructor(kind: K, store: Store) {
    this.kind = kind;
    this.db = store.db;
  }

  list(planId?: string): Kept<DocumentOf<K>>[] {
    return this.rows(planId).flatMap((row) => {
      const read = readRow(this.kind, row);
      return 'document' in read ? [keptOf(row, read.document)] : [];
    });
  }

  find(planId: string, id: string): Kept<DocumentOf<K>> | undefined {
    const row = this.row(planId, id);
    return row && row.deletedAt === null ? this.toKept(row) : undefined;
  }

  listUnread(): UnreadRecord[] {
    return this.rows().flatMap((row) => {
      const read = readRow(this.kind, row);
      return 'why' in read ? [{ kind: this.kind, owner: row.owner, id: row.id, why: read.why }] : [];
    });
  }

  /** What was written, as it was written. */
  raw(planId: string, id: string): string | undefined {
    return this.row(planId, id)?.document;
  }

  put(planId: string, record: DocumentOf<K>, base: number | null): Kept<DocumentOf<K>> {
    const { idOf, placeOf } = recordKinds[this.kind];
    const id = idOf(record);
    return this.db.transaction((tx) => {
      const row = this.row(planId, id);
      const isThere = row !== undefined && row.deletedAt === null;
      if (isThere && row.revision !== base) throw new HttpFault('stale', { current: this.toKept(row) });
      if (!row && base !== null && base > 0) throw new HttpFault('stale', { current: null });
      const next = {
        kind: this.kind,
        owner: planId,
        id,
        revision: (row?.revision ?? 0) + 1,
        version: DOCUMENT_VERSION,
        document: JSON.stringify(record),
        place: placeOf(record),
        updatedAt: new Date().toISOString(),
        deletedAt: null,
      };
      tx.insert(records)
        .values(next)
        .onConflictDoUpdate({ target: [records.kind, records.owner, records.id], set: next })
        .run();
      return keptOf(next, record);
    });
  }

  /** Puts it into the bin; nothing happens where it is not there. */
  remove(planId: string, id: string): void {
    this.db
      .update(records)
      .set({ deletedAt: new Date().toISOString() })
      .where(and(this.at(planId, id), isNull(records.deletedAt)))
      .run();
  }

  bringBack(planId: string, id: string): Kept<DocumentOf<K>> {
    this.db
      .update(records)
      .set({ deletedAt: null })
      .where(and(this.at(planId, id), isNotNull(records.deletedAt)))
      .run();
    const found = this.find(planId, id);
    if (!found) throw new HttpFault('not-found');
    return found;
  }

  private at(planId: string, id: string) {
    return and(eq(records.kind, this.kind), eq(records.owner, planId), eq(records.id, id));
  }

  private row(planId: string, id: string): Row | undefined {
    return this.db.select().from(records).where(this.at(planId, id)).get();
  }

  private rows(planId?: string): Row[] {
    return this.db
      .select()
      .from(records)
      .where(
        and(
          eq(records.kind, this.kind),
          isNull(records.deletedAt),
          ...(planId === undefined ? [] : [eq(records.owner, planId)]),
        ),
      )
      .orderBy(asc(records.place), asc(records.id))
      .all();
  }

  private toKept(row: Row): Kept<DocumentOf<K>> {
    const read = readRow(this.kind, row);
    if ('why' in read) throw new HttpFault('unreadable', { why: read.why });
    return keptOf(row, read.document);
  }
}

const keptOf = <T>(
  { owner, revision, updatedAt }: Pick<Row, 'owner' | 'revision' | 'updatedAt'>,
  record: T,
): Kept<T> => ({ planId: owner, revision, updatedAt, record });

/** The stores of all kinds, by kind. */
export type RecordStores = { readonly [K in RecordKind]: RecordStore<K> };

export const buildRecordStores = (store: Store): RecordStores => ({
  run: new RecordStore('run', store),
  entry: new RecordStore('entry', store),
  paper: new RecordStore('paper', store),
  photo: new RecordStore('photo', store),
  practice: new RecordStore('practice', store),
  settings: new RecordStore('settings', store),
});
