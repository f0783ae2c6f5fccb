/**
 * Room: everything the plan's screens say, computed from the plan: the figures of the eight stages, their states, and
 * verdicts with remedies. Lengths in mm; texts in the unit asked for. Pure; costly parts are cached by state.
 */
export type {
  StageId,
  StageState,
  StageReading,
  Verdict,
  Remedy,
  Readings,
  ReadingsInput,
  StepReading,
  NarrowReading,
} from './types.ts';
export { stageIds } from './types.ts';
export { toReadings } from './readings.ts';
export type { LaterUse } from './later.ts';
export { readLater, sayGap, sayUse } from './later.ts';
export { measureState } from './measured.ts';
export { readStep } from './step.ts';
export type { NarrowPlace } from './narrow.ts';
export {
  bulkiestOnTheWay,
  narrowestOf,
  narrowestOnTheWay,
  narrowsOnTheWay,
  sayPlace,
  sayStack,
} from './narrow.ts';
export { foldedBase, basesFrom } from './atlas.ts';
export type { BaseRow } from './row.ts';
export { readBaseRow, standUp } from './row.ts';
export { toStockPieces, toWindowInput } from './window.ts';
export type { GrainOfLimb } from './grain.ts';
export { grainOfLimbs, sayGrain } from './grain.ts';
export type { RulePrice } from './price.ts';
export { priceOfRules } from './price.ts';
export type { WayReading } from './compare.ts';
export { compareWays } from './compare.ts';
export type { StepLength } from './lengths.ts';
export { readLengths } from './lengths.ts';
export type { Posed } from './posed.ts';
export { poseAsk, readPosed, wishSizes } from './posed.ts';
export type { StopAdvice } from './stop.ts';
export { readStop } from './stop.ts';
export type { WishId, WishReading } from './wishes.ts';
export { readSizeWishes } from './wishes.ts';
export { readShowModel } from './show.ts';
