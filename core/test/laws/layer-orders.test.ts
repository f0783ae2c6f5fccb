import { describe, expect, test } from '@jest/globals';
import { buildChance } from '../../src/chance/index.ts';
import { type Assignment, type CreasePattern, foldPattern } from '../../src/creases/index.ts';
import { buildEffort } from '../../src/effort/index.ts';
import { checkVertices } from '../../src/flatness/index.ts';
import { type FlatState, facetsAt, foldsOf, isAbove } from '../../src/folded/index.ts';
import { type Point, isTurned } from '../../src/geometry/index.ts';
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
    const count = (resting: boolean): bigint => {
      const result = countOrders(problem(patternOf(state, 'known', resting)), buildEffort(3e5));
      if (result.kind === 'gaveUp') throw new Error('gave up');
      return result.states;
    };
    expect(count(true)).toBe(count(false));
  });

  test.each(states.slice(0, 4))(
    '%s: the order the moves gave is a right one for the solver too',
    (_name, state) => {
      const p = patternOf(state, 'known', false);
      const layers = buildLayerProblem(p, foldPattern(p));
      const middle = (corners: readonly Point[]): Point => [
        corners.reduce((s, c) => s + c[0], 0) / corners.length,
        corners.reduce((s, c) => s + c[1], 0) / corners.length,
      ];
      const twin = p.facets.map((loop) => facetsAt(state, middle(loop.map((v) => p.vertices[v]!)))[0]!);
      expect(new Set(twin).size).toBe(state.facets.length);
      const flipped = isTurned(state.facets[twin[0]!]!.placement);
      const above = new Uint8Array(layers.n * layers.n);
      twin.forEach((f, i) =>
        twin.forEach(
          (g, j) => (above[i * layers.n + j] = Number(flipped ? isAbove(state, g, f) : isAbove(state, f, g))),
        ),
      );
      expect(checkOrder(p, layers, above)).toEqual([]);
    },
  );

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
