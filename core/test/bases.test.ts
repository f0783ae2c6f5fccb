import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bases, findBase, foldBase } from '../src/bases/index.ts';
import { checkState, findFlaps, shortestFold } from '../src/folded/index.ts';
import { matchBase, matchBases, fullnessOf } from '../src/parts/index.ts';

const folded = bases.map(foldBase);
const kite = folded.find((f) => f.base.id === 'kite')!;

describe('bases the engine folds', () => {
  test.each(folded.map((f) => [f.base.name, f] as const))('%s keeps every law', (_name, f) => {
    expect(checkState(f.state)).toEqual([]);
    expect(f.measures.spot.layers).toBe(2);
  });

  test('known silhouettes: kite sqrt2 - 1, blintz 1/2, book 1/2, cupboard 1/2, diagonal 1/2', () => {
    const areas = Object.fromEntries(folded.map((f) => [f.base.id, f.measures.silhouetteArea]));
    expect(areas.kite).toBeCloseTo(Math.SQRT2 - 1 + (Math.SQRT2 - 1) ** 2, 12);
    for (const id of ['blintz', 'book', 'cupboard', 'diagonal']) expect(areas[id]).toBeCloseTo(0.5, 12);
  });

  test('the kite has two flaps along its axis, 1 and sqrt2 - 1 long', () => {
    expect(kite.flaps.map((f) => f.tip)).toEqual(['A', 'C']);
    expect(kite.flaps[0]!.length).toBeCloseTo(1, 9);
    expect(kite.flaps[1]!.length).toBeCloseTo(Math.SQRT2 - 1, 9);
    expect(kite.flaps[0]!.width).toBeCloseTo(2 * 0.5 * Math.tan(Math.PI / 8), 9);
    expect(kite.flaps[0]!.layers).toBe(2);
  });

  test.each(['blintz', 'book', 'cupboard', 'diagonal'])(
    '%s has no free flap on an axis of raw edges',
    (id) => {
      expect(foldBase(findBase(id)!).flaps).toEqual([]);
    },
  );

  test('a flap of the plain sheet reaches to the next corners, and the shortest fold is none', () => {
    const flaps = findFlaps(
      foldBase({ id: 'sheet', name: 'sheet', steps: findBase('kite')!.steps.slice(0, 1) }).state,
    );
    expect(flaps.map((f) => f.length)).toEqual([0, 1, 2, 3].map(() => expect.closeTo(Math.SQRT1_2, 9)));
    expect(shortestFold(kite.state)).toBeCloseTo(1 / Math.cos(Math.PI / 8), 9);
  });
});

describe('limbs against flaps', () => {
  const limb = (name: string, lengthMm: number) => ({ id: name, name, lengthMm });

  test('the side is the largest need over its flap, and the limiting limb is named', () => {
    const match = matchBase(kite, [limb('tail', 30), limb('body', 60)]);
    expect(match.sideMm).toBeCloseTo(30 / (Math.SQRT2 - 1), 6);
    expect(match.limiting!.limb.name).toBe('tail');
    expect(match.spareFlaps).toBe(0);
    expect(fullnessOf(match.assignment[0]!, match.sideMm!)).toBeLessThan(1);
  });

  test('too many limbs are counted as missing flaps, and no side is said', () => {
    const match = matchBase(kite, [limb('a', 10), limb('b', 10), limb('c', 10)]);
    expect(match.missingFlaps).toBe(1);
    expect(match.sideMm).toBeUndefined();
    expect(matchBases(folded, [limb('a', 10)])[0]!.baseId).toBe('kite');
  });

  test('longest to longest is the best pairing there is (all pairings tried)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 300, noNaN: true }),
        fc.double({ min: 1, max: 300, noNaN: true }),
        (a, b) => {
          const [long, short] = kite.flaps.map((f) => f.length) as [number, number];
          const best = Math.min(Math.max(a / long, b / short), Math.max(b / long, a / short));
          expect(matchBase(kite, [limb('a', a), limb('b', b)]).sideMm).toBeCloseTo(best, 6);
        },
      ),
    );
  });
});
