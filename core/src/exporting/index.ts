/**
 * Room: a whole plan for other programs. One writer a format, each from the plan and its replay; text, no files. What a
 * booklet and a pattern at full size show is gathered here; their pages are the room `booklet`.
 */
export type { ExportFormat, Exported } from './writers.ts';
export { describeStep, exportFormats, exportPlan, USUAL_SIDE_MM } from './writers.ts';
export type { BookletOptions } from './booklet.ts';
export { bookletOptionsSchema, drawFinished, toBooklet } from './booklet.ts';
export { sayBlock, sayWaiting, showIcs } from './show.ts';
export { diaryCsv, runsCsv } from './records.ts';
export type { PatternOptions } from './pattern.ts';
export { patternOptionsSchema, patternDxf, patternSvg, toPatternPages } from './pattern.ts';
