/**
 * Room: models of more than one piece. Each piece folded and shaped on its own, fits between them judged (an edge in a pocket, edge
 * to edge, laid on), the whole put together in space and read as one figure. Lengths in mm.
 */
export type { FitFault, FitReading, FitVerdict, GlueReading } from './fit.ts';
export { LOOSE_MM, SNUG_MM } from './fit.ts';
export type { FoldedPiece } from './piece.ts';
export { foldPieces, scalePieces } from './piece.ts';
export { furtherForShow } from './show.ts';
export type { ReadPiece, ShareBand, WholeWindow } from './window.ts';
export { windowOfPieces } from './window.ts';
export type { Whole, WholePose } from './whole.ts';
export { sayJoin, sayTakePiece } from './words.ts';
export { dyed, drawWhole, isWhole, poseWhole, readWhole, withWhole } from './whole.ts';
