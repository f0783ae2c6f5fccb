/**
 * Room: the saved document. Its schema and version, a fresh plan, and what a
 * schema cannot check. Lengths in mm, shares of the side where said. Does not compute.
 */
export type {
  Plan,
  Brief,
  PaperChoice,
  FinishPlan,
  BenchRun,
  DiaryEntry,
  StuckReason,
  PlanFile,
  Rules,
} from './schema.ts';
export {
  planSchema,
  benchRunSchema,
  diaryEntrySchema,
  planFileSchema,
  stuckReasons,
  PLAN_VERSION,
  PLAN_FORMAT,
} from './schema.ts';
export { buildPlan, toPaperChoice } from './fresh.ts';
export { checkPlan } from './check.ts';
export { planFileJsonSchema } from './jsonSchema.ts';
