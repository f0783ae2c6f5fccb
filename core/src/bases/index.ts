/**
 * Room: the atlas of bases. Each is a sequence; flaps, silhouette, layers and facets are read off its folded state.
 * Lengths in sheet sides (the shorter side, a leg of the triangle).
 */
import {
  type Point,
  areaOf,
  clipTo,
  lineThrough,
  scale,
  sideOf,
  subtract,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import { toModel } from '../folded/index.ts';
import { type SheetShape, landmarksOf, outlineOf, sheetArea } from '../sheet/index.ts';
import { bases, findBase } from './catalogue.ts';
import type { BaseFlap } from './flaps.ts';
import { type FoldedBase, foldBase, tryFoldBase } from './fold.ts';
import { type Base, type BaseFamily, type DesignedFlap, baseFamilies } from './words.ts';

export type { Base, BaseFamily, BaseFlap, DesignedFlap, FoldedBase };
export { foldBase, tryFoldBase };
export type { AngleFamily } from './character.ts';
export { angleFamilyOf, difficultyOf } from './character.ts';
export type { TwoHubs } from './rivers.ts';
export type { CollapseDesign } from './rivers.ts';
export { collapsedBase, layTwoHubs, moleculeBase } from './rivers.ts';
export type { BasePaper } from './paper.ts';
export { readBasePaper } from './paper.ts';
export type { PrecreaseHow, Precreased } from './precreased.ts';
export { precreaseBase, precreaseState } from './precreased.ts';
export { middleOf, pairsOtherwise } from './otherwise.ts';
export { bases, baseFamilies, findBase };

/**
 * Degrees to turn the folded base so that it stands as folders hold it: its axis upright with the closed point up; a
 * closed point off the axis (a waterbomb) up above it; without one the longest flap up. Strips stay as they are.
 */
export function uprightTurn({ axis, flaps, state }: Pick<FoldedBase, 'axis' | 'flaps' | 'state'>): number {
  if (!axis || flaps.length === 0 || state.sheet.kind === 'rectangle') return 0;
  const centre = landmarksOf(state.sheet).find((l) => l.name === 'O')!.at;
  const isClosed = state.vertices.some((v) => isSamePoint(v, centre));
  const closed = flaps.find((f) => f.tip === 'O');
  const at = toModel(state, centre)!;
  const off = sideOf(axis, at);
  const up =
    isClosed && Math.abs(off) > tolerance.alike
      ? scale(axis.normal, off)
      : subtract((closed ?? flaps[0]!).tipOnModel, (closed ?? flaps[0]!).root);
  const degrees = 90 - (Math.atan2(up[1], up[0]) * 180) / Math.PI;
  return Math.round(degrees * 1e6) / 1e6;
}

/** Corners of the many-cornered polygon that stands for a circle; its area is 0.005 % short. */
const ROUND = 360;

/**
 * Share of the sheet that lies under circles about the tips of the flaps, each as wide as its flap is long: the paper
 * the flaps use. The circles of one base never overlap.
 */
export function coveredByFlaps(sheet: SheetShape, flaps: readonly BaseFlap[]): number {
  const outline = outlineOf(sheet);
  const rims = outline.map((p, i) => lineThrough(p, outline[(i + 1) % outline.length]!)!);
  const covered = flaps.reduce((sum, { tipOnSheet: [x, y], length }) => {
    const circle = Array.from({ length: ROUND }, (_, i): Point => {
      const angle = (2 * Math.PI * i) / ROUND;
      return [x + length * Math.cos(angle), y + length * Math.sin(angle)];
    });
    return sum + areaOf(rims.reduce((part, rim) => clipTo(part, rim), circle));
  }, 0);
  return covered / sheetArea(sheet);
}
