import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  type Line,
  type Point,
  apply,
  chordOf,
  clipTo,
  areaOf,
  compose,
  distance,
  doOverlap,
  identity,
  inverse,
  isInside,
  isInsideShape,
  isTurned,
  lineOnto,
  lineThrough,
  linesOnto,
  mirrorPoint,
  placementAcross,
  reflectionIn,
  rotationAbout,
  sideOf,
  toOrthonormal,
  toShape,
  crossingOf,
  readExact,
  toExactText,
} from '../src/geometry/index.ts';

const coordinate = fc.double({ min: -2, max: 2, noNaN: true });
const point: fc.Arbitrary<Point> = fc.tuple(coordinate, coordinate);
const line: fc.Arbitrary<Line> = fc
  .tuple(point, point)
  .filter(([p, q]) => distance(p, q) > 0.05)
  .map(([p, q]) => lineThrough(p, q)!);

describe('convex polygons', () => {
  test('a shape made ready holds the same points as its corners say', () => {
    const corners = fc
      .uniqueArray(fc.integer({ min: 0, max: 35 }), { minLength: 3, maxLength: 8 })
      .map((at) => at.sort((a, b) => a - b).map((k) => k * 10 * (Math.PI / 180)))
      .map((angles) => angles.map((a): Point => [0.5 + 0.4 * Math.cos(a), 0.5 + 0.3 * Math.sin(a)]));
    const slack = fc.constantFrom(0, 1e-8, -1e-7);
    fc.assert(
      fc.property(corners, point, slack, fc.double({ min: -0.2, max: 1.2, noNaN: true }), (loop, p, s, t) => {
        const shape = toShape(loop);
        // Points anywhere, and points near a side, where the slack decides.
        const near: Point = [
          loop[0]![0] + t * (loop[1]![0] - loop[0]![0]),
          loop[0]![1] + t * (loop[1]![1] - loop[0]![1]),
        ];
        for (const at of [p, near, [near[0] + 1e-4, near[1] - 1e-4] as const]) {
          // Rounding decides where a point lies just on the limit.
          if (isInside(loop, at, s + 1e-12) !== isInside(loop, at, s - 1e-12)) continue;
          expect(isInsideShape(shape, at, s)).toBe(isInside(loop, at, s));
        }
      }),
    );
  });
});

describe('lines and isometries', () => {
  test('a reflection twice is nothing, keeps lengths and turns paper over', () => {
    fc.assert(
      fc.property(line, point, point, (l, p, q) => {
        const m = reflectionIn(l);
        expect(distance(apply(compose(m, m), p), p)).toBeLessThan(1e-9);
        expect(distance(apply(m, p), apply(m, q))).toBeCloseTo(distance(p, q), 9);
        expect(isTurned(m)).toBe(true);
        expect(distance(apply(m, p), mirrorPoint(l, p))).toBeLessThan(1e-9);
      }),
    );
  });

  test('the crease of p onto q brings p to q', () => {
    fc.assert(
      fc.property(point, point, (p, q) => {
        fc.pre(distance(p, q) > 1e-3);
        expect(distance(mirrorPoint(lineOnto(p, q)!, p), q)).toBeLessThan(1e-9);
      }),
    );
  });

  test('of lines all but parallel the crease between them comes first, whichever way they are drawn', () => {
    const left = lineThrough([0, 0], [0, 1])!;
    for (const tilt of [0.004, -0.004, 0])
      for (const isTurned of [false, true]) {
        const ends: [Point, Point] = [
          [0.5, 0],
          [0.5 + tilt, 1],
        ];
        const right = isTurned ? lineThrough(ends[1], ends[0])! : lineThrough(ends[0], ends[1])!;
        const between = linesOnto(left, right)[0]!;
        for (const y of [0, 0.5, 1])
          expect(Math.abs(sideOf(between, [0.25 + (tilt * y) / 2, y]))).toBeLessThan(1e-5);
      }
  });

  test('creases of a line onto a line bring one onto the other', () => {
    fc.assert(
      fc.property(line, line, (a, b) => {
        const at = crossingOf(a, b);
        fc.pre(at === undefined || Math.hypot(at[0], at[1]) < 50);
        const foot: Point = [a.normal[0] * a.offset, a.normal[1] * a.offset];
        const other: Point = [foot[0] + a.normal[1], foot[1] - a.normal[0]];
        for (const crease of linesOnto(a, b)) {
          expect(Math.abs(sideOf(b, mirrorPoint(crease, foot)))).toBeLessThan(1e-6);
          expect(Math.abs(sideOf(b, mirrorPoint(crease, other)))).toBeLessThan(1e-6);
        }
      }),
    );
  });

  test('inverse, quarter turns and orthonormal form', () => {
    const m = compose(rotationAbout([0.3, 0.4], 30), reflectionIn(lineThrough([0, 0], [1, 2])!));
    expect(distance(apply(inverse(m), apply(m, [0.7, 0.1])), [0.7, 0.1])).toBeLessThan(1e-12);
    expect(apply(rotationAbout([0, 0], 90), [1, 0])).toEqual([0, 1]);
    const drifted = { ...m, a: m.a * (1 + 1e-7) };
    const mended = toOrthonormal(drifted);
    expect(mended.a ** 2 + mended.c ** 2).toBeCloseTo(1, 14);
    expect(isTurned(mended)).toBe(true);
  });

  test('paper across a fold lies mirrored in it', () => {
    const across = placementAcross(identity, { from: [0.5, 0], to: [0.5, 1] });
    expect(apply(across, [0.8, 0.3])).toEqual([0.19999999999999996, 0.3]);
  });
});

describe('convex polygons', () => {
  const unit: Point[] = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ];
  const moved = (dx: number, dy: number): Point[] => unit.map(([x, y]) => [x + dx, y + dy]);

  test('touching is no overlap, crossing is', () => {
    expect(doOverlap(unit, moved(1, 0), 1e-7)).toBe(false);
    expect(doOverlap(unit, moved(1, 1), 1e-7)).toBe(false);
    expect(doOverlap(unit, moved(0.999, 0), 1e-7)).toBe(true);
    expect(doOverlap(unit, unit, 1e-7)).toBe(true);
    expect(doOverlap(unit, [...moved(0.5, 0.5)].reverse(), 1e-7)).toBe(true);
  });

  test('clipping by a line and by its opposite gives the whole', () => {
    fc.assert(
      fc.property(line, (l) => {
        const other: Line = { normal: [-l.normal[0], -l.normal[1]], offset: -l.offset };
        expect(areaOf(clipTo(unit, l)) + areaOf(clipTo(unit, other))).toBeCloseTo(1, 9);
      }),
    );
  });

  test('a chord is the stretch inside', () => {
    const chord = chordOf(unit, lineThrough([-1, 0.25], [2, 0.25])!)!;
    expect(distance(chord.from, chord.to)).toBeCloseTo(1, 12);
    expect(chordOf(unit, lineThrough([-1, 2], [2, 2])!)).toBeUndefined();
  });
});

describe('doubles told as exact numbers', () => {
  test.each([
    [0.5, '1/2'],
    [1 / 3, '1/3'],
    [0, '0'],
    [1, '1'],
    [-0.25, '-1/4'],
    [7 / 61, '7/61'],
    [Math.SQRT2 - 1, '-1+sqrt(2)'],
    [Math.SQRT1_2, 'sqrt(2)/2'],
    [2 - Math.SQRT2, '2-sqrt(2)'],
    [Math.sqrt(3) / 3, 'sqrt(3)/3'],
    [(Math.sqrt(5) - 1) / 2, '(-1+sqrt(5))/2'],
    [0.31415926, '0.31415926'],
  ])('%d is %s', (value, text) => {
    expect(toExactText(value)).toBe(text);
  });
  test('whatever is told reads as the same number', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -12, max: 12 }),
        fc.integer({ min: -12, max: 12 }),
        fc.constantFrom(2, 3, 5),
        fc.integer({ min: 1, max: 16 }),
        (p, q, n, r) => {
          const value = (p + q * Math.sqrt(n)) / r;
          const text = toExactText(value);
          const read = readExact(text);
          expect(read.ok && Math.abs(read.value - value) < 2e-12).toBe(true);
          // Such numbers are never left as decimals.
          expect(text).not.toMatch(/\./);
        },
      ),
    );
    fc.assert(
      fc.property(fc.double({ min: -2, max: 2, noNaN: true }), (value) => {
        const read = readExact(toExactText(value));
        expect(read.ok && Math.abs(read.value - value) < 2e-12).toBe(true);
      }),
    );
  });
});
