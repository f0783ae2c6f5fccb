/**
 * Room: the flat-folded sheet. Normal-form states, the fine mesh every move is made on, the commit that turns moved
 * pieces into a state again, the arrangement of cells, measures, flaps, and an independent checker of the laws.
 * Lengths in sheet sides. Does not know single moves, steps or names.
 */
export type { Facet, FlatState, RestingCrease, CreaseSense, ActiveFold, MeshEdge } from './state.ts';
export {
  buildFlatSheet,
  isAbove,
  facetOnSheet,
  facetOnModel,
  facetsAt,
  shapeOnModel,
  toModel,
  foldsOf,
  listEdges,
} from './state.ts';
export { stackOrder } from './stack.ts';
export type { Refusal, RefusalKind } from './refusal.ts';
export { refuseLater } from './refusal.ts';
export type { FineMesh, Piece } from './mesh.ts';
export { cutAlong, inheritOrder, pieceOnModel } from './mesh.ts';
export { MeshCutter } from './cutter.ts';
export { floodFrom, piecesAt } from './flood.ts';
export type { Committed, MadeCrease, PlacedPaper } from './commit.ts';
export { commit, placePaper, settleResting } from './commit.ts';
export { isSameSegment, joinSegments, subtractSegments } from './segments.ts';
export type { Arrangement, Cell, SubEdge } from './arrangement.ts';
export { TooCoarse, arrangeFacets, buildArrangement } from './arrangement.ts';
export type { Measures, VisibleColour } from './measures.ts';
export { toMeasures, toOutline, layersUnder } from './measures.ts';
export type { FlapRay } from './section.ts';
export { crossSection, longestFree, paperOfFlap, paperWithin } from './section.ts';
export type { Flap } from './flaps.ts';
export { findFlaps, findNarrowest, heldFlaps, stripWidth, shortestFold } from './flaps.ts';
export type { Spine } from './spine.ts';
export { angleForDepth, findSpine, openedDepth, opensAt, spineThrough } from './spine.ts';
export type { EdgeProfile, Opening, Pocket, PocketFault } from './pocket.ts';
export { findPocket, profileFrom } from './pocket.ts';
export type { Violation } from './verify.ts';
export { checkState } from './verify.ts';
