import type { Plan } from '@jade/core/plan';
import type { SavedPlan } from './api.ts';

/** What became of a save; `away` when the server could not be reached, so that it is tried again. */
export type SaveOutcome =
  | { readonly kind: 'saved'; readonly saved: SavedPlan }
  | { readonly kind: 'stale'; readonly theirs: SavedPlan }
  | { readonly kind: 'refused'; readonly text: string }
  | { readonly kind: 'away' };

/** Saves a plan on top of the revision it was based on. Never throws. */
export async function savePlan(id: string, baseRevision: number, plan: Plan): Promise<SaveOutcome> {
  try {
    const answer = await fetch(`/api/plans/${id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ baseRevision, plan }),
    });
    const body = (await answer.json()) as SavedPlan & {
      error?: { text: string; current?: SavedPlan; issues?: { path: string; text: string }[] };
    };
    if (answer.ok) return { kind: 'saved', saved: body };
    if (answer.status === 409 && body.error?.current) return { kind: 'stale', theirs: body.error.current };
    if (answer.status >= 500) return { kind: 'away' };
    const first = body.error?.issues?.[0];
    return {
      kind: 'refused',
      text: `${body.error?.text ?? 'The plan was not taken.'}${first ? ` ${first.path}: ${first.text}` : ''}`,
    };
  } catch {
    return { kind: 'away' };
  }
}

/** Reads one plan; undefined when there is none, throws when the server is away. */
export async function fetchPlan(id: string): Promise<SavedPlan | undefined> {
  const answer = await fetch(`/api/plans/${id}`);
  if (answer.status === 404) return undefined;
  if (!answer.ok) throw new Error('The server did not answer.');
  return (await answer.json()) as SavedPlan;
}

/** Reads an earlier revision of a plan. */
export async function fetchRevision(id: string, revision: number): Promise<Plan> {
  const answer = await fetch(`/api/plans/${id}/revisions/${revision}`);
  if (!answer.ok) throw new Error('That revision could not be read.');
  return (await answer.json()) as Plan;
}

/** The sentence of a failed query. */
export function sayFault(error: unknown): string {
  const data = (
    error as { data?: { error?: { text?: string; issues?: { path: string; text: string }[] } } } | undefined
  )?.data?.error;
  if (!data) return 'The server is away. Your work is kept in this browser; try again in a moment.';
  const first = data.issues?.[0];
  return [data.text, first && `${first.path ? `${first.path}: ` : ''}${first.text}`]
    .filter(Boolean)
    .join(' ');
}
