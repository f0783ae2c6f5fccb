/**
 * Room: pages to print, as PDF, written into a sink: a plan as a booklet, its pattern at full size, how its sheet is cut.
 * Content comes ready to be set; fonts come as bytes.
 */
export type { BookletContent, BookletStep, PageFonts, PageSize } from './booklet.ts';
export { pageSizes, writeBooklet } from './booklet.ts';
export { imposePages } from './impose.ts';
export type { CuttingPages } from './cutting.ts';
export { writeCutting } from './cutting.ts';
export type { PatternLine, PatternPages, PatternStyle } from './pattern.ts';
export { writePattern } from './pattern.ts';
export { imposedOrder, toPages, toRows } from './steps.ts';
export type { PageSink } from './pages.ts';
export { collectPages } from './pages.ts';
