/** Room: the open plan: its state with undo, and edits. Whatever changes it goes into the outbox at once. */
export type { SaveState } from './hooks.ts';
export {
  facetHovered,
  pieceShown,
  planClosed,
  planEdited,
  planOpened,
  redone,
  stepSelected,
  undone,
} from '../state/index.ts';
export { freshId } from './edit.ts';
export {
  usePlan,
  usePiece,
  usePlanState,
  useSaveState,
  useStep,
  useEdit,
  useChange,
  useWholeChange,
  useWholePlan,
} from './hooks.ts';
