/**
 * Room: lengths as folders write them. Millimetres inside; cm, mm and inches with vulgar fractions (to 1/16) in and
 * out. Says when rounding moves a length by more than 1 %. Does not know sheets or paper.
 */
export type { LengthUnit, WrittenLength } from './lengths.ts';
export { readLength, toLengthText, toInchText, lengthUnits } from './lengths.ts';
export { sayNumber, toFigure, toMinutesText, toFractionText, writeDecimalsLike } from './figures.ts';
