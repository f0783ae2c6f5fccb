import type { DocumentKind, DocumentOf } from '@jade/core/documents';
import type { Kept } from '../api/index.ts';
import type { Waiting } from '../outbox/index.ts';

/** Kinds that are kept in lists beside the plans. */
export type RecordKind = Exclude<DocumentKind, 'plan'>;

/** The server's records with the changes that are still on their way to it. */
export function overlay<K extends RecordKind>(
  kind: K,
  kept: readonly Kept<DocumentOf<K>>[],
  waiting: readonly Waiting[],
): readonly Kept<DocumentOf<K>>[] {
  const own = new Map(waiting.filter((w) => w.kind === kind).map((w) => [`${w.owner}:${w.id}`, w]));
  if (own.size === 0) return kept;
  const place = (k: Kept<DocumentOf<K>>): string => `${k.planId}:${(k.record as { id?: string }).id ?? kind}`;
  const known = new Set(kept.map(place));
  const changed = kept.flatMap((k) => {
    const change = own.get(place(k));
    if (!change) return [k];
    return change.mine === null ? [] : [{ ...k, record: change.mine as DocumentOf<K> }];
  });
  const added = [...own.entries()].flatMap(([at, w]) =>
    known.has(at) || w.mine === null
      ? []
      : [{ planId: w.owner, revision: w.base.revision, record: w.mine as DocumentOf<K> }],
  );
  return [...changed, ...added];
}
