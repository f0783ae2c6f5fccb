/**
 * All tolerances of the engine, in sheet sides (a sheet is about 1 wide). Placements carry an error of about 1e-14
 * (they are re-derived after every move), so each limit below stands far above rounding and far below paper.
 */
export const tolerance = {
  /** Two points closer than this are one point: 0.3 nm on a 300 mm sheet, a million times the rounding error. */
  samePoint: 1e-9,
  /** Lengths, shares and areas that are said or compared for a folder are alike below this: 0.3 µm on a 300 mm sheet. */
  alike: 1e-6,
  /** What a few operations on numbers near 1 leave. */
  rounding: 1e-12,
  /** A point this close to a line lies on it. */
  onLine: 1e-9,
  /** Two facets overlap only if they cross by more than this; touching along an edge is no overlap. */
  overlap: 1e-7,
  /** Two placements (matrix entries) this close are the same placement, so the edge between them is flat. */
  samePlacement: 1e-7,
  /** A crease leaving an edge shorter than this is refused: 0.03 mm on a 300 mm sheet, less than paper is thick. */
  shortestEdge: 1e-4,
  /** Folded points this close are one node of the arrangement. */
  node: 1e-8,
  /** Cross product of unit directions below which two lines count as parallel. */
  parallel: 1e-10,
} as const;
