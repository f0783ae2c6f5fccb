/** Room: the open plan: its state with undo, and edits. Whatever changes it goes into the outbox at once. */
export type { SaveState } from './hooks.ts';
export {
  planOpened,
  planClosed,
  planEdited,
  undone,
  redone,
  stepSelected,
  facetHovered,
  planSlice,
} from './slice.ts';
export { freshId } from './edit.ts';
export { usePlan, usePlanState, useSaveState, useStep, useEdit, useChange } from './hooks.ts';
