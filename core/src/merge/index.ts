/**
 * Room: two versions of one document that grew from a common one. Merges what was changed in different parts and names
 * the parts both changed. Works on JSON values; knows of plans only which of their parts make sense whole.
 */
export type { Clash, MergeResult, Side } from './merge.ts';
export { mergeDocuments, chooseLarger, isAlike, pathText } from './merge.ts';
export { mergePlans } from './plans.ts';
export { mergeKept } from './kept.ts';
export { sayClash, type SaidClash } from './words.ts';
