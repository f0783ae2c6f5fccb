/** Room: open file formats in and out. FOLD: the openly specified JSON for folded-sheet geometry, version 1.2. */
export type { FoldDocument } from './fold.ts';
export { readFold, toFold } from './fold.ts';
