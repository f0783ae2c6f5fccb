import { type BackSide, type BufferGeometry, type FrontSide, MeshLambertMaterial } from 'three';
import type { PosePaper } from './poseViews.ts';

/** One side of a paper; drawn a little behind its edges. */
export function paperOf(color: string, side: typeof FrontSide | typeof BackSide): MeshLambertMaterial {
  const material = new MeshLambertMaterial({ color, side, flatShading: true });
  return Object.assign(material, {
    polygonOffset: true,
    polygonOffsetFactor: 1,
    polygonOffsetUnits: 1,
  });
}

/** Gives the triangles of each paper its own material, in the order of the papers; one material where there are none. */
export function groupPapers(geometry: BufferGeometry, papers: readonly PosePaper[], triangles: number): void {
  geometry.clearGroups();
  papers.forEach(({ from }, i) => {
    const to = papers[i + 1]?.from ?? triangles;
    geometry.addGroup(from * 3, (to - from) * 3, i);
  });
}
