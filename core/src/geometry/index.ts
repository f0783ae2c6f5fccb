/**
 * Room: points, lines, isometries, convex polygons, exact numbers and every tolerance of the engine.
 * Lengths are in sheet sides; frames (sheet or model) are named by the caller. Knows no paper and no moves.
 */
export type { Point, Segment } from './point.ts';
export {
  isOnSegment,
  bearing,
  toTurn,
  add,
  subtract,
  scale,
  dot,
  cross,
  length,
  distance,
  isSamePoint,
  between,
  turnLeft,
  turnBy,
  toUnit,
} from './point.ts';
export type { Line } from './line.ts';
export {
  sideOf,
  directionOf,
  lineThrough,
  lineAlong,
  lineOnto,
  linesOnto,
  lineAtAngle,
  crossingOf,
  mirrorPoint,
  mirrorLine,
  footOf,
  slipLine,
  landingsOn,
  linesOntoBoth,
} from './line.ts';
export { realRoots } from './roots.ts';
export type { Isometry } from './isometry.ts';
export {
  identity,
  apply,
  compose,
  reflectionIn,
  rotationAbout,
  inverse,
  isTurned,
  isSamePlacement,
  placementAcross,
  toOrthonormal,
} from './isometry.ts';
export type { Bounds, ConvexShape } from './polygon.ts';
export {
  areaOf,
  centroidOf,
  boundsOf,
  doBoundsMeet,
  doOverlap,
  doShapesOverlap,
  toShape,
  clipTo,
  chordOf,
  lengthWithin,
  isInside,
  isInsideShape,
} from './polygon.ts';
export type { TaggedSegment, PlanarPart, PlanarMap, Faces } from './planar.ts';
export { TooManyCrossings, planarize, walkFaces } from './planar.ts';
export type { ExactNumber } from './exact.ts';
export { readExact, readExpression, toExactText } from './exact.ts';
export { tolerance } from './tolerance.ts';
export type { Motion, Spot } from './space.ts';
export {
  apartIn,
  atRest,
  chain,
  inner,
  lengthOf,
  minus,
  motionBack,
  moveBy,
  outer,
  plus,
  rotationOnto,
  rotationRound,
  times,
  turnWith,
  unitOf,
} from './space.ts';
