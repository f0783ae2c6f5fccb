import { describe, expect, test } from '@jest/globals';
import { sayWish, shareWish, toShare } from '../src/features/marks/wishes.ts';

describe('what is written into the fields of Marks', () => {
  test.each([
    ['3/11', { edge: 'AB', top: 3, bottom: 11 }],
    [' 1 / 2 ', { edge: 'AB', top: 1, bottom: 2 }],
    ['11/3', { kind: 'share', edge: 'AB', share: '11/3' }],
    ['0/3', { kind: 'share', edge: 'AB', share: '0/3' }],
    ['phi', { kind: 'share', edge: 'AB', share: 'phi' }],
    ['0.618', { kind: 'share', edge: 'AB', share: '0.618' }],
    ['50 mm', { kind: 'share', edge: 'AB', share: 0.25 }],
    ['5cm', { kind: 'share', edge: 'AB', share: 0.25 }],
  ])('"%s" on an edge of 200 mm', (text, wish) => {
    expect(shareWish('AB', text, 200)).toEqual(wish);
  });

  test('a length in inches is a share as well; what is no length stays as it was written, to be told', () => {
    expect(toShare('1 in', 254)).toBeCloseTo(0.1, 12);
    expect(toShare('two mm', 200)).toBe('two mm');
    expect(toShare(' sqrt(2)/2 ', 200)).toBe('sqrt(2)/2');
  });

  test('every kind of wish has a name of its own', () => {
    const names = [
      sayWish({ edge: 'AB', top: 3, bottom: 11 }),
      sayWish({ kind: 'share', edge: 'AB', share: 'phi' }),
      sayWish({ kind: 'point', at: ['1/3', 0.123456789] }),
      sayWish({ kind: 'line', through: [0, 0], degrees: 22.5 }),
      sayWish({ kind: 'crease', from: [0, 0], to: [1, '1/2'] }),
    ];
    expect(names).toEqual([
      '3/11 of AB',
      'phi of AB',
      'place (1/3, 0.1235)',
      '22.5° through (0, 0)',
      'line from (0, 0) to (1, 1/2)',
    ]);
  });
});
