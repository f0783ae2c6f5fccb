import { type FlatState, foldsOf } from '../folded/index.ts';
import { bearing, tolerance } from '../geometry/index.ts';
import { specOf } from '../kinds/index.ts';
import type { Step } from '../sequence/index.ts';

/** The angles all folds of a state keep to, in degrees; "free" where they keep to none of the usual ones. */
export type AngleFamily = '90' | '45' | '30' | '22.5' | '15' | 'free';

const FAMILIES: readonly (readonly [AngleFamily, number])[] = [
  ['90', 90],
  ['45', 45],
  ['30', 30],
  ['22.5', 22.5],
  ['15', 15],
];

/** The coarsest family that holds the directions of all folds. */
export function angleFamilyOf(state: FlatState): AngleFamily {
  const directions = foldsOf(state).map(({ from, to }) => bearing(from, to));
  const keeps = (step: number): boolean =>
    directions.every((d) => Math.abs(d / step - Math.round(d / step)) < tolerance.alike);
  return FAMILIES.find(([, step]) => keeps(step))?.[0] ?? 'free';
}

/** How hard a base is to make, from 1 (folds one after another) to 4. */
export function difficultyOf(steps: readonly Step[]): 1 | 2 | 3 | 4 {
  const hardest = Math.max(0, ...steps.map((s) => specOf(s.move).difficulty));
  const long = steps.length > 12 ? 1 : 0;
  return Math.min(4, 1 + hardest + long) as 1 | 2 | 3 | 4;
}
