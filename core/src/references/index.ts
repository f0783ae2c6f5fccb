/**
 * Room: how a plan names points and lines. A reference keeps what a folder would look for (a corner, a mark, the crease of
 * a step, a construction), never a facet number or a pixel. It is resolved against the state of the paper, and said in words.
 */
export type { PointRef, LineRef } from './schema.ts';
export { pointRefSchema, lineRefSchema, stepId, symmetrySchema } from './schema.ts';
export {
  across,
  along,
  at,
  beside,
  between,
  bisector,
  creaseOf,
  footOn,
  mark,
  meet,
  mirrorOf,
  on,
  onto,
  through,
  turned,
  unfolded,
} from './write.ts';
export type { NamedPoints, ResolveContext, ResolvedPoint, StepTrail } from './resolve.ts';
export { onModel, resolvePoint, resolveLine, resolveMaterial } from './resolve.ts';
export type { LineSlip } from './reader.ts';
export { Reader, readOrRefuse } from './reader.ts';
export type { SaidPart, Term } from './terms.ts';
export { partTerms, terms } from './terms.ts';
export { walkRefs } from './walk.ts';
export type { Names, StepNames } from './words.ts';
export {
  lowerFirst,
  sayDegrees,
  sayFoldLine,
  sayLine,
  sayList,
  sayNextLine,
  sayPair,
  sayPoint,
  shortPoint,
} from './words.ts';
