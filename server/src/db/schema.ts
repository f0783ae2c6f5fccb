import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { DocumentKind } from '@jade/core/documents';

/** A document as the JSON it was written as, of the version beside it; it is taken out through the one reader only. */
const document = () => text('document').notNull();
const version = () => integer('version').notNull().default(1);

/** Plans: the newest revision of each. A deleted plan keeps its row for a month and can be brought back. */
export const plans = sqliteTable('plans', {
  id: text('id').primaryKey(),
  revision: integer('revision').notNull(),
  version: version(),
  document: document(),
  createdAt: text('created_at').notNull(),
  updatedAt: text('updated_at').notNull(),
  deletedAt: text('deleted_at'),
});

/** Saved revisions, the newest included; old ones are thinned. Name and number of steps stand beside for the list. */
export const planRevisions = sqliteTable(
  'plan_revisions',
  {
    planId: text('plan_id')
      .notNull()
      .references(() => plans.id),
    revision: integer('revision').notNull(),
    version: version(),
    document: document(),
    savedAt: text('saved_at').notNull(),
    name: text('name').notNull().default(''),
    steps: integer('steps').notNull().default(0),
  },
  (t) => [primaryKey({ columns: [t.planId, t.revision] })],
);

/** Everything else that is kept: runs and diary entries of a plan (its owner), papers, the settings (owner ''). */
export const records = sqliteTable(
  'records',
  {
    kind: text('kind').$type<Exclude<DocumentKind, 'plan'>>().notNull(),
    owner: text('owner').notNull().default(''),
    id: text('id').notNull(),
    revision: integer('revision').notNull().default(1),
    version: version(),
    document: document(),
    /** What records of its kind are listed by: when it began, its date, its name. */
    place: text('place').notNull().default(''),
    updatedAt: text('updated_at').notNull(),
    deletedAt: text('deleted_at'),
  },
  (t) => [
    primaryKey({ columns: [t.kind, t.owner, t.id] }),
    index('records_by_place').on(t.kind, t.owner, t.place),
  ],
);

/** Versions that were given up where two clashed; fetched back for a week. */
export const setAside = sqliteTable('set_aside', {
  id: text('id').primaryKey(),
  kind: text('kind').$type<DocumentKind>().notNull(),
  owner: text('owner').notNull().default(''),
  documentId: text('document_id').notNull(),
  version: version(),
  document: document(),
  /** Why it was set aside, as it is shown. */
  why: text('why').notNull(),
  at: text('at').notNull(),
});
