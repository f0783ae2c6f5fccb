/** Room: the open plan: its state with undo, edits, autosave, drafts kept in the browser. */
export type { PlanState, SaveState } from './slice.ts';
export {
  planSlice,
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
export { editPlan, freshId } from './edit.ts';
export { buildAutosave } from './autosave.ts';
export { findDraft, dropDraft } from './drafts.ts';
export { usePlan, usePlanState, useEdit } from './hooks.ts';
