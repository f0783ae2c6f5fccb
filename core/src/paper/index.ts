/**
 * Room: paper as a folder buys and feels it. Kinds (generic, no brands), caliper, grammage, bulk of a stack, the gap
 * to leave, stock sizes and the square to cut from a stock sheet. Lengths in mm, grammage in g/m2.
 */
export type { PaperKind } from './kinds.ts';
export { paperKinds, findPaperKind } from './kinds.ts';
export type { BulkVerdict, FingerVerdict, PaperLimits } from './limits.ts';
export { defaultLimits, toBulk, toFingerVerdict, gapToLeaveMm } from './limits.ts';
export type { DrawerPaper } from './drawer.ts';
export { drawerPaperSchema, unknownPaper } from './drawer.ts';
export type { StockSize, Cutting, Cut, CuttingRules, Piece } from './stock.ts';
export { findNextStock, largestSide, largestSideFor, toCutting, countPieces, MOST_PIECES } from './stock.ts';
export type { LaidPiece, SharedCutting, SharedSheet, WantedPieces } from './together.ts';
export { MOST_TOGETHER, cutTogether } from './together.ts';
export type { Measured } from './measure.ts';
export { caliperOfStack, grammageOfStack } from './measure.ts';
