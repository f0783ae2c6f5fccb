import type { Plan } from '../plan/index.ts';
import type { Step } from '../sequence/index.ts';

/** Lengths of a move that are kept as shares: of the way between two points, and widths in sheet sides. */
const isShareOf = (value: object): boolean =>
  'kind' in value && (value.kind === 'between' || value.kind === 'along') && 'share' in value;

/** Every length of a move changed by a factor; fractions that are written ("1/3") are meant as such and stay. */
function scaleLengths(value: unknown, factor: number, isMove: boolean): unknown {
  if (Array.isArray(value)) return value.map((v) => scaleLengths(v, factor, false));
  if (typeof value !== 'object' || value === null) return value;
  const isShare = isShareOf(value);
  return Object.fromEntries(
    Object.entries(value).map(([key, v]) =>
      typeof v === 'number' && ((isShare && key === 'share') || (isMove && key === 'width'))
        ? [key, v * factor]
        : [key, scaleLengths(v, factor, false)],
    ),
  );
}

/** True where a step has a length that could stay in mm when the sheet changes. */
export const hasLengths = ({ move }: Pick<Step, 'move'>): boolean =>
  JSON.stringify(scaleLengths(move, 2, true)) !== JSON.stringify(move);

/**
 * Lengths that are to stay in mm stay so when the sheet gets another side: their shares of it change the other way. A plan
 * whose sheet follows the size wished has no side of its own; its lengths keep their shares.
 */
export function keepLengths(before: Plan, after: Plan): Plan {
  const [was, is] = [before.sheet.sideMm, after.sheet.sideMm];
  if (was === null || is === null || was === is || !after.steps.some((s) => s.keepsMm)) return after;
  return {
    ...after,
    steps: after.steps.map((s) =>
      s.keepsMm ? { ...s, move: scaleLengths(s.move, was / is, true) as Step['move'] } : s,
    ),
  };
}
