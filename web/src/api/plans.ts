import type { KeptDocument } from '@jade/core/documents';
import type { Plan } from '@jade/core/plan';
import type { SavedPlan } from './api.ts';

/** Reads one plan; undefined when there is none, 'unread' when this version cannot read it; throws when the server is away. */
export async function fetchPlan(id: string): Promise<SavedPlan | 'unread' | undefined> {
  const answer = await fetch(`/api/plans/${id}`);
  if (answer.status === 404) return undefined;
  if (answer.status === 422) return 'unread';
  if (!answer.ok) throw new Error('The server did not answer.');
  return (await answer.json()) as SavedPlan;
}

/** Reads an earlier revision of a plan. */
export async function fetchRevision(id: string, revision: number): Promise<Plan> {
  const answer = await fetch(`/api/plans/${id}/revisions/${revision}`);
  if (!answer.ok) throw new Error('That revision could not be read.');
  return (await answer.json()) as Plan;
}

/** Reads a version that was given up where two clashed. */
export async function fetchAside(id: string): Promise<KeptDocument> {
  const answer = await fetch(`/api/set-aside/${id}`);
  if (!answer.ok) throw new Error('That version could not be read; it is kept for a week.');
  return ((await answer.json()) as { document: KeptDocument }).document;
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

/**
 * Pages of a plan as it is in the page, as PDF. 'stopped' where it was called off, 'away' where the server does not answer; any
 * other text is the sentence of what is wrong.
 */
export async function printPages(
  kind: 'booklet' | 'pattern',
  order: { readonly plan: Plan; readonly options: object },
  signal: AbortSignal,
  onShare: (share: number) => void = () => undefined,
): Promise<Blob | string> {
  const job = crypto.randomUUID();
  const asking = window.setInterval(() => {
    void fetchShare(job).then((share) => share !== undefined && onShare(share));
  }, SHARE_MS);
  try {
    const answer = await fetch(`/api/${kind}.pdf${kind === 'booklet' ? `?job=${job}` : ''}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(order),
      signal,
    });
    return answer.ok ? await answer.blob() : sayFault({ data: await answer.json() });
  } catch {
    return signal.aborted ? 'stopped' : 'away';
  } finally {
    window.clearInterval(asking);
  }
}

const SHARE_MS = 400;

/** How much of an order is done; undefined where nobody knows. */
async function fetchShare(job: string): Promise<number | undefined> {
  try {
    const { share } = (await (await fetch(`/api/printing/${job}`)).json()) as { share: number | null };
    return share ?? undefined;
  } catch {
    return undefined;
  }
}

/** Lets the server get ready to write pages, before the first are asked for. */
export const warmPrinting = (): void =>
  void fetch('/api/printing/warm', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{}',
  }).catch(() => undefined);
