/**
 * Room: open file formats. FOLD 1.2, SVG and DXF crease patterns read and written; OBJ, STL, CSV and iCalendar written.
 * Text and plain objects, no files.
 */
export type { FoldDocument, FoldFrame, SaidOrder } from './fold.ts';
export { patternOf, readFaceOrders, readFold, toFold, toFoldStates } from './fold.ts';
export type { DashClass, LineDrawing, LineLook } from './lines.ts';
export { MOST_LINES_READ } from './lines.ts';
export type { DashMeaning } from './svg.ts';
export { dashMeaning, toPatternSvg } from './svg.ts';
export { dashClassOf, readSvg, readSvgLines } from './svgRead.ts';
export { readDxfLines } from './dxfRead.ts';
export { inkWord } from './ink.ts';
export { toCuttingDxf, toLinesDxf, toPatternDxf } from './dxf.ts';
export type { PaperSurface } from './solid.ts';
export { toSurface, toObj, toStl } from './solid.ts';
export { toGltf } from './gltf.ts';
export type { Appointment } from './tables.ts';
export { toCsv, toIcs } from './tables.ts';
export { readDrawerCsv, toDrawerCsv } from './drawer.ts';
