import { type Outcome, done, failed } from '../outcome/index.ts';

/** A quantity read off an instrument with how far off it may be, in the same unit. */
export interface Measured {
  readonly value: number;
  readonly offBy: number;
}

/** What a caliper and a scale show at best (resolution): mm and g. */
const CALIPER_STEP = 0.01;
const SCALE_STEP = 0.1;
const MOST_SHEETS = 200;

/** Caliper of one sheet in mm from a stack: the reading over the number of sheets; the error shrinks likewise. */
export function caliperOfStack(sheets: number, readingMm: number): Outcome<Measured, string> {
  const wrong = checkStack(sheets);
  if (wrong) return failed(wrong);
  if (!(readingMm > 0) || readingMm / sheets > 3)
    return failed(
      `A stack of ${sheets} sheets is not ${readingMm} mm thick; a sheet has over 0 and up to 3 mm. Read the caliper again.`,
    );
  return done({ value: readingMm / sheets, offBy: CALIPER_STEP / 2 / sheets });
}

/** Grammage in g/m2 from the weight of a stack of sheets of a size in mm. */
export function grammageOfStack(
  sheets: number,
  grams: number,
  size: { readonly widthMm: number; readonly heightMm: number },
): Outcome<Measured, string> {
  const wrong = checkStack(sheets);
  if (wrong) return failed(wrong);
  const squareMetres = (sheets * size.widthMm * size.heightMm) / 1e6;
  const value = grams / squareMetres;
  if (!(value > 0) || value > 1000)
    return failed(
      `A stack of ${sheets} sheets of ${size.widthMm} x ${size.heightMm} mm does not weigh ${grams} g: that is ${Math.round(value)} g/m2, and paper has up to 1000. Weigh it again.`,
    );
  return done({ value, offBy: SCALE_STEP / 2 / squareMetres });
}

const checkStack = (sheets: number): string | undefined =>
  Number.isInteger(sheets) && sheets >= 1 && sheets <= MOST_SHEETS
    ? undefined
    : `A stack has 1 to ${MOST_SHEETS} whole sheets; ten make a good reading.`;
