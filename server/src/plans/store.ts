import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import { type Plan, planSchema } from '@jade/core/plan';
import { type Store, tables } from '../db/index.ts';
import { HttpFault } from '../http/index.ts';

export interface SavedPlan {
  readonly id: string;
  readonly revision: number;
  readonly updatedAt: string;
  readonly plan: Plan;
}

const { plans, planRevisions } = tables;
const toSaved = (row: typeof plans.$inferSelect): SavedPlan => ({
  id: row.id,
  revision: row.revision,
  updatedAt: row.updatedAt,
  plan: complete(row.document),
});

/** A plan saved before a field existed gets the field's default; one that cannot be read is given back as it is. */
function complete(document: Plan): Plan {
  const read = planSchema.safeParse(document);
  return read.success ? read.data : document;
}

/** Plans with revision numbers: a write names the revision it was based on; every saved revision is kept. */
export function buildPlanStore({ db }: Store) {
  const find = (id: string): SavedPlan | undefined => {
    const row = db
      .select()
      .from(plans)
      .where(and(eq(plans.id, id), isNull(plans.deletedAt)))
      .get();
    return row && toSaved(row);
  };
  const get = (id: string): SavedPlan => {
    const saved = find(id);
    if (!saved) throw new HttpFault('not-found');
    return saved;
  };
  return {
    list: (): SavedPlan[] =>
      db.select().from(plans).where(isNull(plans.deletedAt)).orderBy(plans.createdAt).all().map(toSaved),
    get,
    create(id: string, plan: Plan): SavedPlan {
      const now = new Date().toISOString();
      return db.transaction((tx) => {
        const row = { id, revision: 1, document: plan, createdAt: now, updatedAt: now, deletedAt: null };
        tx.insert(plans).values(row).run();
        tx.insert(planRevisions).values({ planId: id, revision: 1, document: plan, savedAt: now }).run();
        return toSaved(row);
      });
    },
    save(id: string, baseRevision: number, plan: Plan): SavedPlan {
      return db.transaction((tx) => {
        const current = get(id);
        if (current.revision !== baseRevision) throw new HttpFault('stale', { current });
        const now = new Date().toISOString();
        const revision = baseRevision + 1;
        tx.update(plans).set({ revision, document: plan, updatedAt: now }).where(eq(plans.id, id)).run();
        tx.insert(planRevisions).values({ planId: id, revision, document: plan, savedAt: now }).run();
        return { id, revision, updatedAt: now, plan };
      });
    },
    revisions(id: string): { revision: number; savedAt: string; name: string; steps: number }[] {
      get(id);
      return db
        .select()
        .from(planRevisions)
        .where(eq(planRevisions.planId, id))
        .orderBy(desc(planRevisions.revision))
        .all()
        .map((r) => ({
          revision: r.revision,
          savedAt: r.savedAt,
          name: r.document.name,
          steps: r.document.steps.length,
        }));
    },
    revision(id: string, revision: number): Plan {
      const row = db
        .select()
        .from(planRevisions)
        .where(and(eq(planRevisions.planId, id), eq(planRevisions.revision, revision)))
        .get();
      if (!row) throw new HttpFault('not-found');
      return complete(row.document);
    },
    remove(id: string): void {
      get(id);
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
