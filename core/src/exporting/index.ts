/**
 * Room: a whole plan for other programs. One writer a format, each from the plan and its replay; text, no files. The pages to
 * print are the room `booklet`.
 */
export type { ExportFormat, Exported } from './writers.ts';
export { describeStep, exportFormats, exportPlan, USUAL_SIDE_MM } from './writers.ts';
