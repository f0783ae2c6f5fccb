import { describe, expect, test } from '@jest/globals';
import { type Assignment, type CreasePattern, foldPattern } from '../../src/creases/index.ts';
import { buildEffort } from '../../src/effort/index.ts';
import { foldsOf, type FlatState } from '../../src/folded/index.ts';
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
import { centrePattern, mapPattern, pattern, problem, vertexPattern } from '../patterns.ts';

const overlapping = (layers: ReturnType<typeof problem>): [number, number][] => {
  const pairs: [number, number][] = [];
  for (let f = 0; f < layers.n; f++) {
    for (let g = f + 1; g < layers.n; g++)
      if ((layers.overlaps[f]![g >> 5]! & (1 << (g & 31))) !== 0) pairs.push([f, g]);
  }
  return pairs;
};

/** Every way to order the overlapping pairs, tried one by one with the checker alone. */
function countByForce(p: CreasePattern): number {
  const layers = buildLayerProblem(p, foldPattern(p));
  const pairs = overlapping(layers);
  if (pairs.length > 15) throw new Error(`${pairs.length} pairs are too many to try`);
  let good = 0;
  for (let bits = 0; bits < 1 << pairs.length; bits++) {
    const above = new Uint8Array(layers.n * layers.n);
    pairs.forEach(([f, g], i) => (above[(bits >> i) & 1 ? f * layers.n + g : g * layers.n + f] = 1));
    if (checkOrder(p, layers, above).length === 0) good++;
  }
  return good;
}

const counted = (p: CreasePattern): number => {
  const result = countOrders(problem(p), buildEffort(1e6));
  if (result.kind === 'gaveUp') throw new Error('gave up');
  return Number(result.states);
};

const senses =
  (letters: string) =>
  (i: number): Assignment =>
    letters[i] as Assignment;

describe('the search against trying everything', () => {
  test.each([
    ['a strip of 4', mapPattern(4, 1)],
    ['a strip of 5', mapPattern(5, 1)],
    ['a strip of 6', mapPattern(6, 1)],
    ['a strip of 5 valleys', mapPattern(5, 1, 'V')],
    ['a map of 2 x 2', mapPattern(2, 2)],
    ['a map of 2 x 3', mapPattern(3, 2)],
    ['a vertex of 4', vertexPattern(4)],
    ['a vertex of 6', vertexPattern(6)],
    ['a preliminary base', centrePattern('preliminary', senses('MMMMVV'))],
    ['a preliminary base turned wrong', centrePattern('preliminary', senses('MMVMVV'))],
    ['a waterbomb base', centrePattern('waterbomb', senses('MMMMVV'))],
    ['a preliminary base with free senses', centrePattern('preliminary', () => 'U')],
  ])('%s: the same count', (_name, p) => {
    expect(counted(p)).toBe(countByForce(p));
  });

  const patternOf = (state: FlatState, free: boolean): CreasePattern => {
    const rim = outlineOf(state.sheet);
    return pattern([
      ...rim.map((p, i): [Point, Point, Assignment] => [p, rim[(i + 1) % rim.length]!, 'B']),
      ...foldsOf(state).map((f): [Point, Point, Assignment] => [
        f.from,
        f.to,
        free ? 'U' : f.sense === 'valley' ? 'V' : 'M',
      ]),
    ]);
  };
  const small = [31, 32, 33, 34, 35, 36, 37, 38].map((seed) => {
    const replay = replaySequence({
      sheet: { kind: 'square' },
      points: {},
      steps: generateSteps(6, seed, 6),
    });
    return [seed, replay.steps.at(-1)!.after] as const;
  });

  test.each(small)(
    'a model folded from seed %i: the same count with known and with free senses',
    (_seed, state) => {
      for (const free of [false, true]) {
        const p = patternOf(state, free);
        expect({ free, count: counted(p) }).toEqual({ free, count: countByForce(p) });
      }
    },
  );

  test.each(small)(
    'a model folded from seed %i: found exactly where there is one, and every order listed is right',
    (_seed, state) => {
      const p = patternOf(state, true);
      const layers = problem(p);
      expect(searchOrder(layers, buildEffort(1e5)).kind).toBe(countByForce(p) > 0 ? 'found' : 'none');
      for (const order of listOrders(layers, 200, buildEffort(1e5))) {
        const above = new Uint8Array(layers.n * layers.n);
        for (const [f, g] of order) above[f * layers.n + g] = 1;
        expect(checkOrder(p, layers, above)).toEqual([]);
      }
    },
  );
});
