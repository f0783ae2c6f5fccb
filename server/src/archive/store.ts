import { randomUUID } from 'node:crypto';
import { and, eq, isNull } from 'drizzle-orm';
import { DOCUMENT_VERSION, type DocumentKind, wordOfKind } from '@jade/core/documents';
import { type Store, readRow, tables } from '../db/index.ts';
import { recordKinds } from '../records/index.ts';
import type { Archived } from './file.ts';

/** What is done where something is there already and is not the same. */
export const keepings = ['mine', 'theirs', 'both'] as const;
export type Keeping = (typeof keepings)[number];

/** What taking an archive in would change, before anything is. */
export interface ArchiveLook {
  readonly isNew: number;
  readonly same: number;
  /** Kept here and in the archive, and not the same: what each is called. */
  readonly differs: readonly { readonly word: string; readonly name: string }[];
  /** Documents this version cannot read: they are kept as they are, and offered for download. */
  readonly unread: number;
}

const { plans, planRevisions, records, setAside } = tables;

const keyOf = ({ kind, owner, id }: Pick<Archived, 'kind' | 'owner' | 'id'>): string =>
  JSON.stringify([kind, owner, id]);

/** Everything kept as one list, compared with an archive, and an archive taken in in one transaction. */
export function buildArchiveStore({ db }: Store) {
  /** Every document that is not in the bin. */
  const list = (): Archived[] => [
    ...db
      .select()
      .from(plans)
      .where(isNull(plans.deletedAt))
      .all()
      .map(({ id, version, document }) => ({ kind: 'plan' as const, owner: '', id, version, document })),
    ...db
      .select()
      .from(records)
      .where(isNull(records.deletedAt))
      .all()
      .map(({ kind, owner, id, version, document }) => ({ kind, owner, id, version, document })),
  ];
  return {
    list,
    look(archive: readonly Archived[]): ArchiveLook {
      const here = new Map(list().map((d) => [keyOf(d), d]));
      const found = archive.map((theirs) => ({ theirs, mine: here.get(keyOf(theirs)) }));
      return {
        isNew: found.filter((f) => !f.mine).length,
        same: found.filter((f) => f.mine && isSame(f.mine, f.theirs)).length,
        differs: found.flatMap(({ mine, theirs }) =>
          mine && !isSame(mine, theirs) ? [{ word: wordOfKind(theirs.kind), name: nameOf(theirs) }] : [],
        ),
        unread: archive.filter((d) => 'why' in readRow(d.kind, d)).length,
      };
    },
    take(archive: readonly Archived[], keeping: Keeping): void {
      db.transaction((tx) => {
        const now = new Date().toISOString();
        const here = new Map(list().map((d) => [keyOf(d), d]));
        // A plan that is kept twice takes the runs and the diary of the archive along under its new id.
        const renamed = new Map<string, string>();
        const putPlan = (id: string, version: number, document: string): void => {
          const [old] = tx.select().from(plans).where(eq(plans.id, id)).all();
          const revision = (old?.revision ?? 0) + 1;
          const row = {
            id,
            revision,
            version,
            document,
            createdAt: old?.createdAt ?? now,
            updatedAt: now,
            deletedAt: null,
          };
          tx.insert(plans).values(row).onConflictDoUpdate({ target: plans.id, set: row }).run();
          const read = readRow('plan', row);
          const said = 'document' in read ? read.document : undefined;
          tx.insert(planRevisions)
            .values({
              planId: id,
              revision,
              version,
              document,
              savedAt: now,
              name: said?.name ?? '',
              steps: said?.steps.length ?? 0,
            })
            .onConflictDoNothing()
            .run();
        };
        for (const theirs of archive.filter((d) => d.kind === 'plan')) {
          const mine = here.get(keyOf(theirs));
          if (mine && (isSame(mine, theirs) || keeping === 'mine')) continue;
          if (mine && keeping === 'both') {
            const id = randomUUID();
            renamed.set(theirs.id, id);
            const copy = nameCopy(theirs);
            putPlan(id, copy.version, copy.document);
          } else putPlan(theirs.id, theirs.version, theirs.document);
        }
        for (const theirs of archive) {
          const { kind } = theirs;
          if (kind === 'plan') continue;
          const owner = renamed.get(theirs.owner) ?? theirs.owner;
          const mine = owner === theirs.owner ? here.get(keyOf(theirs)) : undefined;
          if (mine && (isSame(mine, theirs) || keeping === 'mine')) continue;
          // Settings are one; kept twice they stay mine.
          if (mine && keeping === 'both' && theirs.kind === 'settings') continue;
          if (mine && keeping === 'theirs')
            tx.insert(setAside)
              .values({
                id: randomUUID(),
                kind,
                owner,
                documentId: mine.id,
                version: mine.version,
                document: mine.document,
                why: 'It was replaced when an archive was taken in.',
                at: now,
              })
              .run();
          const id = mine && keeping === 'both' ? randomUUID() : theirs.id;
          const own = { ...theirs, owner };
          const row = {
            ...(id === theirs.id ? own : withId(own, id)),
            id,
            kind,
            revision: 1,
            place: placeOf(own),
            updatedAt: now,
            deletedAt: null,
          };
          const [old] = tx
            .select()
            .from(records)
            .where(and(eq(records.kind, row.kind), eq(records.owner, row.owner), eq(records.id, row.id)))
            .all();
          const next = { ...row, revision: (old?.revision ?? 0) + 1 };
          tx.insert(records)
            .values(next)
            .onConflictDoUpdate({ target: [records.kind, records.owner, records.id], set: next })
            .run();
        }
      });
    },
  };
}

const parse = (text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
};

/** The same when read, whatever version each was written in; else letter by letter. */
function isSame(a: Archived, b: Archived): boolean {
  const [x, y] = [a, b].map((d) => readRow(d.kind, d));
  return 'document' in x! && 'document' in y!
    ? JSON.stringify(x.document) === JSON.stringify(y.document)
    : JSON.stringify(parse(a.document)) === JSON.stringify(parse(b.document));
}

type RecordKindOf = Exclude<DocumentKind, 'plan'>;

function nameOf(own: Archived): string {
  const read = readRow(own.kind, own);
  if ('why' in read) return own.id;
  if (own.kind === 'plan') return (read.document as { name: string }).name;
  return recordKinds[own.kind].nameOf(read.document as never);
}

function placeOf(own: Archived): string {
  const read = readRow(own.kind, own);
  return 'why' in read ? '' : recordKinds[own.kind as RecordKindOf].placeOf(read.document as never);
}

/** A plan that is kept beside one of the same name says so in its own. */
function nameCopy(own: Archived): Pick<Archived, 'version' | 'document'> {
  const read = readRow('plan', own);
  if ('why' in read) return own;
  const name = `${read.document.name.slice(0, 66)}, taken in`;
  return { version: DOCUMENT_VERSION, document: JSON.stringify({ ...read.document, name }) };
}

/** A record under another id, inside it too. */
function withId(own: Archived, id: string): Archived {
  const read = readRow(own.kind, own);
  return 'why' in read
    ? own
    : { ...own, version: DOCUMENT_VERSION, document: JSON.stringify({ ...read.document, id }) };
}
