/**
 * Room: a whole plan for other programs. One writer a format, each from the plan and its replay; text, no files. What a
 * booklet and a pattern at full size show is gathered here; their pages are the room `booklet`.
 */
export type { ExportFormat, Exported } from './writers.ts';
export { describeStep, exportFormats, exportPlan, USUAL_SIDE_MM } from './writers.ts';
export type { BookletOptions, PatternOptions } from './pages.ts';
export {
  bookletOptionsSchema,
  drawFinished,
  patternOptionsSchema,
  patternDxf,
  patternSvg,
  toBooklet,
  toPatternPages,
} from './pages.ts';
