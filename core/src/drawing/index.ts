/**
 * Room: drawings as display lists. Facets back to front in the two paper colours, edges and creases in the line code,
 * arrows of the craft's notation, named landmarks; and the list rendered to SVG. Positions in sheet sides, y up.
 */
export type { Drawing, DrawItem, LineStyle, ArrowStyle } from './items.ts';
export { drawModel, drawSheet, drawStep } from './drawing.ts';
export type { ModelView } from './views.ts';
export { drawAgainst, drawApart, drawThrough } from './views.ts';
export type { Box, Frame, Frames } from './frame.ts';
export { frameOf, isWithin } from './frame.ts';
export type { PlacedLabel } from './labels.ts';
export { placeLabels } from './labels.ts';
export type { PlacedName } from './names.ts';
export { placeNames, surroundingsOf } from './names.ts';
export type { SvgOptions, Palette } from './svg.ts';
export {
  NEW,
  SHADE_PER_LAYER,
  HOLD_SIZE,
  NUMBER_SIZE,
  WHOLE_WEIGHT,
  arrowPath,
  dayPalette,
  equalPath,
  squarePath,
  strokeOf,
  toSvg,
} from './svg.ts';
export type { Eye } from './space.ts';
export { drawForm } from './space.ts';
export { mirrorDrawing } from './mirror.ts';
export type { Sign } from './signs.ts';
export { allSigns, signsIn } from './signs.ts';
