import { describe, expect, test } from '@jest/globals';
import { foldAtRandom } from '../../src/demo/index.ts';
import {
  type FlatState,
  buildArrangement,
  facetOnModel,
  facetOnSheet,
  findPocket,
  foldsOf,
  profileFrom,
  toModel,
} from '../../src/folded/index.ts';
import { type Point, add, between, distance, dot, scale, subtract } from '../../src/geometry/index.ts';
import { replaySequence, write } from '../../src/sequence/index.ts';
import type { SheetShape } from '../../src/sheet/index.ts';
import { often } from '../long.ts';
import { back, halve } from './box.ts';

type Written = Parameters<typeof write.writeStep>[1];

function fold(sheet: SheetShape, moves: readonly Written[]): FlatState {
  const steps = moves.map((move, i) => write.writeStep(`s${i + 1}`, move));
  const replay = replaySequence({ sheet, points: {}, steps });
  expect(replay.steps.flatMap((s) => (s.refusal ? [s.refusal.text] : []))).toEqual([]);
  return replay.steps.at(-1)?.after ?? replay.start;
}

describe('a pocket', () => {
  test('of a square folded in half is as wide as the sheet and half as deep', () => {
    const state = fold({ kind: 'square' }, [halve]);
    const pocket = findPocket(state, [
      [0, 0],
      [1, 0],
    ]);
    if (typeof pocket === 'string') throw new Error(pocket);
    expect(pocket.depth).toBeCloseTo(0.5, 9);
    for (const d of [0.01, 0.25, 0.49]) {
      const opening = pocket.openingAt(d)!;
      expect(opening.to - opening.from).toBeCloseTo(1, 9);
    }
    expect(pocket.openingAt(0.51)).toBeUndefined();
    expect(new Set([...pocket.front, ...pocket.behind]).size).toBe(2);
  });

  test('is closed where both of its layers are folded back together', () => {
    const state = fold({ kind: 'square' }, [halve, back('1/4', 'A'), back('3/4', 'B')]);
    const pocket = findPocket(state, [
      [0.4, 0],
      [0.6, 0],
    ]);
    if (typeof pocket === 'string') throw new Error(pocket);
    const opening = pocket.openingAt(0.2)!;
    expect(opening.to - opening.from).toBeCloseTo(0.5, 9);
  });

  test('is none at a folded edge, on one layer, or where the two ends are on no common layer', () => {
    const state = fold({ kind: 'square' }, [halve]);
    expect(
      findPocket(state, [
        [0.2, 0.5],
        [0.8, 0.5],
      ]),
    ).toBe('no room');
    const flat = fold({ kind: 'square' }, []);
    expect(
      findPocket(flat, [
        [0.2, 0],
        [0.8, 0],
      ]),
    ).toBe('no room');
    expect(
      findPocket(state, [
        [0.2, 0.1],
        [0.8, 0.9],
      ]),
    ).toBe('no paper');
  });

  test('over random models, its room is crossed by no fold that joins its front to its back, and no layer is on both sides', () => {
    let [found, folds] = [0, 0];
    for (let seed = 1; seed <= often(8, 120); seed++) {
      const state = foldAtRandom(12 + (seed % 20), seed);
      const map = buildArrangement(state);
      for (let f = 0; f < state.facets.length; f += 2) {
        const corners = facetOnSheet(state, f);
        corners.forEach((a, i) => {
          const pocket = findPocket(state, [a, corners[(i + 1) % corners.length]!], map);
          if (typeof pocket === 'string') return;
          const [front, behind] = [new Set(pocket.front), new Set(pocket.behind)];
          // Where it is left open between which layers it goes on, the tab may take either.
          if (pocket.front.some((g) => behind.has(g))) return;
          found++;
          for (const { facets, from, to } of foldsOf(state)) {
            const [g, h] = facets;
            const isJoined = (front.has(g) && behind.has(h)) || (front.has(h) && behind.has(g));
            if (!isJoined) continue;
            folds++;
            const middle = toModel(state, between(from, to, 0.5))!;
            expect(isInRoom(pocket, middle)).toBe(false);
          }
          // Layers over the room: each is wholly in front or behind, so the tab lies between all of them.
          const order = (g: number, h: number): number => state.order[g * state.facets.length + h]!;
          for (const g of front) for (const h of behind) expect(order(g, h)).not.toBe(-1);
        });
      }
    }
    expect(found).toBeGreaterThan(10);
    expect(folds).toBeGreaterThan(5);
  });
});

/** Inside the opening at its depth, away from its ends. */
function isInRoom(
  pocket: {
    from: Point;
    to: Point;
    inward: Point;
    openingAt: (d: number) => { from: number; to: number } | undefined;
  },
  p: Point,
): boolean {
  const depth = dot(subtract(p, pocket.from), pocket.inward);
  const opening = depth > 1e-6 ? pocket.openingAt(depth) : undefined;
  if (!opening) return false;
  const along = scale(subtract(pocket.to, pocket.from), 1 / distance(pocket.from, pocket.to));
  const x = dot(subtract(p, pocket.from), along);
  return x > opening.from + 1e-6 && x < opening.to - 1e-6;
}

describe('a form read from an edge', () => {
  test('is as wide as its outline within a depth, and its way round grows with its layers', () => {
    const state = fold({ kind: 'square' }, [halve, back('1/4', 'A'), back('3/4', 'B')]);
    const profile = profileFrom(state, [0.25, 0], [0.75, 0]);
    expect(profile.inward[1]).toBeCloseTo(1, 9);
    expect(profile.reach).toBeCloseTo(0.5, 9);
    const within = profile.within(0.3)!;
    expect(within.to - within.from).toBeCloseTo(0.5, 9);
    expect(profile.layersWithin(0.3)).toBe(4);
    // Four layers all along: a box 0.5 wide and four layers thick.
    expect(profile.girthWithin(0.3, 0.001)).toBeCloseTo(0.5 + 0.004, 9);
  });

  test('over random models holds every corner that lies within the depth', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const state = foldAtRandom(14, seed);
      const corners = state.facets.flatMap((_, f) => facetOnModel(state, f));
      const low = corners.reduce((a, b) => (b[1] < a[1] ? b : a));
      const [from, to]: [Point, Point] = [add(low, [-1, 0]), add(low, [1, 0])];
      const profile = profileFrom(state, from, to);
      for (const depth of [0.05, 0.2, 0.6]) {
        const within = profile.within(depth);
        for (const [x, y] of corners) {
          if (y - low[1] > depth) continue;
          expect(within!.from).toBeLessThanOrEqual(x - from[0] + 1e-7);
          expect(within!.to).toBeGreaterThanOrEqual(x - from[0] - 1e-7);
        }
        expect(profile.girthWithin(depth, 1e-4)).toBeGreaterThanOrEqual(within!.to - within!.from - 1e-9);
      }
    }
  });
});
