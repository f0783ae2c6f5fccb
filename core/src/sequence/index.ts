/**
 * Room: the sequence of steps. What a plan keeps of each step besides its move, replay with a reusable prefix, repeats,
 * names, generated sentences and dependencies.
 */
export type { Step, RepeatRun, Alternative } from './schema.ts';
export { stepSchema, namedPointsSchema, repeatRunsSchema, alternativesSchema } from './schema.ts';
export type { Sequence, Replay, ReplayedStep, Slip } from './replay.ts';
export { contextAfter } from './replay.ts';
export { replaySequence, writeOut } from './replay.ts';
export type { UsedLandmark } from './landmarks.ts';
export { repeatMove } from './mirror.ts';
export { nameSteps, moveWord } from './names.ts';
export { sayRepeats, sayStep } from './sentences.ts';
export { stepsUsedBy, stepsThatUse } from './dependencies.ts';
export * as write from './writing.ts';
export type { OpenStretch } from './openings.ts';
export { openAfter, openStretches, sayOpen } from './openings.ts';
