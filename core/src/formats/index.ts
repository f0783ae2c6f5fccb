/** Room: open file formats, read and written: FOLD 1.2 and SVG crease patterns. Text and plain objects, no files. */
export type { FoldDocument, FoldFrame } from './fold.ts';
export { patternOf, readFold, toFold, toFoldStates } from './fold.ts';
export type { DashClass, DashMeaning } from './svg.ts';
export { dashMeaning, dashClassOf, readSvg, toPatternSvg } from './svg.ts';
