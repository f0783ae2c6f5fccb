/**
 * Room: crease patterns. Loose segments made into a planar graph with facets, refusing what is no sheet of paper; the
 * facets folded (placements) with how far the pattern fails to close. Coordinates in whatever unit came in.
 */
export type { Assignment, PatternEdge, PatternInput, CreasePattern } from './pattern.ts';
export { buildPattern } from './pattern.ts';
export type { FoldedPattern } from './placement.ts';
export { foldPattern } from './placement.ts';
export type { RelaxedPattern } from './relax.ts';
export { relaxPattern } from './relax.ts';
