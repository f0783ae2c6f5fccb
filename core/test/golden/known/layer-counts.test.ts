import { describe, expect, test } from '@jest/globals';
import { checkVertices } from '../../../src/flatness/index.ts';
import { buildEffort } from '../../../src/effort/index.ts';
import { countOrders, listOrders, searchOrder } from '../../../src/layers/index.ts';
import type { Assignment, CreasePattern } from '../../../src/creases/index.ts';
import { centrePattern, mapPattern, problem, vertexPattern } from '../../patterns.ts';

const count = (p: CreasePattern): bigint => {
  const result = countOrders(problem(p), buildEffort(5e6));
  if (result.kind === 'gaveUp') throw new Error('gave up');
  return result.states;
};

describe('published counts of folded states', () => {
  test.each([
    [1, 1n],
    [2, 2n],
    [3, 6n],
    [4, 16n],
    [5, 50n],
    [6, 144n],
    [7, 462n],
    [8, 1392n],
    [9, 4536n],
    [10, 14060n],
  ])('a strip of %i stamps: %s', (n, states) => {
    expect(count(mapPattern(n, 1))).toBe(states);
  });

  test.each([
    [1, 2n],
    [2, 8n],
    [3, 60n],
    [4, 320n],
    [5, 1980n],
    [6, 10512n],
  ])('a map of 2 x %i: %s', (n, states) => {
    expect(count(mapPattern(n, 2))).toBe(states);
  });

  test('a map of 3 x 3: 1368', () => expect(count(mapPattern(3, 3))).toBe(1368n));

  test.each([
    [2, 2n],
    [4, 8n],
    [6, 48n],
    [8, 336n],
    [10, 2620n],
  ])('a vertex of %i equal sectors: %s', (n, states) => {
    if (n === 2) return expect(count(mapPattern(2, 1))).toBe(states);
    expect(count(vertexPattern(n))).toBe(states);
  });

  test.each(['preliminary', 'waterbomb'] as const)('%s base: 18 assignments fold, one order each', (kind) => {
    const folding: bigint[] = [];
    for (let bits = 0; bits < 64; bits++) {
      const p = centrePattern(kind, (i): Assignment => ((bits >> i) & 1 ? 'M' : 'V'));
      const states = count(p);
      const local = checkVertices(p, 0).every((v) => v.kawasaki && v.maekawa && v.smallestSector);
      if (states > 0n) folding.push(states);
      if (states > 0n) expect(local).toBe(true);
    }
    expect(folding).toEqual(Array.from({ length: 18 }, () => 1n));
  });
});

describe('search', () => {
  test('finds an order where there is one and proves where there is none', () => {
    expect(searchOrder(problem(mapPattern(6, 6)), buildEffort(1e6)).kind).toBe('found');
    const none = searchOrder(problem(mapPattern(2, 2, 'V')), buildEffort(1e6));
    expect(none.kind).toBe('none');
    expect(none.kind === 'none' && none.creases.length).toBeGreaterThan(0);
  });

  test('gives up when its budget is spent, and says so', () => {
    expect(searchOrder(problem(mapPattern(8, 8)), buildEffort(3)).kind).toBe('gaveUp');
    expect(countOrders(problem(mapPattern(9, 1)), buildEffort(10)).kind).toBe('gaveUp');
  });

  test('lists as many orders as it counts, all different', () => {
    const orders = listOrders(problem(mapPattern(5, 1)), 1000, buildEffort(1e6));
    expect(orders).toHaveLength(50);
    expect(new Set(orders.map((o) => JSON.stringify([...o].sort()))).size).toBe(50);
  });
});
