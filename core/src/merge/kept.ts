import type { DocumentKind, DocumentOf, KeptDocument } from '../documents/index.ts';
import type { Plan } from '../plan/index.ts';
import { type Choose, type MergeResult, chooseLarger, mergeDocuments } from './merge.ts';
import { mergePlans } from './plans.ts';

/**
 * Merges two versions of a document of a kind; a base of null says that both were begun apart under one id. Runs at the
 * bench never clash: they only grow, so the longer time and the further place go on.
 */
export function mergeKept<K extends DocumentKind>(
  kind: K,
  base: DocumentOf<K> | null,
  mine: DocumentOf<K>,
  theirs: DocumentOf<K>,
  choose?: Choose,
): MergeResult<DocumentOf<K>> {
  const old = base ?? ({} as DocumentOf<K>);
  if (kind === 'plan') {
    const merged: MergeResult<KeptDocument> = mergePlans(old as Plan, mine as Plan, theirs as Plan, choose);
    return merged as MergeResult<DocumentOf<K>>;
  }
  if (kind === 'run') {
    const { merged } = mergeDocuments<DocumentOf<K>>(old, mine, theirs, { choose: chooseLarger });
    return { merged, clashes: [] };
  }
  return mergeDocuments<DocumentOf<K>>(old, mine, theirs, choose ? { choose } : {});
}
