import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readExact } from '../src/geometry/index.ts';
import { type Surd, Tower, readSurd } from '../src/surd/index.ts';

/** Random expressions as folds make them, with the tower that reckons them. */
type Grown = { readonly tower: Tower; readonly value: Surd };

const small = fc.integer({ min: -9, max: 9 });

function grow(numbers: readonly number[], moves: readonly number[]): Grown {
  const tower = new Tower();
  const whole = (n: number): Surd => tower.ratio(BigInt(n));
  let value = whole(numbers[0] ?? 1);
  moves.forEach((move, i) => {
    const other = whole(numbers[(i + 1) % numbers.length] || 1);
    if (move === 0) value = tower.add(value, other);
    if (move === 1) value = tower.times(value, other);
    if (move === 2) value = tower.divide(value, other) ?? value;
    // A sum of squares always has a root.
    if (move === 3)
      value = tower.sqrt(tower.add(tower.times(value, value), tower.times(other, other))) ?? value;
  });
  return { tower, value };
}

describe('exact numbers of roots', () => {
  test('known equalities are decided, and near misses told apart', () => {
    const tower = new Tower();
    const is = (a: string, b: string): boolean =>
      tower.isZero(tower.subtract(readSurd(tower, a)!, readSurd(tower, b)!));
    expect(is('sqrt(3+2*sqrt(2))', '1+sqrt(2)')).toBe(true);
    expect(is('sqrt(2)*sqrt(3)', 'sqrt(6)')).toBe(true);
    expect(is('1/phi', '1+phi')).toBe(true);
    expect(is('tan(22.5)', 'sqrt(2)-1')).toBe(true);
    expect(is('sin(15)', '(sqrt(6)-sqrt(2))/4')).toBe(true);
    expect(is('tan(67.5)', 'sqrt(2)+1')).toBe(true);
    // Both are 3.1462643699...; they differ in the twelfth place after it.
    expect(is('sqrt(2)+sqrt(3)', '3.14626436994197')).toBe(false);
    expect(is('0.333333333333333333333', '1/3')).toBe(false);
  });

  test('what is no number of roots is not known', () => {
    const tower = new Tower();
    expect(readSurd(tower, 'sin(10)')).toBeUndefined();
    expect(readSurd(tower, 'sqrt(0-1)')).toBeUndefined();
    expect(readSurd(tower, '1/0')).toBeUndefined();
    expect(readSurd(tower, '1+')).toBeUndefined();
    expect(tower.decimal('1e-3')).toEqual(tower.ratio(1n, 1000n));
    expect(tower.decimal('-2.50')).toEqual(tower.ratio(-5n, 2n));
    expect(tower.decimal('x')).toBeUndefined();
  });

  test('a root squared is the number again, and a number by itself is one', () => {
    fc.assert(
      fc.property(
        fc.array(small, { minLength: 2, maxLength: 4 }),
        fc.array(fc.nat(3), { maxLength: 6 }),
        (numbers, moves) => {
          const { tower, value } = grow(numbers, moves);
          const square = tower.times(value, value);
          const root = tower.sqrt(square)!;
          expect(tower.isZero(tower.subtract(tower.times(root, root), square))).toBe(true);
          expect(tower.toNumber(root)).toBeGreaterThanOrEqual(0);
          // The root of a square is the number itself, up to its sign: no new floor is laid for it.
          const same = tower.isZero(tower.subtract(root, value)) || tower.isZero(tower.add(root, value));
          expect(same).toBe(true);
          if (tower.isZero(value)) return;
          expect(tower.divide(value, value)).toEqual(tower.ratio(1n));
        },
      ),
      { numRuns: 150 },
    );
  });

  test('doubles and exact numbers read an expression alike', () => {
    for (const text of ['3/8', 'sqrt(2)-1', 'tan(22.5)/2', 'phi', '-(1/3)+0.25', 'cos(60)', 'sin(11.25)']) {
      const tower = new Tower();
      const double = readExact(text);
      expect(double.ok && tower.toNumber(readSurd(tower, text)!)).toBeCloseTo(
        double.ok ? double.value : NaN,
        12,
      );
    }
  });

  test('a number far beyond doubles still has its value', () => {
    const tower = new Tower();
    const huge = tower.ratio(10n ** 400n + 1n, 3n * 10n ** 400n);
    expect(tower.toNumber(huge)).toBeCloseTo(1 / 3, 15);
    expect(tower.toNumber(tower.ratio(0n))).toBe(0);
  });
});
