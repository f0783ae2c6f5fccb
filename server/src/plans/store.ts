import { and, desc, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import { DOCUMENT_VERSION } from '@jade/core/documents';
import type { Plan } from '@jade/core/plan';
import { type Store, readRow, tables } from '../db/index.ts';
import { HttpFault } from '../http/index.ts';
import { thinOut } from './thin.ts';

export interface SavedPlan {
  readonly id: string;
  readonly revision: number;
  readonly updatedAt: string;
  readonly plan: Plan;
}

interface RevisionRow {
  readonly revision: number;
  readonly savedAt: string;
  readonly name: string;
  readonly steps: number;
}

const { plans, planRevisions } = tables;
type Row = typeof plans.$inferSelect;

function toSaved(row: Row): SavedPlan {
  const read = readRow('plan', row);
  if ('why' in read) throw new HttpFault('unreadable', { why: read.why });
  return { id: row.id, revision: row.revision, updatedAt: row.updatedAt, plan: read.document };
}

/** How often the old revisions of a plan are thinned: at every so many saves of it. */
const THIN_EACH = 25;

/** Plans with revision numbers: a write names the revision it was based on; saved revisions are kept, old ones thinned. */
export function buildPlanStore({ db }: Store) {
  const rows = (): Row[] =>
    db.select().from(plans).where(isNull(plans.deletedAt)).orderBy(plans.createdAt).all();
  const rowOf = (id: string): Row => {
    const row = db
      .select()
      .from(plans)
      .where(and(eq(plans.id, id), isNull(plans.deletedAt)))
      .get();
    if (!row) throw new HttpFault('not-found');
    return row;
  };
  const get = (id: string): SavedPlan => toSaved(rowOf(id));
  const write = (tx: Pick<typeof db, 'insert'>, id: string, revision: number, plan: Plan, now: string) =>
    tx
      .insert(planRevisions)
      .values({
        planId: id,
        revision,
        version: DOCUMENT_VERSION,
        document: JSON.stringify(plan),
        savedAt: now,
        name: plan.name,
        steps: plan.steps.length,
      })
      .run();
  const thin = (id: string): void => {
    const known = db
      .select({ revision: planRevisions.revision, savedAt: planRevisions.savedAt })
      .from(planRevisions)
      .where(eq(planRevisions.planId, id))
      .all();
    const gone = thinOut(known, new Date());
    if (gone.length > 0)
      db.delete(planRevisions)
        .where(and(eq(planRevisions.planId, id), inArray(planRevisions.revision, gone)))
        .run();
  };
  return {
    list: (): SavedPlan[] =>
      rows().flatMap((row) => ('document' in readRow('plan', row) ? [toSaved(row)] : [])),
    /** Plans that are kept but cannot be read, and why. */
    listUnread: (): { id: string; why: string }[] =>
      rows().flatMap((row) => {
        const read = readRow('plan', row);
        return 'why' in read ? [{ id: row.id, why: read.why }] : [];
      }),
    /** What was written of a plan, as it was written. */
    raw: (id: string): string => rowOf(id).document,
    get,
    create(id: string, plan: Plan): SavedPlan {
      const now = new Date().toISOString();
      return db.transaction((tx) => {
        const row = {
          id,
          revision: 1,
          version: DOCUMENT_VERSION,
          document: JSON.stringify(plan),
          createdAt: now,
          updatedAt: now,
          deletedAt: null,
        };
        tx.insert(plans).values(row).run();
        write(tx, id, 1, plan, now);
        return { id, revision: 1, updatedAt: now, plan };
      });
    },
    save(id: string, baseRevision: number, plan: Plan): SavedPlan {
      const saved = db.transaction((tx) => {
        const row = rowOf(id);
        if (row.revision !== baseRevision) throw new HttpFault('stale', { current: toSaved(row) });
        const now = new Date().toISOString();
        const revision = baseRevision + 1;
        tx.update(plans)
          .set({
            revision,
            version: DOCUMENT_VERSION,
            document: JSON.stringify(plan),
            updatedAt: now,
          })
          .where(eq(plans.id, id))
          .run();
        write(tx, id, revision, plan, now);
        return { id, revision, updatedAt: now, plan };
      });
      if (saved.revision % THIN_EACH === 0) thin(id);
      return saved;
    },
    thin,
    revisions(id: string): RevisionRow[] {
      rowOf(id);
      return db
        .select({
          revision: planRevisions.revision,
          savedAt: planRevisions.savedAt,
          name: planRevisions.name,
          steps: planRevisions.steps,
        })
        .from(planRevisions)
        .where(eq(planRevisions.planId, id))
        .orderBy(desc(planRevisions.revision))
        .all();
    },
    revision(id: string, revision: number): Plan {
      const row = db
        .select()
        .from(planRevisions)
        .where(and(eq(planRevisions.planId, id), eq(planRevisions.revision, revision)))
        .get();
      if (!row) throw new HttpFault('not-found');
      const read = readRow('plan', row);
      if ('why' in read) throw new HttpFault('unreadable', { why: read.why });
      return read.document;
    },
    /** Puts the plan into the bin. */
    remove(id: string): void {
      rowOf(id);
      db.update(plans).set({ deletedAt: new Date().toISOString() }).where(eq(plans.id, id)).run();
    },
    bringBack(id: string): SavedPlan {
      db.update(plans)
        .set({ deletedAt: null })
        .where(and(eq(plans.id, id), isNotNull(plans.deletedAt)))
        .run();
      return get(id);
    },
  };
}

export type PlanStore = ReturnType<typeof buildPlanStore>;
