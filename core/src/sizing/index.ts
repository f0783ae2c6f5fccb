/**
 * Room: from a wanted finished size to the sheet, corrected by what the diary has taught. Ratios are finished size over
 * sheet side (shorter side, or leg); sizes in mm.
 */
export type { Dimension, LearnedRatio, SizedSheet, SizeEntry } from './sizing.ts';
export { findOutliers, learnRatio, sayEntries, toSheetSide, otherDimension, ratioOf } from './sizing.ts';
