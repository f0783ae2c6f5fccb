import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readExact } from '../src/geometry/index.ts';
import { readLength, toFractionText, toInchText, toLengthText, toMinutesText } from '../src/units/index.ts';

const mm = (text: string, unit?: 'mm' | 'cm' | 'in'): number => {
  const read = readLength(text, unit);
  if (!read.ok) throw new Error(read.fault);
  return read.value;
};

describe('lengths as folders write them', () => {
  test.each([
    ['240', 240],
    ['24 cm', 240],
    ['24,5 cm', 245],
    ['9 7/16 in', 9.4375 * 25.4],
    ['9½ in', 9.5 * 25.4],
    ['3/4"', 0.75 * 25.4],
    ['1.5in', 38.1],
  ])('%s is %f mm', (text, expected) => expect(mm(text)).toBeCloseTo(expected, 9));

  test('a bare number is in the unit of the folder', () => expect(mm('9', 'in')).toBeCloseTo(228.6, 9));

  test.each([
    ['0', 'more than 0'],
    ['-5', 'more than 0'],
    ['9 parsecs', 'not a unit'],
    ['a lot', 'not a length'],
    ['', 'No length'],
    ['900000', 'more than 5 m'],
    ['0.001', 'less than 0.1 mm'],
    ['3/0 in', 'divides by zero'],
  ])('"%s" is refused with a sentence', (text, part) => {
    const read = readLength(text);
    expect(read.ok).toBe(false);
    expect(read.ok ? '' : read.fault).toContain(part);
  });

  test('inches are written with vulgar fractions to 1/16', () => {
    expect(toInchText(9.4375)).toBe('9 7/16 in');
    expect(toInchText(0.5)).toBe('1/2 in');
    expect(toInchText(4)).toBe('4 in');
  });

  test('rounding over 1 % is said', () => {
    expect(toLengthText(1, 'in').note).toContain('rounded by');
    expect(toLengthText(240, 'in').note).toBeUndefined();
    expect(toLengthText(240, 'cm').text).toBe('24 cm');
  });

  test('what is written can be read back within its rounding', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 4900, noNaN: true }),
        fc.constantFrom('mm' as const, 'cm' as const, 'in' as const),
        (length, unit) => {
          const written = toLengthText(length, unit);
          const read = readLength(written.text);
          return read.ok
            ? Math.abs(read.value - length) <= written.rounding * length + 1e-9
            : written.text.startsWith('0');
        },
      ),
    );
  });

  test('minutes and fractions in words', () => {
    expect([toMinutesText(6), toMinutesText(112), toMinutesText(0.2)]).toEqual([
      '6 min',
      '1 h 52',
      'under 1 min',
    ]);
    expect([toFractionText(0.375), toFractionText(1), toFractionText(Math.SQRT1_2)]).toEqual([
      '3/8',
      '1',
      '0.707',
    ]);
  });
});

describe('exact numbers', () => {
  test.each([
    ['3/8', 0.375],
    ['sqrt(2)-1', Math.SQRT2 - 1],
    ['tan(22.5)/2', Math.tan(Math.PI / 8) / 2],
    ['-(1+2)*3', -9],
    ['phi', (Math.sqrt(5) - 1) / 2],
    [0.25, 0.25],
  ])('%s has its value', (text, expected) => {
    const read = readExact(text);
    expect(read.ok && read.value).toBeCloseTo(expected, 12);
  });

  test.each(['', '1/0', 'sqrt(-1)', 'hello', '1+', '(1', 'constructor(1)', '1;2', Number.NaN])(
    '%s is refused',
    (text) => {
      expect(readExact(text).ok).toBe(false);
    },
  );
});
