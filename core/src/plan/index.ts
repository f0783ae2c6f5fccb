/**
 * Room: the saved document. Its schema, version and migrations, a fresh plan, and reading outside data into it with
 * issues that name the place. Lengths in mm, shares of the side where said. Does not compute.
 */
export type {
  Plan,
  Brief,
  PaperChoice,
  FinishPlan,
  BenchRun,
  DiaryEntry,
  PlanFile,
  Rules,
} from './schema.ts';
export {
  planSchema,
  benchRunSchema,
  diaryEntrySchema,
  planFileSchema,
  PLAN_VERSION,
  PLAN_FORMAT,
} from './schema.ts';
export { readPlanFile, migrations } from './read.ts';
export { buildPlan, toPaperChoice } from './fresh.ts';
export { checkPlan } from './check.ts';
