/**
 * Room: trying folds on a plan before they are kept. Landmarks that can be chosen, stretches of creases for a collapse, moves
 * that bring a point somewhere, all results a move can have, other ways of a refused one. Gives states, no pictures.
 */
export type { Landmark } from './landmarks.ts';
export { listLandmarks, placesMade } from './landmarks.ts';
export type { SheetCrease } from './stretches.ts';
export { listCreases, splitIntoStretches } from './stretches.ts';
export type { OfferedWay, Proposed } from './trying.ts';
export type { Swapped } from './swaps.ts';
export { swapFlaps } from './swaps.ts';
export type { WrittenPlace } from './place.ts';
export { placeOnLine, readPlace } from './place.ts';
export { dragGhost, listOtherWays, offerResults, proposeMoves, proposeTo, tryMove } from './trying.ts';
