import {
  type AngleFamily,
  type BaseFamily,
  type FoldedBase,
  angleFamilyOf,
  difficultyOf,
  uprightTurn,
} from '../bases/index.ts';
import { type Drawing, drawModel } from '../drawing/index.ts';
import { type FlatState, layersUnder } from '../folded/index.ts';
import { type Point, subtract, toUnit } from '../geometry/index.ts';
import { rotateModel } from '../moves/index.ts';
import type { BaseMatch } from '../parts/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { measureState } from './measured.ts';

/** A base held against a figure, with what a folder weighs it by. */
export interface BaseRow {
  readonly match: BaseMatch;
  readonly family: BaseFamily;
  readonly angles: AngleFamily;
  readonly difficulty: 1 | 2 | 3 | 4;
  /** Layers over the point where its flaps meet. */
  readonly hubLayers: number;
  readonly sheet: SheetShape;
  readonly drawing: Drawing;
  readonly flaps: readonly { readonly tip: string; readonly length: number; readonly width: number }[];
}

/** Reads a row off a folded base; lengths in sheet sides. */
export const readBaseRow = (match: BaseMatch, folded: FoldedBase): BaseRow => ({
  match,
  family: folded.base.family,
  angles: angleFamilyOf(folded.state),
  difficulty: difficultyOf(folded.base.steps),
  hubLayers: folded.hub ? layersUnder(measureState(folded.state).map, nearHub(folded)).length : 0,
  sheet: folded.base.sheet,
  drawing: drawModel(standUp(folded), 0),
  flaps: folded.flaps.map(({ tip, length, width }) => ({ tip, length, width })),
});

/** The base turned as folders hold it. */
export const standUp = (folded: FoldedBase): FlatState =>
  rotateModel(folded.state, uprightTurn(folded)).state;

/** A place in the paper beside the hub: the hub itself lies on folds, where no layer can be counted. */
function nearHub({ hub, flaps }: FoldedBase): Point {
  const longest = flaps[0]!;
  const [x, y] = toUnit(subtract(longest.tipOnModel, hub!));
  return [hub![0] + 1e-3 * x - 7e-4 * y, hub![1] + 1e-3 * y + 7e-4 * x];
}
