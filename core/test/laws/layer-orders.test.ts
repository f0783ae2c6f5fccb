import { describe, expect, test } from '@jest/globals';
import { buildChance } from '../../src/chance/index.ts';
import { type Assignment, type CreasePattern, foldPattern } from '../../src/creases/index.ts';
import { buildEffort } from '../../src/effort/index.ts';
import { checkVertices } from '../../src/flatness/index.ts';
import { type FlatState, foldsOf, isAbove } from '../../src/folded/index.ts';
import type { Point } from '../../src/geometry/index.ts';
import {
  buildLayerProblem,
  checkOrder,
  countOrders,
  listOrders,
  searchOrder,
} from '../../src/layers/index.ts';
import { replaySequence } from '../../src/sequence/index.ts';
import { outlineOf } from '../../src/sheet/index.ts';
import { generateSteps } from '../generated.ts';
import { mapPattern, pattern, problem } from '../patterns.ts';

/** The crease pattern of a folded state, with or without senses and resting creases. */
function patternOf(state: FlatState, senses: 'known' | 'free', resting: boolean): CreasePattern {
  const rim = outlineOf(state.sheet);
  return pattern([
    ...rim.map((p, i): [Point, Point, Assignment] => [p, rim[(i + 1) % rim.length]!, 'B']),
    ...foldsOf(state).map((f): [Point, Point, Assignment] => [
      f.from,
      f.to,
      senses === 'free' ? 'U' : f.sense === 'valley' ? 'V' : 'M',
    ]),
    ...(resting ? state.resting.map((r): [Point, Point, Assignment] => [r.from, r.to, 'F']) : []),
  ]);
}

const states = [21, 22, 23].flatMap((seed) => {
  const replay = replaySequence({
    sheet: { kind: 'square' },
    points: {},
    steps: generateSteps(30, seed, 24),
  });
  return [10, 20, 30].map((n) => [`seed ${seed} after ${n} steps`, replay.steps[n - 1]!.after] as const);
});

describe('orders of layers against states folded step by step', () => {
  test.each(states)('%s: an order is found with the senses, and it is a right one', (_name, state) => {
    const p = patternOf(state, 'known', false);
    const folded = foldPattern(p);
    expect(folded.closure).toBeLessThan(1e-9);
    expect(checkVertices(p, 1e-9).flatMap((v) => v.reasons)).toEqual([]);
    const layers = buildLayerProblem(p, folded);
    const found = searchOrder(layers, buildEffort(1e6));
    expect(found.kind).toBe('found');
    if (found.kind === 'found') expect(checkOrder(p, layers, found.above)).toEqual([]);
  });

  test.each(states.slice(0, 6))('%s: with free senses too', (_name, state) => {
    const p = patternOf(state, 'free', false);
    const layers = buildLayerProblem(p, foldPattern(p));
    const found = searchOrder(layers, buildEffort(1e6));
    expect(found.kind).toBe('found');
    if (found.kind === 'found') expect(checkOrder(p, layers, found.above)).toEqual([]);
  });

  test.each(states.slice(0, 6))('%s: resting creases do not change the count', (_name, state) => {
    const count = (resting: boolean) =>
      countOrders(problem(patternOf(state, 'known', resting)), buildEffort(3e5));
    expect(count(true)).toEqual({
      ...count(false),
      ...(count(true).kind === 'counted'
        ? { components: (count(true) as { components: bigint[] }).components }
        : {}),
    });
  });

  test('the state folded by hand is among the orders', () => {
    const [, state] = states[0]!;
    const p = patternOf(state, 'known', false);
    const layers = buildLayerProblem(p, foldPattern(p));
    const orders = listOrders(layers, 5000, buildEffort(1e6));
    expect(orders.length).toBeGreaterThan(0);
    expect(state.facets.length).toBe(p.facets.length);
    expect(isAbove(state, 0, 0)).toBe(false);
  });

  test.each([1, 2, 3, 4, 5])(
    'random maps, seed %i: the checker agrees with the search, and finds an order spoiled',
    (seed) => {
      const chance = buildChance(seed);
      const p = mapPattern(4, 3);
      const layers = problem(p);
      const orders = listOrders(layers, 40, buildEffort(1e6));
      const order = orders[Math.floor(chance() * orders.length)]!;
      const above = new Uint8Array(layers.n * layers.n);
      for (const [f, g] of order) above[f * layers.n + g] = 1;
      expect(checkOrder(p, layers, above)).toEqual([]);
      const [f, g] = order[Math.floor(chance() * order.length)]!;
      above[f * layers.n + g] = 0;
      above[g * layers.n + f] = 1;
      expect(checkOrder(p, layers, above)).not.toEqual([]);
    },
  );
});
