import type { Plan } from '@jade/core/plan';
import type { LengthUnit } from '@jade/core/units';
import type { Bound, SizeWish } from '@jade/core/wishes';
import { WordChoice, WordLength, WordNumber } from './inline.tsx';
import { WORDS } from './words.ts';

/** A size beside the target's, as the plan keeps it. */
export type Wish = NonNullable<Plan['brief']['other']>;

/** How a size is wished, in the order it is chosen from; exactly is about, within 0 %. */
const BOUNDS: readonly { value: Bound | 'exactly'; label: string }[] = [
  { value: 'about', label: 'about' },
  { value: 'exactly', label: 'exactly' },
  { value: 'least', label: 'at least' },
  { value: 'most', label: 'at most' },
  { value: 'between', label: 'between' },
];
const USUAL_TOLERANCE = 5;

interface SizeProps {
  readonly label: string;
  readonly wish: SizeWish | null;
  readonly unit: LengthUnit;
  readonly onWish: (wish: Wish | null) => void;
  readonly onFault: (fault: string) => void;
}

/** One wished size in words: "at most 100 mm", "between 60 mm and 70 mm", "about 90 mm within 4 %". */
export function WishSize({ label, wish, unit, onWish, onFault }: SizeProps) {
  const bound = wish?.bound ?? 'about';
  const isExact = wish !== null && bound === 'about' && wish.tolerancePercent === 0;
  const full = (change: Partial<Wish>): Wish => ({
    mm: wish!.mm,
    tolerancePercent: wish!.tolerancePercent,
    bound,
    toMm: wish!.toMm ?? null,
    ...change,
  });
  return (
    <>
      {wish && (
        <>
          <WordChoice
            label={`${label}, how`}
            value={isExact ? 'exactly' : bound}
            options={BOUNDS}
            onChoice={(v) =>
              onWish(
                full({
                  bound: v === 'exactly' ? 'about' : v,
                  tolerancePercent:
                    v === 'exactly' ? 0 : v === 'about' && isExact ? USUAL_TOLERANCE : wish.tolerancePercent,
                  toMm: v === 'between' ? (wish.toMm ?? Math.round(wish.mm * 1.1)) : null,
                }),
              )
            }
          />{' '}
        </>
      )}
      <WordLength
        label={label}
        valueMm={wish?.mm ?? null}
        unit={unit}
        onFault={onFault}
        onLength={(mm) =>
          onWish(
            mm === null
              ? null
              : wish
                ? full({ mm, toMm: bound === 'between' ? Math.max(mm * 1.01, wish.toMm ?? mm) : null })
                : { mm, tolerancePercent: USUAL_TOLERANCE, bound: 'about', toMm: null },
          )
        }
      />
      {wish && bound === 'between' && (
        <>
          {' '}
          and{' '}
          <WordLength
            label={`${label}, upper end`}
            valueMm={wish.toMm ?? wish.mm}
            unit={unit}
            onFault={onFault}
            onLength={(mm) => {
              if (mm === null) onWish(full({ bound: 'least', toMm: null }));
              else if (mm > wish.mm) onWish(full({ toMm: mm }));
              else onFault('The upper end has to be larger than the lower one; change the lower one first.');
            }}
          />
        </>
      )}
      {wish && bound === 'about' && !isExact && (
        <>
          {' '}
          within{' '}
          <WordNumber
            label={label === WORDS.wantedSize ? WORDS.tolerance : `${label}, within, %`}
            value={wish.tolerancePercent}
            low={0}
            high={50}
            onFault={onFault}
            onNumber={(v) => onWish(full({ tolerancePercent: v }))}
          />{' '}
          %
        </>
      )}
    </>
  );
}
