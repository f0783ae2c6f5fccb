/** Room: the page's state: the open plan with undo, the types of the store, and the hooks that read and change it. */
export type { AppDispatch, AppThunk, RootState, Services } from './types.ts';
export { useAppDispatch, useAppSelector } from './hooks.ts';
export { useOutbox } from './useOutbox.ts';
export type { PlanState } from './planSlice.ts';
export {
  facetHovered,
  pieceShown,
  planClosed,
  planEdited,
  planOpened,
  planSlice,
  redone,
  stepSelected,
  undone,
} from './planSlice.ts';
