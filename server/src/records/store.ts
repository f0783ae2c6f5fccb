import { and, asc, eq } from 'drizzle-orm';
import type { BenchRun, DiaryEntry } from '@jade/core/plan';
import { type Store, tables } from '../db/index.ts';

/** Records of one kind, by plan. `put` makes or replaces by id. */
export interface RecordStore<T> {
  list(planId: string): T[];
  listAll(): { planId: string; record: T }[];
  put(planId: string, record: T): void;
  remove(planId: string, id: string): void;
}

const { benchRuns, diaryEntries } = tables;

/** Runs that were kept before there were checks have none. */
const toRun = (document: BenchRun): BenchRun => ({ ...document, checks: document.checks ?? [] });

export function buildRunStore({ db }: Store): RecordStore<BenchRun> {
  return {
    list: (planId) =>
      db
        .select()
        .from(benchRuns)
        .where(eq(benchRuns.planId, planId))
        .orderBy(asc(benchRuns.startedAt))
        .all()
        .map((r) => toRun(r.document)),
    listAll: () =>
      db
        .select()
        .from(benchRuns)
        .all()
        .map((r) => ({ planId: r.planId, record: toRun(r.document) })),
    put(planId, run) {
      const row = { id: run.id, planId, document: run, startedAt: run.startedAt };
      db.insert(benchRuns)
        .values(row)
        .onConflictDoUpdate({ target: [benchRuns.planId, benchRuns.id], set: row })
        .run();
    },
    remove: (planId, id) =>
      void db
        .delete(benchRuns)
        .where(and(eq(benchRuns.planId, planId), eq(benchRuns.id, id)))
        .run(),
  };
}

export function buildDiaryStore({ db }: Store): RecordStore<DiaryEntry> {
  return {
    list: (planId) =>
      db
        .select()
        .from(diaryEntries)
        .where(eq(diaryEntries.planId, planId))
        .orderBy(asc(diaryEntries.date))
        .all()
        .map((r) => r.document),
    listAll: () =>
      db
        .select()
        .from(diaryEntries)
        .orderBy(asc(diaryEntries.date))
        .all()
        .map((r) => ({ planId: r.planId, record: r.document })),
    put(planId, entry) {
      const row = { id: entry.id, planId, document: entry, date: entry.date };
      db.insert(diaryEntries)
        .values(row)
        .onConflictDoUpdate({ target: [diaryEntries.planId, diaryEntries.id], set: row })
        .run();
    },
    remove: (planId, id) =>
      void db
        .delete(diaryEntries)
        .where(and(eq(diaryEntries.planId, planId), eq(diaryEntries.id, id)))
        .run(),
  };
}
