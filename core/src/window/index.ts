/**
 * Room: the sheet window. Everything that limits the sheet of a plan as bands over its side in mm, the sizes where all
 * hold, what binds, and the smallest change that opens it where none does.
 */
export type { BandId, Handling, SheetBand, SheetWindow, StockPiece, WindowInput } from './bands.ts';
export { toWindow } from './bands.ts';
export type { Remedy, RemedyChange, RemedyOptions } from './remedies.ts';
export { findRemedies } from './remedies.ts';
export type { SideReading } from './side.ts';
export { readSide } from './side.ts';
export type { TrialPaper, TrialSheet } from './trial.ts';
export { toTrialSheet } from './trial.ts';
export { toPracticeSide } from './practice.ts';
export { sayBand, sayRemedy } from './words.ts';
export type { JudgedPaper, PaperFault } from './papers.ts';
export { rankPapers } from './papers.ts';
export type { PartialSheet } from './partial.ts';
export { toPartialSheet } from './partial.ts';
