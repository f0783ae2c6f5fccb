/**
 * Room: the uncut sheet. Its shape in sheet sides (shorter side, or leg of the triangle, is 1), corner names, edges
 * and built-in landmarks, its symmetries. Sizes in mm belong to the plan. Does not fold.
 */
export type { SheetShape, SheetSymmetry } from './shape.ts';
export {
  boxOf,
  sheetKinds,
  turnDegrees,
  outlineOf,
  cornersOf,
  landmarksOf,
  edgesOf,
  sheetArea,
  mapPoint,
  symmetriesOf,
  sheetTitle,
} from './shape.ts';
