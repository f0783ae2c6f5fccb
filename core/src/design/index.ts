/**
 * Room: a base of its own for any figure. A placement of its ends is completed until touching ways cut the sheet into convex
 * polygons, each is filled with a molecule, and the layers are ordered; verified before it is offered. Lengths in sheet sides.
 */
export type { Design, Designs } from './design.ts';
export { DESIGN_EFFORT, LEAST_ENDS, MOST_ENDS, designBases } from './design.ts';
export type { Fit } from './grid.ts';
export { FITS } from './grid.ts';
export type { TipMark } from './tips.ts';
export { marksOfTips } from './tips.ts';
export type { Stage } from './stages.ts';
export { stageAt, stagesOf } from './stages.ts';
export type { BestIn, OfferedBase, OfferedBases } from './offer.ts';
export { offerBases } from './offer.ts';
export type { PartedBase } from './parted.ts';
export { PARTING_EFFORT, partBase } from './parted.ts';
export type { SeatedBase } from './seated.ts';
export { AWAY, FEW, countBlocked, seatedBases } from './seated.ts';
