/** Room: pictures on the screen: a drawing as SVG with linked facets, and points to choose on it. */
export { DrawingView } from './DrawingView.tsx';
export type { DragPhase } from './DrawingView.tsx';
export type { Mark } from './Marks.tsx';
export { usePalette, paletteOf, housePalette } from './palette.ts';
export { pickNearest } from './snap.ts';
export { handOver, saveAll, savePng, saveSvg } from './saveDrawing.ts';
export { PickTwo } from './PickTwo.tsx';
export { useCloser } from './useCloser.ts';
