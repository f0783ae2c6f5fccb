/**
 * Room: the saved document. Its schema and version, a fresh plan, and what a
 * schema cannot check. Lengths in mm, shares of the side where said. Does not compute.
 */
export type { Plan, Brief, Fit, PaperChoice, FinishPlan, PlanFile, Rules } from './schema.ts';
export {
  MOST_FITS,
  MOST_PIECES,
  MOST_PLACES,
  planSchema,
  planFileSchema,
  PLAN_VERSION,
  PLAN_FORMAT,
} from './schema.ts';
export type { NamedPiece, PieceBeginning, PieceId } from './pieces.ts';
export {
  addPiece,
  listPieces,
  movePiece,
  otherHalf,
  planOfPiece,
  removePiece,
  settlePieces,
  withPiece,
} from './pieces.ts';
export type { BenchRun, DiaryEntry, Photo, MarkedPhoto, StuckReason } from './records.ts';
export {
  benchRunSchema,
  diaryEntrySchema,
  photoSchema,
  PHOTO_PX,
  MOST_PHOTO_BYTES,
  MOST_PHOTOS,
  stuckReasons,
} from './records.ts';
export { buildPlan, toPaperChoice } from './fresh.ts';
export type { PhotoLength, SidePair } from './photo.ts';
export { mmPerPixel, photoLengths, sidePairs } from './photo.ts';
export { checkPlan } from './check.ts';
export { planFileJsonSchema } from './jsonSchema.ts';
