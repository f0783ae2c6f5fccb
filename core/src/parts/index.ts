/**
 * Room: the subject's limbs against the flaps of bases. Limb lengths in mm of the finished model, flap lengths in sheet
 * sides, so a ratio is the sheet side in mm.
 */
export type { Limb, BaseMatch, LimbMatch } from './match.ts';
export { matchBase, matchBases, fullnessOf } from './match.ts';
export type { Figure, FigureLimb, WantedFlap } from './figure.ts';
export { readFigure, leavesOf, flapsOf, distancesOf, leafPairsOf } from './figure.ts';
export { toPackingTask, efficiencyOf } from './bound.ts';
