import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bases, findBase, foldBase } from '../src/bases/index.ts';
import { checkState, findFlaps, shortestFold } from '../src/folded/index.ts';
import { matchBase, matchBases, fullnessOf } from '../src/parts/index.ts';
import { sheetArea } from '../src/sheet/index.ts';

const folded = bases.map(foldBase);
const of = (id: string) => folded.find((f) => f.base.id === id)!;
const kite = of('kite');
/** Flap lengths, rounded, as many times as they occur. */
const lengths = (id: string): string[] => of(id).flaps.map((f) => f.length.toFixed(4));

describe('bases the engine folds', () => {
  test.each(folded.map((f) => [f.base.name, f] as const))('%s: every step keeps every law', (_name, f) => {
    for (const step of f.replay.steps) expect(checkState(step.after)).toEqual([]);
    expect(f.measures.layersMean * f.measures.silhouetteArea).toBeCloseTo(sheetArea(f.base.sheet), 9);
    expect(new Set(f.base.steps.map((s) => s.id)).size).toBe(f.base.steps.length);
  });

  test.each(folded.map((f) => [f.base.name, f] as const))(
    '%s: two flaps together are never longer than their tips lie apart on the sheet',
    (_name, { flaps }) => {
      for (const f of flaps) {
        for (const g of flaps) {
          if (f === g) continue;
          const apart = Math.hypot(f.tipOnSheet[0] - g.tipOnSheet[0], f.tipOnSheet[1] - g.tipOnSheet[1]);
          expect(f.length + g.length).toBeLessThanOrEqual(apart + 1e-9);
        }
      }
    },
  );

  test('known silhouettes', () => {
    const areas = Object.fromEntries(folded.map((f) => [f.base.id, f.measures.silhouetteArea]));
    expect(areas.kite).toBeCloseTo(Math.SQRT2 - 1 + (Math.SQRT2 - 1) ** 2, 12);
    for (const id of ['blintz', 'book', 'cupboard', 'diagonal']) expect(areas[id]).toBeCloseTo(0.5, 12);
    for (const id of ['preliminary', 'waterbomb', 'half-preliminary'])
      expect(areas[id]).toBeCloseTo(0.25, 12);
    for (const id of ['bird', 'half-bird']) expect(areas[id]).toBeCloseTo((Math.SQRT2 - 1) / 2, 12);
    expect(areas.fish).toBeCloseTo(Math.SQRT2 - 1, 12);
    expect(areas['blintzed-bird']).toBeCloseTo((Math.SQRT2 - 1) / 4, 12);
    expect(areas.windmill).toBeCloseTo(0.375, 12);
    expect(areas['grid-4']).toBeCloseTo(1 / 32, 12);
  });

  test('known facets and layers: fish, preliminary, bird, frog, grid', () => {
    const counted = (id: string) => [of(id).measures.facets, of(id).measures.spot.layers];
    expect(counted('preliminary')).toEqual([6, 4]);
    expect(counted('waterbomb')).toEqual([6, 4]);
    expect(counted('bird')).toEqual([12, 8]);
    expect(counted('frog')).toEqual([28, 16]);
    expect(counted('grid-4')).toEqual([32, 32]);
  });

  test('the flaps of the bird base are half a side, four of them, and the closed point between', () => {
    expect(lengths('bird')).toEqual(['0.5000', '0.5000', '0.5000', '0.5000', '0.2071']);
    expect(of('bird').flaps.map((f) => f.tip)).toEqual(['A', 'B', 'C', 'D', 'O']);
    expect(of('bird').hub).toBeDefined();
  });

  test('the frog has four flaps of sqrt2/4 and four of (2 - sqrt2)/4, and its closed point', () => {
    const [long, short] = [(Math.SQRT2 / 4).toFixed(4), ((2 - Math.SQRT2) / 4).toFixed(4)];
    expect(lengths('frog')).toEqual([...Array(5).fill(long), ...Array(4).fill(short)]);
    expect(
      of('frog')
        .flaps.slice(5)
        .map((f) => f.tip),
    ).toEqual(['mid AB', 'mid BC', 'mid CD', 'mid DA']);
  });

  test('the fish has two long flaps and two short ones, 1/sqrt2 and 1 - 1/sqrt2', () => {
    expect(lengths('fish')).toEqual(['0.7071', '0.7071', '0.2929', '0.2929']);
  });

  test('the kite has two flaps along its axis, 1 and sqrt2 - 1 long', () => {
    expect(kite.flaps.map((f) => f.tip)).toEqual(['A', 'C']);
    expect(kite.flaps[0]!.length).toBeCloseTo(1, 9);
    expect(kite.flaps[1]!.length).toBeCloseTo(Math.SQRT2 - 1, 9);
    expect(kite.flaps[0]!.width).toBeCloseTo(2 * 0.5 * Math.tan(Math.PI / 8), 9);
    expect(kite.flaps[0]!.layers).toBe(2);
  });

  test('where no axis is shared every corner is its own flap; a flap between locked edges is none', () => {
    expect(
      of('windmill')
        .flaps.map((f) => f.tip)
        .sort(),
    ).toEqual(['A', 'B', 'C', 'D']);
    expect(of('cupboard').flaps).toEqual([]);
  });

  test('the triangle forms have half the flaps of the square ones, of the same length', () => {
    expect(lengths('half-bird')).toEqual(['0.5000', '0.5000', '0.5000', '0.2071']);
    expect(of('half-bird').measures.spot.layers * 2).toBe(of('bird').measures.spot.layers);
  });

  test('a flap of the plain sheet reaches to the next corners, and the shortest fold is none', () => {
    const plain = foldBase({ ...findBase('kite')!, id: 'sheet', steps: findBase('kite')!.steps.slice(0, 1) });
    const flaps = findFlaps(plain.state);
    expect(flaps.map((f) => f.length)).toEqual([0, 1, 2, 3].map(() => expect.closeTo(Math.SQRT1_2, 9)));
    expect(shortestFold(plain.state)).toBeUndefined();
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
    // Four equal limbs: the bird and the waterbomb base serve from the same sheet, everything else from a larger one.
    const four = matchBases(
      folded.filter((f) => f.base.sheet.kind === 'square'),
      [1, 2, 3, 4].map((i) => limb(`l${i}`, 50)),
    );
    expect(
      four
        .slice(0, 2)
        .map((m) => m.baseId)
        .sort(),
    ).toEqual(['bird', 'waterbomb']);
    expect(four.slice(0, 3).map((m) => Math.round(m.sideMm!))).toEqual([100, 100, 141]);
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
