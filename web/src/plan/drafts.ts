import { planSchema, type Plan } from '@jade/core/plan';

/** A plan not yet acknowledged by the server, kept in the browser at every edit. */
export interface Draft {
  readonly revision: number;
  readonly plan: Plan;
}

const key = (id: string): string => `jade-kite-draft-${id}`;

export function keepDraft(id: string, draft: Draft): void {
  try {
    localStorage.setItem(key(id), JSON.stringify(draft));
  } catch {
    // A full or forbidden browser store: the plan is still in memory and on its way to the server.
  }
}

export function dropDraft(id: string): void {
  localStorage.removeItem(key(id));
}

/** The kept draft; undefined when there is none or it cannot be read. */
export function findDraft(id: string): Draft | undefined {
  const text = localStorage.getItem(key(id));
  if (!text) return undefined;
  try {
    const draft = JSON.parse(text) as Draft;
    const plan = planSchema.safeParse(draft.plan);
    return plan.success && Number.isInteger(draft.revision)
      ? { revision: draft.revision, plan: plan.data }
      : undefined;
  } catch {
    return undefined;
  }
}
