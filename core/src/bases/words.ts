import type { NamedPoints, PointRef } from '../references/index.ts';
import { type Step, write } from '../sequence/index.ts';
import type { Point } from '../geometry/index.ts';
import type { SheetShape } from '../sheet/index.ts';

export const { at, on, along, through, onto, bisector } = write;
const { writeStep } = write;
export type Written = Parameters<typeof writeStep>[1];

/** Families as the atlas shows them, in its order. */
export const baseFamilies: readonly { readonly id: BaseFamily; readonly title: string }[] = [
  { id: 'simple', title: 'Simple folds' },
  { id: 'classic', title: 'The classic four and their kin' },
  { id: 'blintzed', title: 'Blintzed first' },
  { id: 'river', title: 'With a body between two hubs' },
  { id: 'grid', title: 'From a grid' },
  { id: 'rectangle', title: 'From rectangles' },
  { id: 'triangle', title: 'From the half square' },
];

export type BaseFamily = 'simple' | 'classic' | 'blintzed' | 'river' | 'rectangle' | 'grid' | 'triangle';

/** A base is a sequence on its sheet; everything said about it is computed from its folded state. */
export interface Base {
  readonly id: string;
  readonly name: string;
  readonly sheet: SheetShape;
  /** Where it stands in the atlas. */
  readonly family: BaseFamily;
  /** Points its steps name beside the sheet's own. */
  readonly points: NamedPoints;
  readonly steps: readonly Step[];
  /** Flaps the base was designed to have; left out, they are looked for in its folded state. */
  readonly designed?: readonly DesignedFlap[];
}

/** A flap as it was designed: its tip on the sheet, the direction in which its axis runs from there, and how far. */
export interface DesignedFlap {
  /** The end it was designed for, where the base was made for one figure. */
  readonly leaf: string;
  readonly tip: Point;
  readonly inward: Point;
  readonly length: number;
}

export const square: SheetShape = { kind: 'square' };
export const [A, B, C, D, O] = ['A', 'B', 'C', 'D', 'O'].map(at) as [
  PointRef,
  PointRef,
  PointRef,
  PointRef,
  PointRef,
];
export const mids = ['mid AB', 'mid BC', 'mid CD', 'mid DA'].map(at) as [
  PointRef,
  PointRef,
  PointRef,
  PointRef,
];
export const [mAB, mBC, mCD, mDA] = mids;

/** Steps with ids that begin with the base's own. */
export function sequence(base: string, moves: readonly (readonly [string, Written])[]): Step[] {
  return moves.map(([id, move]) => writeStep(`${base}-${id}`, move, { passage: 'Base' }));
}

export type Sense = 'valley' | 'mountain';
export const crease = (sense: Sense, a: PointRef, b: PointRef): Written => ({
  kind: 'crease',
  sense,
  line: through(a, b),
  through: 'all',
});
export const fold = (line: Extract<Written, { kind: 'fold' }>['line'], ...flap: PointRef[]): Written => ({
  kind: 'fold',
  sense: 'valley',
  line,
  flap,
  layers: 'flap',
});
export const behind = (line: Extract<Written, { kind: 'fold' }>['line'], ...flap: PointRef[]) => ({
  kind: 'fold' as const,
  sense: 'mountain' as const,
  line,
  flap,
  layers: 'flap' as const,
});
export const folds = (sense: Sense, from: PointRef, ends: readonly PointRef[]) =>
  ends.map((to) => ({ from, to, sense }));
export const half = { kind: 'turn', degrees: 180 } as const;
