/** Room: the open plan: its state with undo, edits, autosave, drafts kept in the browser. */
export type { SaveState } from './slice.ts';
export {
  planOpened,
  planClosed,
  planEdited,
  undone,
  redone,
  mineKept,
  theirsTaken,
  stepSelected,
  facetHovered,
} from './slice.ts';
export { freshId } from './edit.ts';
export { findDraft, dropDraft } from './drafts.ts';
export { usePlan, usePlanState, useStep, useEdit, useChange } from './hooks.ts';
