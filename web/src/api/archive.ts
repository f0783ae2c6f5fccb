import { sayFault } from './plans.ts';

/** What taking an archive in would change. */
export interface ArchiveLook {
  readonly isNew: number;
  readonly same: number;
  readonly differs: readonly { readonly word: string; readonly name: string }[];
  readonly unread: number;
}

/** What is kept where something is here already and differs. */
export type Keeping = 'mine' | 'theirs' | 'both';

/** A copy beside the database, as the server lists it. */
export interface CopyOfDay {
  readonly name: string;
  readonly kind: 'daily' | 'before';
  readonly at: string;
  readonly bytes: number;
}

/** What is taken in: a file that was chosen, or a copy by its name. */
export type Source = File | { readonly copy: string };

async function send(what: 'look' | 'take', source: Source, query = ''): Promise<ArchiveLook | string> {
  try {
    const answer =
      source instanceof File
        ? await fetch(`/api/archive/${what}${query}`, {
            method: 'POST',
            headers: { 'content-type': 'application/zip' },
            body: source,
          })
        : await fetch(`/api/copies/${encodeURIComponent(source.copy)}/${what}${query}`, {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: '{}',
          });
    const data = (await answer.json()) as unknown;
    return answer.ok ? (data as ArchiveLook) : sayFault({ data });
  } catch {
    return sayFault(undefined);
  }
}

/** Reads what would be taken in and compares it with what is kept; a sentence where it cannot be read. Changes nothing. */
export const lookAtArchive = (source: Source): Promise<ArchiveLook | string> => send('look', source);

/** Takes it in, all of it or nothing. */
export const takeArchive = (source: Source, keep: Keeping): Promise<ArchiveLook | string> =>
  send('take', source, `?keep=${keep}`);

/** Where everything is kept, and its copies; undefined where the server is away. */
export async function fetchCopies(): Promise<
  { readonly file: string; readonly copies: readonly CopyOfDay[] } | undefined
> {
  try {
    const answer = await fetch('/api/copies');
    return answer.ok ? ((await answer.json()) as { file: string; copies: readonly CopyOfDay[] }) : undefined;
  } catch {
    return undefined;
  }
}
