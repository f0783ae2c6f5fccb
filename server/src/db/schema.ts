import { index, integer, primaryKey, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { BenchRun, DiaryEntry, Plan } from '@jade/core/plan';
import type { Settings } from '@jade/core/settings';

/** Plans: the newest revision of each. A deleted plan keeps its row and can be brought back. */
export const plans = sqliteTable('plans', {
  id: text('id').primaryKey(),
  revision: integer('revision').notNull(),
  document: text('document', { mode: 'json' }).$type<Plan>().notNull(),
  createdAt: text('created_at').notNull(),
  updatedAt: text('updated_at').notNull(),
  deletedAt: text('deleted_at'),
});

/** Every revision ever saved, the newest included. */
export const planRevisions = sqliteTable(
  'plan_revisions',
  {
    planId: text('plan_id')
      .notNull()
      .references(() => plans.id),
    revision: integer('revision').notNull(),
    document: text('document', { mode: 'json' }).$type<Plan>().notNull(),
    savedAt: text('saved_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.planId, t.revision] })],
);

export const benchRuns = sqliteTable(
  'bench_runs',
  {
    id: text('id').notNull(),
    planId: text('plan_id')
      .notNull()
      .references(() => plans.id),
    document: text('document', { mode: 'json' }).$type<BenchRun>().notNull(),
    startedAt: text('started_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.planId, t.id] })],
);

export const diaryEntries = sqliteTable(
  'diary_entries',
  {
    id: text('id').notNull(),
    planId: text('plan_id')
      .notNull()
      .references(() => plans.id),
    document: text('document', { mode: 'json' }).$type<DiaryEntry>().notNull(),
    date: text('date').notNull(),
  },
  (t) => [primaryKey({ columns: [t.planId, t.id] }), index('diary_by_date').on(t.date)],
);

export const papers = sqliteTable('papers', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  kind: text('kind').notNull(),
  grammage: real('grammage'),
  caliperMm: real('caliper_mm'),
  frontName: text('front_name').notNull(),
  frontHex: text('front_hex').notNull(),
  backName: text('back_name').notNull(),
  backHex: text('back_hex').notNull(),
  widthMm: real('width_mm').notNull(),
  heightMm: real('height_mm').notNull(),
  count: integer('count').notNull(),
  note: text('note').notNull(),
  price: real('price'),
  grain: text('grain', { enum: ['width', 'height', 'unknown'] })
    .notNull()
    .default('unknown'),
  memory: text('memory', { enum: ['keeps', 'eases', 'springs back', 'unknown'] })
    .notNull()
    .default('unknown'),
  lowAt: integer('low_at').notNull().default(5),
});

/** One row: the folder's settings. */
export const settings = sqliteTable('settings', {
  id: integer('id').primaryKey(),
  document: text('document', { mode: 'json' }).$type<Settings>().notNull(),
});
