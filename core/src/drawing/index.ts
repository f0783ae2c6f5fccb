/**
 * Room: drawings as display lists. Facets back to front in the two paper colours, edges and creases in the line code,
 * arrows of the craft's notation, named landmarks; and the list rendered to SVG. Positions in sheet sides, y up.
 */
export type { Drawing, DrawItem, LineStyle, ArrowStyle } from './items.ts';
export { drawModel, drawSheet, drawStep } from './drawing.ts';
export type { ModelView } from './views.ts';
export { drawAgainst, drawApart, drawThrough } from './views.ts';
export { placeLabels } from './labels.ts';
export type { SvgOptions, Palette } from './svg.ts';
export {
  NEW,
  SHADE_PER_LAYER,
  arrowPath,
  dayPalette,
  enlargedPlace,
  equalPath,
  sayFactor,
  squarePath,
  strokeOf,
  toSvg,
} from './svg.ts';
