/** Room: the bin. What was deleted lies here for thirty days and can be brought back; then it is gone. */
import { and, eq, isNotNull, lt } from 'drizzle-orm';
import { Router } from 'express';
import { z } from 'zod';
import { documentKinds, wordOfKind } from '@jade/core/documents';
import { type Store, readRow, tables } from '../db/index.ts';
import { readInput } from '../http/index.ts';
import type { PlanStore } from '../plans/index.ts';
import { type RecordKind, type RecordStores, recordKinds } from '../records/index.ts';

const { plans, planRevisions, records, setAside } = tables;
const DAY_MS = 24 * 3_600_000;
/** Days a deleted thing can be brought back. */
const BIN_DAYS = 30;

interface BinItem {
  readonly kind: string;
  readonly word: string;
  /** The plan it belongs to; '' where it is a plan itself or the house's. */
  readonly owner: string;
  readonly id: string;
  readonly name: string;
  readonly deletedAt: string;
  /** When it will be gone. */
  readonly until: string;
}

const bringBody = z.strictObject({
  kind: z.enum(documentKinds as [string, ...string[]]),
  owner: z.string().max(80).default(''),
  id: z.string().min(1).max(80),
});

interface BinRooms {
  readonly store: Store;
  readonly plans: PlanStore;
  readonly records: RecordStores;
}

export function buildBin({ store: { db } }: Pick<BinRooms, 'store'>) {
  const untilOf = (deletedAt: string): string =>
    new Date(Date.parse(deletedAt) + BIN_DAYS * DAY_MS).toISOString();
  const nameOfRecord = (row: typeof records.$inferSelect): string => {
    const read = readRow(row.kind, row);
    const { nameOf } = recordKinds[row.kind] as { nameOf: (record: unknown) => string };
    return 'document' in read ? nameOf(read.document) : `${wordOfKind(row.kind)} that cannot be read`;
  };
  const nameOfPlan = (document: string): string => {
    try {
      return String((JSON.parse(document) as { name?: unknown }).name ?? 'a plan');
    } catch {
      return 'a plan that cannot be read';
    }
  };
  return {
    /** The newest first. */
    list(): BinItem[] {
      const deletedPlans = db.select().from(plans).where(isNotNull(plans.deletedAt)).all();
      const deletedRecords = db.select().from(records).where(isNotNull(records.deletedAt)).all();
      return [
        ...deletedPlans.map((row) => ({
          kind: 'plan' as const,
          owner: '',
          id: row.id,
          name: nameOfPlan(row.document),
          deletedAt: row.deletedAt!,
        })),
        ...deletedRecords.map((row) => ({
          kind: row.kind,
          owner: row.owner,
          id: row.id,
          name: nameOfRecord(row),
          deletedAt: row.deletedAt!,
        })),
      ]
        .map((i) => ({ ...i, word: wordOfKind(i.kind), until: untilOf(i.deletedAt) }))
        .sort((a, b) => b.deletedAt.localeCompare(a.deletedAt));
    },
    /** Takes out for good what has lain here for longer than thirty days; a plan with all that belongs to it. */
    sweep(now: Date): void {
      const before = new Date(now.getTime() - BIN_DAYS * DAY_MS).toISOString();
      db.transaction((tx) => {
        const gone = tx
          .select({ id: plans.id })
          .from(plans)
          .where(and(isNotNull(plans.deletedAt), lt(plans.deletedAt, before)))
          .all();
        for (const { id } of gone) {
          tx.delete(records).where(eq(records.owner, id)).run();
          tx.delete(planRevisions).where(eq(planRevisions.planId, id)).run();
          tx.delete(setAside).where(eq(setAside.documentId, id)).run();
          tx.delete(plans).where(eq(plans.id, id)).run();
        }
        tx.delete(records)
          .where(and(isNotNull(records.deletedAt), lt(records.deletedAt, before)))
          .run();
      });
    },
  };
}

/** /api/bin: what was deleted in the last thirty days; /api/bin/bring-back takes one thing out again. */
export function binRoutes(rooms: BinRooms): Router {
  const router = Router();
  const bin = buildBin(rooms);
  router.get('/bin', (_req, res) => void res.json(bin.list()));
  router.post('/bin/bring-back', (req, res) => {
    const { kind, owner, id } = readInput(bringBody, req.body);
    if (kind === 'plan') return void res.json(rooms.plans.bringBack(id));
    res.json(rooms.records[kind as RecordKind].bringBack(owner, id));
  });
  return router;
}
