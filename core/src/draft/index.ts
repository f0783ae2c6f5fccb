/**
 * Room: a first sequence from a stick figure. A base is held against the pose, its flaps are turned, shortened and put
 * away by folds the engine makes, and the result is measured against what was wanted. Budgets count engine calls.
 */
export type { Draft, DraftStage, DraftWishes } from './draft.ts';
export { DRAFT_CALLS, draftFigure } from './draft.ts';
export type { DraftVerdict, LimbVerdict } from './judge.ts';
export { isHidden, isMissed } from './judge.ts';
