/**
 * Room: open file formats. FOLD 1.2 and SVG crease patterns read and written; DXF, OBJ, STL, CSV and iCalendar written.
 * Text and plain objects, no files.
 */
export type { FoldDocument, FoldFrame } from './fold.ts';
export { patternOf, readFold, toFold, toFoldStates } from './fold.ts';
export type { DashClass, DashMeaning } from './svg.ts';
export { dashMeaning, dashClassOf, readSvg, toPatternSvg } from './svg.ts';
export { toCuttingDxf, toLinesDxf, toPatternDxf } from './dxf.ts';
export type { PaperSurface } from './solid.ts';
export { toSurface, toObj, toStl } from './solid.ts';
export { toGltf } from './gltf.ts';
export type { Appointment } from './tables.ts';
export { toCsv, toIcs } from './tables.ts';
export { readDrawerCsv, toDrawerCsv } from './drawer.ts';
