import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bases, foldBase } from '../src/bases/index.ts';
import { distance } from '../src/geometry/index.ts';
import type { Outcome, Issue } from '../src/outcome/index.ts';
import {
  type Figure,
  type LimbTask,
  type Seat,
  addLimb,
  changeLimb,
  changePacking,
  copyAcross,
  distancesOf,
  joinAt,
  leafPairsOf,
  leavesOf,
  limbsOf,
  matchBase,
  matchBases,
  moveNode,
  pairLimbs,
  pathsFrom,
  placeNodes,
  readFigure,
  riversOf,
  rootOf,
  sayWhyBefore,
  scaleFigure,
  sizeOf,
  splitLimb,
  starOf,
  startingFigures,
  takeOut,
  taskOf,
  taskOfFigure,
} from '../src/parts/index.ts';

const got = <T>(outcome: Outcome<T, Issue>): T => {
  if (!outcome.ok) throw new Error(outcome.fault.text);
  return outcome.value;
};
const refusal = (outcome: Outcome<unknown, Issue>): string => {
  if (outcome.ok) throw new Error('expected a refusal');
  return outcome.fault.text;
};
const begin = (name: string): Figure => startingFigures.find((f) => f.name === name)!;
const bird = begin('Wading bird');
const animal = begin('Long-bodied animal');
const anyStarter = fc.constantFrom(...startingFigures);

describe('starting figures', () => {
  test.each(startingFigures.map((f) => [f.name, f] as const))('%s is a sound tree', (_, figure) => {
    expect(readFigure(figure).ok).toBe(true);
    const places = placeNodes(figure);
    for (const l of figure.limbs)
      expect(distance(places.get(l.from)!, places.get(l.to)!)).toBeCloseTo(l.length, 9);
    for (const [a, b] of figure.pairs) {
      const [p, q] = [a, b].map((n) => figure.limbs.find((l) => l.name === n)!);
      expect(p!.length).toBe(q!.length);
    }
    for (const leaf of figure.onAxis) expect(leavesOf(figure)).toContain(leaf);
  });

  test('their flaps are named by their parts, from the body outwards', () => {
    expect(limbsOf(bird, []).map((l) => [l.name, l.lengthMm])).toEqual([
      ['Neck and bill', 95],
      ['Left leg', 95],
      ['Right leg', 95],
      ['Tail', 55],
    ]);
    expect(limbsOf(begin('Person with a tool'), []).map((l) => l.name)).toContain('Right arm and tool');
  });

  test('corners chosen before stay with their ends', () => {
    const kept = limbsOf(bird, [{ id: 'tail tip', name: 'x', lengthMm: 1, tip: 'C' }]);
    expect(kept.find((l) => l.id === 'tail tip')!.tip).toBe('C');
    expect(kept.filter((l) => l.tip !== null)).toHaveLength(1);
  });
});

describe('reshaping a figure', () => {
  test('a joint brought to a place is there, what hangs on it comes along, and nothing else moves', () => {
    fc.assert(
      fc.property(
        anyStarter,
        fc.nat(),
        fc.integer({ min: -120, max: 120 }),
        fc.integer({ min: -120, max: 120 }),
        (figure, n, x, y) => {
          const root = rootOf(figure);
          const movable = figure.nodes.filter((node) => node !== root);
          const node = movable[n % movable.length]!;
          const limb = figure.limbs.find((l) => l.to === node)!;
          const from = placeNodes(figure).get(limb.from)!;
          fc.pre(distance(from, [x, y]) > 5);
          const moved = got(moveNode(figure, node, [x, y]));
          const after = placeNodes(moved);
          // Lengths are kept to the half mm and directions to the degree.
          expect(distance(after.get(node)!, [x, y])).toBeLessThan(
            0.3 + (distance(from, [x, y]) * Math.PI) / 360,
          );
          const mates = figure.pairs.find((p) => p.includes(limb.name)) ?? [limb.name];
          for (const l of figure.limbs) {
            const own = moved.limbs.find((m) => m.name === l.name)!;
            expect(own.length).toBe(
              mates.includes(l.name) ? moved.limbs.find((m) => m.name === limb.name)!.length : l.length,
            );
          }
          expect(readFigure(moved).ok).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('the root stays where it is', () => {
    expect(got(moveNode(bird, 'body', [50, 50]))).toEqual(bird);
  });

  test('a joint put into a limb and taken out again leaves it as it was', () => {
    for (const name of ['neck', 'tail']) {
      const limb = animal.limbs.find((l) => l.name === name)!;
      const split = got(splitLimb(animal, name));
      expect(split.limbs).toHaveLength(animal.limbs.length + 1);
      expect(distancesOf(split)).toEqual(distancesOf(animal));
      const joint = split.limbs.find((l) => l.name === name)!.from;
      const again = got(joinAt(split, joint));
      expect(again.limbs.find((l) => l.name === name)).toMatchObject({ ...limb, angle: expect.anything() });
      for (const [node, at] of placeNodes(animal))
        expect(distance(placeNodes(again).get(node)!, at)).toBeLessThan(1e-9);
    }
  });

  test('a joint in a limb of a pair stands in its mate too, and all four parts are pairs', () => {
    const split = got(splitLimb(bird, 'left leg'));
    expect(split.pairs).toEqual([
      ['left leg', 'right leg'],
      ['upper left leg', 'upper right leg'],
    ]);
    expect(leafPairsOf(split)).toHaveLength(1);
  });

  test('a limb copied to the other side mirrors it joint by joint', () => {
    const half = got(takeOut(begin('Standing person'), 'left arm'));
    const jointed = got(splitLimb(half, 'right arm'));
    const whole = got(copyAcross(jointed, 'upper right arm'));
    const places = placeNodes(whole);
    const neck = places.get('neck')!;
    const [a, b] = ['right arm', 'left arm'].map((n) =>
      places.get(whole.limbs.find((l) => l.name === n)!.to)!,
    );
    expect(a![0] - neck[0]).toBeCloseTo(neck[0] - b![0], 9);
    expect(a![1]).toBeCloseTo(b![1], 9);
    expect(whole.pairs).toContainEqual(['right arm', 'left arm']);
    expect(refusal(copyAcross(whole, 'left arm'))).toContain('has its mate already');
  });

  test('a pair keeps one length and one width; an undone pair does not', () => {
    const wider = got(changeLimb(bird, 'left leg', { length: 80, width: 6 }));
    expect(wider.limbs.filter((l) => l.length === 80 && l.width === 6)).toHaveLength(2);
    const single = got(changeLimb(got(pairLimbs(wider, 'left leg', null)), 'left leg', { length: 70 }));
    expect(single.limbs.filter((l) => l.length === 80)).toHaveLength(1);
    expect(got(pairLimbs(single, 'left leg', 'right leg')).limbs.filter((l) => l.length === 70)).toHaveLength(
      2,
    );
  });

  test('a new limb goes into the widest gap', () => {
    const more = got(addLimb(bird, 'body', 30, 'wing'));
    const wing = more.limbs.at(-1)!;
    expect([wing.name, wing.length]).toEqual(['wing', 30]);
    // Between the tail at 195 and the neck at 75 the gap is 120; between right leg at -86 and neck at 75 it is 161.
    expect(wing.angle).toBe(-5);
    expect(got(addLimb(more, 'body', 30, 'wing')).limbs.at(-1)!.name).toBe('wing 2');
  });

  test('scaled to a height it is that high, with the same proportions', () => {
    const scaled = got(scaleFigure(animal, 'length', 300));
    expect(sizeOf(scaled).width).toBeCloseTo(300, 1);
    expect(sizeOf(scaled).height / sizeOf(animal).height).toBeCloseTo(300 / sizeOf(animal).width, 2);
    const flat = starOf([{ id: 'a', name: 'a', lengthMm: 50 }]);
    expect(refusal(scaleFigure(flat, 'length', 100))).toContain('has no length');
  });

  test('what is wrong is said in one sentence, and the figure is left as it was', () => {
    expect(refusal(changeLimb(bird, 'neck', { length: 0 }))).toContain('more than 0 mm');
    expect(refusal(changeLimb(bird, 'neck', { name: 'tail' }))).toContain('Two limbs are called "tail"');
    expect(refusal(takeOut(starOf([{ id: 'a', name: 'a', lengthMm: 50 }]), 'a'))).toContain(
      'one limb at least',
    );
    expect(refusal(joinAt(bird, 'body'))).toContain('no two limbs follow each other');
    expect(refusal(pairLimbs(bird, 'neck', 'neck'))).toContain('paired with itself');
    expect(got(changePacking(bird, { leaf: 'body', to: 'A' })).pins).toEqual([]);
  });

  test('a pin and an axis end go with the end they hold', () => {
    const pinned = got(changePacking(bird, { leaf: 'tail tip', to: 'A' }));
    expect(pinned.pins).toEqual([{ leaf: 'tail tip', to: 'A' }]);
    const longer = got(addLimb(pinned, 'tail tip', 10));
    expect([longer.pins, longer.onAxis]).toEqual([[], ['bill tip']]);
    expect(got(changePacking(pinned, { leaf: 'tail tip', to: null })).pins).toEqual([]);
  });
});

describe('rivers', () => {
  test('the body of a long animal is the one river; its banks are as far apart as it is long', () => {
    const [river, ...others] = riversOf(animal);
    expect(others).toEqual([]);
    expect(river!.limb).toBe('back');
    river!.leaves.forEach((leaf, i) => {
      const [toShoulder, toHip] = ['shoulder', 'hip'].map((n) => pathsFrom(animal, n).get(leaf)!);
      expect(river!.nearMm[i]).toBeCloseTo(Math.min(toShoulder!, toHip!), 9);
      expect(river!.farMm[i]).toBeCloseTo(Math.max(toShoulder!, toHip!), 9);
    });
    expect(riversOf(bird)).toEqual([]);
  });
});

describe('a figure against the atlas', () => {
  const folded = bases.map(foldBase);
  const small = folded.filter((f) => f.flaps.length >= 2 && f.flaps.length <= 5 && f.river === 0);

  /** Every way to give the limbs flaps, tried. */
  function leastSide(task: LimbTask, lengths: readonly number[]): number {
    const orders = (left: readonly number[], count: number): number[][] =>
      count === 0
        ? [[]]
        : left.flatMap((l, i) => orders(left.toSpliced(i, 1), count - 1).map((o) => [l, ...o]));
    return Math.min(
      ...task.seats.flatMap(({ needs }) =>
        orders(lengths, needs.length).map((o) => Math.max(...needs.map((n, i) => n / o[i]!))),
      ),
    );
  }

  test('the side is the least of all hubs and all assignments', () => {
    const lengths = fc.array(fc.integer({ min: 5, max: 150 }), { minLength: 1, maxLength: 4 });
    fc.assert(
      fc.property(fc.constantFrom(...small), lengths, lengths, (base, a, b) => {
        const limbs = a
          .slice(0, base.flaps.length)
          .map((mm, i) => ({ id: `l${i}`, name: `l${i}`, lengthMm: mm }));
        const task: LimbTask = {
          limbs,
          seats: [limbs.map((l) => l.lengthMm), limbs.map((_, i) => b[i % b.length]!)].map(
            (needs, i): Seat => ({
              nodes: [`node ${i}`],
              bodyMm: 0,
              body: '',
              needs,
              at: needs.map(() => 0),
            }),
          ),
          pairs: limbs.length > 1 ? [[0, 1]] : [],
          optional: [],
          sides: [],
        };
        const match = matchBase(base, task);
        expect(match.sideMm).toBeCloseTo(
          leastSide(
            task,
            base.flaps.map((f) => f.length),
          ),
          6,
        );
        expect(new Set(match.assignment.map((m) => m.flapTip)).size).toBe(limbs.length);
        for (const m of match.assignment)
          expect(m.needMm).toBeLessThanOrEqual(m.flapLength * match.sideMm! * (1 + 1e-9));
        expect(match.spareFlaps + match.assignment.length).toBe(base.flaps.length);
      }),
    );
  });

  test('a pair comes from like flaps where the sheet allows it', () => {
    const fish = folded.find((f) => f.base.id === 'fish')!;
    const match = matchBase(fish, taskOf({ figure: bird, limbs: [] }));
    const flapOf = (name: string) => match.assignment.find((a) => a.limb.name === name)!.flapLength;
    // Only two flaps are long; the legs take them and the others take the short ones, or nothing is a pair.
    expect([match.unlikePairs, flapOf('Left leg') === flapOf('Right leg')]).toEqual([0, true]);
  });

  test('a limb that may be left out is, where flaps are short', () => {
    const figure = got(changeLimb(bird, 'tail', { optional: true }));
    const three = folded.find((f) => f.flaps.length === 2)!;
    const match = matchBase(three, taskOf({ figure, limbs: [] }));
    expect([match.left.map((l) => l.name), match.missingFlaps]).toEqual([['Tail'], 1]);
    const enough = matchBase(
      folded.find((f) => f.base.id === 'bird')!,
      taskOf({ figure, limbs: [] }),
    );
    expect([enough.left, enough.missingFlaps]).toEqual([[], 0]);
  });

  test('the hub is the node that asks for the least sheet, and inner limbs count from there', () => {
    const frog = folded.find((f) => f.base.id === 'frog')!;
    const match = matchBase(frog, taskOfFigure(animal, limbsOf(animal, [])));
    const [hub] = match.seat!.nodes;
    expect(['shoulder', 'hip']).toContain(hub);
    for (const { limb, needMm } of match.assignment)
      expect(needMm).toBeCloseTo(pathsFrom(animal, hub).get(limb.id)!, 9);
  });

  test('why one stands before another is said of what differs', () => {
    const ranked = matchBases(folded, taskOf({ figure: bird, limbs: [] }));
    ranked.slice(0, -1).forEach((m, i) => {
      const next = ranked[i + 1]!;
      const sentence = sayWhyBefore(m, next, 'mm');
      expect(sentence).toMatch(/^[A-Z0-9].*\.$/);
      if (m.sideMm !== undefined && next.sideMm !== undefined && next.sideMm > m.sideMm * 1.01)
        expect(sentence).toContain('less sheet');
      if (m.sideMm !== undefined && next.sideMm === undefined) expect(sentence).toContain('lacks');
    });
    // Where the flaps are the same share of both sheets, nothing is said of them.
    const [best] = ranked;
    const larger = { ...best!, baseName: 'Other base', sideMm: best!.sideMm! * 1.02 };
    expect(sayWhyBefore(best!, larger, 'mm')).toMatch(/^[^%]* less sheet than the other base\.$/);
    const sides = ranked.flatMap((m) => (m.sideMm === undefined ? [] : [m.sideMm]));
    sides.slice(1).forEach((side, i) => expect(side).toBeGreaterThan(sides[i]! - 1e-5));
  });
});
