import type { DocumentKind, DocumentOf } from '@jade/core/documents';
import type { Aside, Entry, Version } from './entry.ts';

/** What became of a change that was sent. */
export type SendOutcome =
  | { readonly kind: 'saved'; readonly saved: Version }
  | { readonly kind: 'stale'; readonly theirs: Version }
  /** The document is neither there nor in the bin. */
  | { readonly kind: 'gone' }
  | { readonly kind: 'refused'; readonly text: string }
  /** The server could not be reached, or said why it could not keep it; it is tried again. */
  | { readonly kind: 'away'; readonly text: string };

const PATHS: Record<Exclude<DocumentKind, 'plan'>, (owner: string, id: string) => string> = {
  run: (owner, id) => `/plans/${owner}/runs/${id}`,
  entry: (owner, id) => `/plans/${owner}/diary/${id}`,
  paper: (_owner, id) => `/papers/${id}`,
  photo: (owner, id) => `/plans/${owner}/photos/${id}`,
  practice: (_owner, id) => `/practice/${id}`,
  settings: () => '/settings',
};

const pathOf = ({ kind, owner, id }: Entry): string =>
  `/api${kind === 'plan' ? `/plans/${id}` : PATHS[kind](owner, id)}`;

interface Answer {
  readonly id?: string;
  readonly revision?: number;
  readonly updatedAt?: string;
  readonly plan?: DocumentOf<'plan'>;
  readonly record?: Entry['mine'];
  readonly error?: {
    readonly code?: string;
    readonly text?: string;
    readonly current?: Answer | null;
    readonly issues?: readonly { readonly path: string; readonly text: string }[];
  };
}

const toVersion = (answer: Answer | null | undefined): Version => ({
  revision: answer?.revision ?? 0,
  document: answer?.plan ?? answer?.record ?? null,
  ...(answer?.updatedAt ? { at: answer.updatedAt } : {}),
});

/** Browsers send no more than 64 kB for a page that has gone. */
const MOST_KEPT_ALIVE = 40_000;

/** Sends one change. Never throws. */
export async function sendEntry(entry: Entry): Promise<SendOutcome> {
  try {
    const request = requestOf(entry);
    // A small change is sent to its end even where the page goes meanwhile.
    const keepalive = String(request.body ?? '').length < MOST_KEPT_ALIVE;
    const answer = await fetch(pathOf(entry), { ...request, keepalive });
    if (answer.status === 204) return { kind: 'saved', saved: { revision: 0, document: null } };
    const body = (await answer.json()) as Answer;
    if (answer.ok) return { kind: 'saved', saved: toVersion(body) };
    if (answer.status === 409) return { kind: 'stale', theirs: toVersion(body.error?.current) };
    if (answer.status === 404) return entry.mine === null ? savedNothing : await bringBack(entry);
    if (answer.status >= 500) return { kind: 'away', text: body.error?.text ?? '' };
    return { kind: 'refused', text: sayRefusal(body) };
  } catch {
    return { kind: 'away', text: '' };
  }
}

const savedNothing: SendOutcome = { kind: 'saved', saved: { revision: 0, document: null } };

function requestOf(entry: Entry): RequestInit {
  const { kind, base, mine } = entry;
  if (mine === null) return { method: 'DELETE' };
  const headers = { 'content-type': 'application/json' };
  if (kind === 'plan')
    return { method: 'PUT', headers, body: JSON.stringify({ baseRevision: base.revision, plan: mine }) };
  const onBase: Record<string, string> =
    base.revision > 0 ? { 'if-match': `"${base.revision}"` } : { 'if-none-match': '*' };
  return { method: 'PUT', headers: { ...headers, ...onBase }, body: JSON.stringify(mine) };
}

/** A plan that was deleted meanwhile, or whose plan was, comes out of the bin for a change made to it. */
async function bringBack(entry: Entry): Promise<SendOutcome> {
  const body = { kind: 'plan', id: entry.kind === 'plan' ? entry.id : entry.owner };
  const answer = await fetch('/api/bin/bring-back', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!answer.ok) return answer.status >= 500 ? { kind: 'away', text: '' } : { kind: 'gone' };
  if (entry.kind !== 'plan') return sendEntry(entry);
  return { kind: 'stale', theirs: toVersion((await answer.json()) as Answer) };
}

function sayRefusal({ error }: Answer): string {
  const first = error?.issues?.[0];
  return `${error?.text ?? 'The change was not taken.'}${first ? ` ${first.path}: ${first.text}` : ''}`;
}

/** The revision a change grew from, where only its number is known; null where the server has it no more. */
export async function fetchBase({ kind, id, base }: Entry): Promise<Entry['mine']> {
  if (kind !== 'plan' || base.revision < 1) return null;
  const answer = await fetch(`/api/plans/${id}/revisions/${base.revision}`);
  return answer.ok ? ((await answer.json()) as Entry['mine']) : null;
}

/** True when the server has it, or never will. */
export async function sendAside({ asideId, kind, owner, id, why, document }: Aside): Promise<boolean> {
  try {
    const answer = await fetch(`/api/set-aside/${asideId}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ kind, owner, documentId: id, why: why.slice(0, 300), document }),
    });
    return answer.status < 500;
  } catch {
    return false;
  }
}
