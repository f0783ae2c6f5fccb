import { type LengthUnit, sayNumber, toLengthText } from '../units/index.ts';

/** How a size is wished. "Exactly" is about, within 0 %. */
export const boundNames = ['about', 'least', 'most', 'between'] as const;
export type Bound = (typeof boundNames)[number];

/** A wished size in mm. `toMm` is the upper end where it is wished between two; the tolerance counts for "about" alone. */
export interface SizeWish {
  readonly mm: number;
  readonly tolerancePercent: number;
  readonly bound?: Bound;
  readonly toMm?: number | null;
}

/** Sizes that meet a wish, both ends included; the upper one is Infinity where any larger size will do. */
export function rangeOf({ mm, tolerancePercent, bound = 'about', toMm = null }: SizeWish): {
  readonly lowMm: number;
  readonly highMm: number;
} {
  switch (bound) {
    case 'about':
      return { lowMm: mm * (1 - tolerancePercent / 100), highMm: mm * (1 + tolerancePercent / 100) };
    case 'least':
      return { lowMm: mm, highMm: Infinity };
    case 'most':
      return { lowMm: 0, highMm: mm };
    case 'between':
      return { lowMm: Math.min(mm, toMm ?? mm), highMm: Math.max(mm, toMm ?? mm) };
  }
}

/** The size a sheet is computed for: the middle of what is allowed, or its one end. */
export function aimOf(wish: SizeWish): number {
  if ((wish.bound ?? 'about') !== 'between') return wish.mm;
  const { lowMm, highMm } = rangeOf(wish);
  return (lowMm + highMm) / 2;
}

/** How far a size lies outside what is wished, in mm: below 0 where it is too small, 0 where the wish holds. */
export function missOf(wish: SizeWish, mm: number): number {
  const { lowMm, highMm } = rangeOf(wish);
  return mm < lowMm ? mm - lowMm : mm > highMm ? mm - highMm : 0;
}

/** "90 mm within 4 %", "exactly 90 mm", "at least 90 mm", "60 to 70 mm". */
export function sayWish(wish: SizeWish, unit: LengthUnit): string {
  const length = (mm: number): string => toLengthText(mm, unit).text;
  switch (wish.bound ?? 'about') {
    case 'about':
      return wish.tolerancePercent === 0
        ? `exactly ${length(wish.mm)}`
        : `${length(wish.mm)} within ${sayNumber(wish.tolerancePercent)} %`;
    case 'least':
      return `at least ${length(wish.mm)}`;
    case 'most':
      return `at most ${length(wish.mm)}`;
    case 'between': {
      const { lowMm, highMm } = rangeOf(wish);
      return `${length(lowMm)} to ${length(highMm)}`;
    }
  }
}
