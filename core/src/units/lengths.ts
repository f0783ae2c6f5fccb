import { sayNumber, toFigure } from './figures.ts';
import { done, failed, type Outcome } from '../outcome/index.ts';

export const lengthUnits = ['mm', 'cm', 'in'] as const;
export type LengthUnit = (typeof lengthUnits)[number];

const MM_PER: Record<LengthUnit, number> = { mm: 1, cm: 10, in: 25.4 };
/** Larger than any sheet a person folds alone; smaller than a fibre of paper. */
const LONGEST_MM = 5000;
const SHORTEST_MM = 0.1;

const unitWords: Record<string, LengthUnit> = {
  mm: 'mm',
  millimetre: 'mm',
  millimetres: 'mm',
  cm: 'cm',
  centimetre: 'cm',
  centimetres: 'cm',
  in: 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  '″': 'in',
};
const vulgar: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
};

/**
 * Millimetres from what a person typed: "240", "24 cm", "9 7/16 in", "9½ in", "24,5 cm". A bare number is in
 * `unit`. Fails with one sentence (value, limit, remedy) for zero, negative, absurd sizes and unknown units.
 */
export function readLength(text: string, unit: LengthUnit = 'mm'): Outcome<number, string> {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(',', '.')
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (f) => ` ${vulgar[f]}`);
  if (plain === '') return failed('No length is written; write a size such as 90, 9 cm or 3 1/2 in.');
  const parts = /^([-+]?)\s*(\d*\.?\d*)(?:\s+(\d+)\s*\/\s*(\d+)|\s*\/\s*(\d+))?\s*([a-z"″]*)$/.exec(
    plain.trim(),
  );
  if (!parts || (parts[2] === '' && parts[3] === undefined)) {
    return failed(`"${text.trim()}" is not a length; write a size such as 90, 9 cm or 3 1/2 in.`);
  }
  const [, sign, whole, numerator, denominator, under, word] = parts;
  const given = word === '' ? unit : unitWords[word!];
  if (!given) return failed(`"${word}" is not a unit this plan knows; use mm, cm or in.`);
  if (denominator === '0' || under === '0')
    return failed(`"${text.trim()}" divides by zero; write it again.`);
  const fraction = numerator ? Number(numerator) / Number(denominator) : 0;
  const value = (Number(whole || 0) / (under ? Number(under) : 1) + fraction) * (sign === '-' ? -1 : 1);
  return checkLengthMm(value * MM_PER[given], text.trim());
}

function checkLengthMm(mm: number, written: string): Outcome<number, string> {
  if (!Number.isFinite(mm)) return failed(`"${written}" is not a length; write a size such as 90 or 9 cm.`);
  if (mm <= 0) return failed(`A length of ${written} cannot be folded; it must be more than 0.`);
  if (mm < SHORTEST_MM)
    return failed(`${written} is less than ${SHORTEST_MM} mm, thinner than a crease; check the unit.`);
  if (mm > LONGEST_MM) return failed(`${written} is more than ${LONGEST_MM / 1000} m; check the unit.`);
  return done(mm);
}

export interface WrittenLength {
  readonly text: string;
  /** How far the written value is from the true one, as a share of it; said beside it when over 1 %. */
  readonly rounding: number;
  readonly note?: string;
}

/** A length in mm written in the wanted unit: mm and cm to 0.1 mm, inches to 1/16. */
export function toLengthText(mm: number, unit: LengthUnit): WrittenLength {
  const written =
    unit === 'mm'
      ? Math.round(mm * 10) / 10
      : unit === 'cm'
        ? Math.round(mm * 10) / 100
        : Math.round((mm / 25.4) * 16) / 16;
  const text =
    unit === 'in' ? toInchText(written) : `${unit === 'cm' ? trim(written, 2) : trim(written, 1)} ${unit}`;
  const rounding = mm === 0 ? 0 : Math.abs(written * MM_PER[unit] - mm) / mm;
  return rounding > 0.01
    ? { text, rounding, note: `rounded by ${toFigure(rounding * 100, 1)} %, ${trim(mm, 2)} mm exactly` }
    : { text, rounding };
}

const trim = (value: number, digits: number): string => sayNumber(Number(value.toFixed(digits)));

/** Inches to 1/16 with a vulgar fraction: 9.4375 gives "9 7/16 in". */
export function toInchText(inches: number): string {
  const sixteenths = Math.round(inches * 16);
  let [top, bottom] = [sixteenths % 16, 16];
  const whole = (sixteenths - top) / 16;
  while (top !== 0 && top % 2 === 0) [top, bottom] = [top / 2, bottom / 2];
  const fraction = top === 0 ? '' : `${top}/${bottom}`;
  return `${[whole === 0 && fraction ? '' : String(whole), fraction].filter(Boolean).join(' ')} in`;
}
