/**
 * Room: the subject as a stick figure, its limbs against the flaps of bases. Limb lengths in mm of the finished model,
 * flap lengths in sheet sides, so a ratio is the sheet side in mm.
 */
export type { Seat } from './seats.ts';
export type { Limb, LimbTask } from './task.ts';
export { taskOfFigure } from './task.ts';
export { wayBetween } from './seats.ts';
export type { BaseMatch, LimbMatch, OtherSide, SpareFlap } from './match.ts';
export { findOtherSides, madeForThem, matchBase, matchBases, fullnessOf } from './match.ts';
export type { Figure, FigureLimb, WantedFlap, River } from './figure.ts';
export {
  figureSchema,
  readFigure,
  rootOf,
  leavesOf,
  flapsOf,
  limbsAt,
  distancesOf,
  leafPairsOf,
  pathsFrom,
  riversOf,
} from './figure.ts';
export type { PosedLimb } from './pose.ts';
export { poseLimbs, placeNodes, sizeOf } from './pose.ts';
export type { LimbChange } from './reshape.ts';
export {
  changeLimb,
  moveNode,
  addLimb,
  splitLimb,
  joinAt,
  copyAcross,
  takeOut,
  pairLimbs,
  scaleFigure,
  changePacking,
} from './reshape.ts';
export type { KeptBase } from './kept.ts';
export { keepBase, keptBaseSchema, matchOfKept } from './kept.ts';
export { sayWhyBefore } from './compare.ts';
export type { Stick } from './starters.ts';
export { startingFigures, starOf, limbsOf, taskOf, writeFigure } from './starters.ts';
export { toPackingTask, efficiencyOf } from './bound.ts';
