import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Base, bases, foldBase, layTwoHubs, tryFoldBase, moleculeBase } from '../src/bases/index.ts';
import { checkState } from '../src/folded/index.ts';
import { type Point, distance } from '../src/geometry/index.ts';
import { type MoleculeTree, creasesOf } from '../src/molecule/index.ts';
import { type LimbTask, type Seat, matchBase } from '../src/parts/index.ts';

const corners: readonly Point[] = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
];
const star = (n: number, length: number): MoleculeTree => ({
  edges: Array.from({ length: n }, (_, i) => ({ from: 'hub', to: `${i}`, length })),
  along: { hub: 0, ...Object.fromEntries(Array.from({ length: n }, (_, i) => [`${i}`, -length])) },
});
const tipsAt = (at: readonly Point[]) => at.map((p, i) => ({ at: p, leaf: `${i}` }));

/** Alternate angles round every inner corner of a pattern (Kawasaki), and how many creases meet there. */
function aroundCorners(creases: readonly { from: Point; to: Point }[], isInner: (p: Point) => boolean) {
  const places: { at: Point; angles: number[] }[] = [];
  const put = (at: Point, to: Point): void => {
    const place =
      places.find((p) => distance(p.at, at) < 1e-7) ?? places[places.push({ at, angles: [] }) - 1]!;
    place.angles.push(Math.atan2(to[1] - at[1], to[0] - at[0]));
  };
  for (const { from, to } of creases) {
    put(from, to);
    put(to, from);
  }
  return places
    .filter((p) => isInner(p.at))
    .map(({ angles }) => {
      const sorted = [...angles].sort((a, b) => a - b);
      const gaps = sorted.map((a, i) => (sorted[i + 1] ?? sorted[0]! + 2 * Math.PI) - a);
      return { count: angles.length, odd: gaps.reduce((s, g, i) => s + (i % 2 ? -g : g), 0) };
    });
}

describe('creases of a molecule', () => {
  test('four equal flaps at the corners of a square make the preliminary base: two diagonals and two middles', () => {
    const creases = creasesOf(tipsAt(corners), star(4, 0.5));
    const ridges = creases.filter((c) => c.kind === 'ridge');
    expect(ridges.map((c) => c.to)).toEqual(
      ridges.map(() => [0.5, 0.5].map((x) => expect.closeTo(x, 9) as unknown as number)),
    );
    expect(creases.filter((c) => c.kind === 'hinge')).toHaveLength(4);
  });

  test('of a triangle the corners run to the middle of its inner circle, the hinges square from its sides', () => {
    // 3-4-5: tangent lengths 1, 2, 3, the circle's middle at (1, 1).
    const tree: MoleculeTree = {
      edges: [1, 2, 3].map((length, i) => ({ from: 'hub', to: `${i}`, length })),
      along: { hub: 0, 0: -1, 1: -2, 2: -3 },
    };
    const creases = creasesOf(
      tipsAt([
        [0, 0],
        [3, 0],
        [0, 4],
      ]),
      tree,
    );
    for (const c of creases) expect(distance(c.to, [1, 1])).toBeLessThan(1e-9);
    const feet = creases.filter((c) => c.kind === 'hinge').map((c) => c.from);
    for (const foot of [
      [1, 0],
      [1.8, 1.6],
      [0, 1],
    ] as Point[])
      expect(Math.min(...feet.map((f) => distance(f, foot)))).toBeLessThan(1e-9);
  });

  test('tips that do not lie their distance apart are refused', () => {
    expect(() => creasesOf(tipsAt(corners), star(4, 0.4))).toThrow('distance in the figure apart');
    const long = layTwoHubs({
      body: 0.6,
      flaps: corners.map((at, i) => ({ at, leaf: `${i}`, length: i % 2 ? 0.3 : 0.7, hub: i < 2 ? 0 : 1 })),
    });
    expect(() => creasesOf(long.tips, long.tree)).toThrow();
  });

  test('at every inner corner an even number of creases meets, alternate angles alike, narrowed or not', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.25, max: 0.44, noNaN: true }),
        fc.double({ min: 0.25, max: 0.44, noNaN: true }),
        fc.constantFrom(Infinity, 0.11, 0.07),
        (fore, hind, narrow) => {
          const made = layTwoHubs({
            body: 1 - fore - hind,
            flaps: [
              { at: [0, 0], leaf: 'a', length: fore, hub: 0 },
              { at: [0.5, 0], leaf: 'b', length: 0.5 - fore, hub: 0 },
              { at: [1, 0], leaf: 'c', length: fore, hub: 0 },
              { at: [1, 1], leaf: 'd', length: hind, hub: 1 },
              { at: [0.5, 1], leaf: 'e', length: 0.5 - hind, hub: 1 },
              { at: [0, 1], leaf: 'f', length: hind, hub: 1 },
            ],
          });
          const creases = creasesOf(made.tips, made.tree, narrow).filter((c) => c.kind !== 'level');
          const inner = aroundCorners(creases, ([x, y]) => Math.min(x, y, 1 - x, 1 - y) > 1e-7);
          for (const { count, odd } of inner) {
            expect(count % 2).toBe(0);
            expect(Math.abs(odd)).toBeLessThan(1e-6);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('bases with a body between two hubs', () => {
  const rivers = bases.filter((b) => b.family === 'river');

  test('they fold, and what is looked for in the folded state is what was designed', () => {
    for (const base of rivers) {
      const folded = foldBase(base);
      expect(checkState(folded.state)).toEqual([]);
      const { designed: _, ...plain } = base;
      const found = foldBase(plain as Base);
      expect(found.flaps.map((f) => f.tip)).toEqual(folded.flaps.map((f) => f.tip));
      found.flaps.forEach((f, i) => {
        expect(f.length).toBeCloseTo(folded.flaps[i]!.length, 9);
        expect(distance(f.root, folded.flaps[i]!.root)).toBeLessThan(1e-9);
      });
      expect(folded.hubs).toHaveLength(2);
      expect(found.river).toBeCloseTo(folded.river, 9);
    }
  });

  test('six quarters about a body: flaps of 1/4 at both ends of half the side', () => {
    const { flaps, river } = foldBase(rivers.find((b) => b.id === 'river-quarters')!);
    expect(flaps.map((f) => f.length)).toEqual(flaps.map(() => expect.closeTo(0.25, 9) as unknown as number));
    expect([flaps.length, river]).toEqual([6, expect.closeTo(0.5, 9)]);
  });

  test('the sheet is the least over both hubs: what a flap, or the body, asks for', () => {
    const base = foldBase(rivers.find((b) => b.id === 'river-thirds')!);
    const fore = base.flaps.filter((f) => base.hubs[0]!.tips.includes(f.tip)).map((f) => f.length);
    const hind = base.flaps.filter((f) => base.hubs[1]!.tips.includes(f.tip)).map((f) => f.length);
    const mm = fc.integer({ min: 5, max: 90 });
    fc.assert(
      fc.property(
        fc.array(mm, { minLength: 1, maxLength: 3 }),
        fc.array(mm, { minLength: 1, maxLength: 3 }),
        mm,
        (a, b, body) => {
          const needs = [...a, ...b];
          const limbs = needs.map((lengthMm, i) => ({ id: `l${i}`, name: `l${i}`, lengthMm }));
          const seat: Seat = {
            nodes: ['x', 'y'],
            bodyMm: body,
            body: 'back',
            needs,
            at: needs.map((_, i) => (i < a.length ? 0 : 1)),
          };
          const task: LimbTask = { limbs, seats: [seat], pairs: [], optional: [], sides: [] };
          const orders = (left: readonly number[], n: number): number[][] =>
            n === 0
              ? [[]]
              : left.flatMap((l, i) => orders(left.toSpliced(i, 1), n - 1).map((o) => [l, ...o]));
          const least = (own: readonly number[], flaps: readonly number[]): number =>
            Math.min(...orders(flaps, own.length).map((o) => Math.max(...own.map((n, i) => n / o[i]!))));
          const match = matchBase(base, task);
          expect(match.sideMm).toBeCloseTo(Math.max(least(a, fore), least(b, hind), body / base.river), 6);
          expect(match.spareFlaps).toBe(6 - needs.length);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('a designed base the engine cannot fold is none', () => {
    const made = layTwoHubs({
      body: 1 - 0.25 - 0.25005,
      flaps: [
        { at: [0, 0], leaf: 'a', length: 0.25, hub: 0 },
        { at: [0.5, 0], leaf: 'b', length: 0.25, hub: 0 },
        { at: [1, 0], leaf: 'c', length: 0.25, hub: 0 },
        { at: [1, 1], leaf: 'd', length: 0.25005, hub: 1 },
        { at: [0.5, 1], leaf: 'e', length: 0.24995, hub: 1 },
        { at: [0, 1], leaf: 'f', length: 0.25005, hub: 1 },
      ],
    });
    const folded = tryFoldBase(
      moleculeBase({ id: 'near', name: 'Near', sheet: { kind: 'square' }, ...made }),
    );
    expect(folded === undefined || folded.flaps.length === 6).toBe(true);
  });
});
