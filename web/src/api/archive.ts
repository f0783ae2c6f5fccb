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

async function send(path: string, file: Blob): Promise<ArchiveLook | string> {
  try {
    const answer = await fetch(path, {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: file,
    });
    const data = (await answer.json()) as unknown;
    return answer.ok ? (data as ArchiveLook) : sayFault({ data });
  } catch {
    return sayFault(undefined);
  }
}

/** Reads an archive and compares it with what is kept; a sentence where it cannot be read. Changes nothing. */
export const lookAtArchive = (file: Blob): Promise<ArchiveLook | string> => send('/api/archive/look', file);

/** Takes an archive in, all of it or nothing. */
export const takeArchive = (file: Blob, keep: Keeping): Promise<ArchiveLook | string> =>
  send(`/api/archive/take?keep=${keep}`, file);
