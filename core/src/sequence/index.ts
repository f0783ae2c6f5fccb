/**
 * Room: the sequence of steps. What a plan keeps of each step (intent, with references to material points), how the
 * references are resolved, replay with a reusable prefix, repeats, names, generated sentences and dependencies.
 */
export type {
  PointRef,
  LineRef,
  Move,
  MoveKind,
  Step,
  NamedPoints,
  RepeatRun,
  Alternative,
} from './schema.ts';
export {
  pointRefSchema,
  lineRefSchema,
  moveSchema,
  stepSchema,
  namedPointsSchema,
  repeatRunsSchema,
  alternativesSchema,
} from './schema.ts';
export type { ResolveContext, ResolvedPoint, StepTrail } from './resolve.ts';
export { onModel, resolvePoint, resolveLine, resolveMaterial } from './resolve.ts';
export type { Sequence, Replay, ReplayedStep, Slip } from './replay.ts';
export { contextAfter } from './replay.ts';
export { replaySequence, writeOut } from './replay.ts';
export type { OfferedResult } from './results.ts';
export { listResults } from './results.ts';
export type { UsedLandmark } from './landmarks.ts';
export { repeatMove } from './mirror.ts';
export type { StepNames } from './names.ts';
export { nameSteps, moveWord } from './names.ts';
export { sayStep, sayPoint } from './sentences.ts';
export { stepsUsedBy, stepsThatUse } from './dependencies.ts';
export { refsOf } from './visit.ts';
export * as write from './writing.ts';
