import { beforeAll, describe, expect, test } from '@jest/globals';
import { buildChance } from '../src/chance/index.ts';
import { type Point, lengthWithin } from '../src/geometry/index.ts';
import { MarkTable, canDeepen, deepen, findMark, proveExact } from '../src/alignments/index.ts';
import { defaultSigma } from '../src/slips/index.ts';
import { type MarkWish, findWays, judgeConstruction, middleThird, readWish } from '../src/ways/index.ts';
import { buildEffort } from '../src/effort/index.ts';
import type { SheetShape } from '../src/sheet/index.ts';

const square: SheetShape = { kind: 'square' };
const paper: SheetShape = { kind: 'rectangle', width: 1.414, height: 1 };
const half: SheetShape = { kind: 'triangle' };
const near = 0.2 / 300;

function waysTo(sheet: SheetShape, wish: MarkWish, clear?: readonly (readonly Point[])[], within = near) {
  const found = findWays(sheet, wish, { prefix: 'ask-w', near: within, ...(clear ? { clear } : {}) });
  if (!found.ok) throw new Error(found.fault);
  return found.value.ways.map((way) => ({
    way,
    judged: judgeConstruction(way, found.value.target, sheet, 300, defaultSigma),
  }));
}

function faultOf(wish: MarkWish, limits: { near?: number; clear?: readonly (readonly Point[])[] } = {}) {
  const found = findWays(square, wish, { prefix: 'w', near, ...limits });
  return found.ok ? '' : found.fault;
}

describe('shares, places and lines as they are written', () => {
  const wishes: [string, SheetShape, MarkWish, boolean][] = [
    ['golden ratio', square, { kind: 'share', edge: 'AB', share: 'phi' }, true],
    ['sqrt(2) - 1 of BC', square, { kind: 'share', edge: 'BC', share: 'sqrt(2)-1' }, true],
    ['a decimal that is 3/8', square, { kind: 'share', edge: 'CD', share: 0.375 }, true],
    ['a decimal that is none', square, { kind: 'share', edge: 'AB', share: 0.4321 }, false],
    ['a place of the grid', square, { kind: 'point', at: ['1/4', '3/8'] }, true],
    ['a place anywhere', square, { kind: 'point', at: [0.317, 0.7123] }, false],
    ['22.5 degrees', square, { kind: 'line', through: [0, 0], degrees: 22.5 }, true],
    ['30 degrees beside the corner', square, { kind: 'line', through: [0, '1/3'], degrees: 30 }, true],
    ['5.625 degrees', square, { kind: 'line', through: [1, 0], degrees: 174.375 }, true],
    ['23 degrees', square, { kind: 'line', through: [0, 0], degrees: 23 }, false],
    ['a place on a root-two sheet', paper, { kind: 'point', at: [0.9, 0.31] }, false],
    ['a line by two places', square, { kind: 'crease', from: [0, 0], to: [1, '1/2'] }, true],
    ['a line by roots', square, { kind: 'crease', from: [0, 0], to: [1, 'sqrt(2)-1'] }, true],
    ['1/5 of a half square', half, { kind: 'share', edge: 'AB', share: '1/5' }, true],
    ['a line of a half square', half, { kind: 'line', through: [0, 0], degrees: 45 }, true],
  ];
  test.each(wishes)('%s', (_, sheet, wish, isExact) => {
    const ways = waysTo(sheet, wish);
    expect(ways.length).toBeGreaterThan(0);
    expect(ways.some(({ way }) => way.exact)).toBe(isExact);
    for (const { way, judged } of ways) {
      expect(judged.replay.steps.filter((s) => s.refusal)).toEqual([]);
      // What is called exact the engine folds to rounding; the rest comes as near as was asked.
      expect(judged.missMm).toBeLessThan(way.exact ? 1e-7 : 0.2 + 1e-6);
      expect(judged.amplification).toBeGreaterThan(0);
      expect(judged.errorMm).toBeGreaterThan(0);
      expect(new Set(way.steps.map((s) => s.id)).size).toBe(way.steps.length);
    }
  });

  test('a slip of the last crease moves a place one to one at least where lines cross squarely', () => {
    const [first] = waysTo(square, { kind: 'point', at: ['1/2', '1/2'] });
    // Two creases that halve the sheet, each slipping at both its ends: root of four quarters and more.
    expect(first!.judged.creases).toBe(2);
    expect(first!.judged.amplification).toBeGreaterThan(0.9);
  });

  test('bisectors stand beside what the table finds, and halve the slip each time', () => {
    const ways = waysTo(square, { kind: 'line', through: [0, 0], degrees: 11.25 });
    const chain = ways.find(({ way }) => way.id === 'bisectors')!;
    expect(chain.judged.creases).toBe(3);
    const longer = waysTo(square, { kind: 'line', through: [0, 0], degrees: 5.625 });
    expect(longer.find(({ way }) => way.id === 'bisectors')!.judged.errorMm).toBeLessThan(
      chain.judged.errorMm,
    );
    const tangent = waysTo(square, { kind: 'line', through: [0, 0], degrees: 17 })[0]!;
    expect(tangent.way.title).toMatch(/^A mark at 0\.3057 of BC, and a crease from A$/);
  });

  test.each([
    [
      { kind: 'point', at: [2, 0] } as const,
      /lies off the sheet, which reaches from \(0, 0\) at A to \(1, 1\)/,
    ],
    [{ kind: 'point', at: ['x', 0] } as const, /has no value/],
    [{ kind: 'share', edge: 'AB', share: '1.2' } as const, /does not lie on the edge/],
    [{ kind: 'share', edge: 'XY', share: 0.5 } as const, /no edge XY; choose one of AB/],
    [{ kind: 'line', through: [0, 0], degrees: 0 } as const, /runs along the rim/],
    [{ kind: 'crease', from: [0, 0], to: [1, 0] } as const, /runs along the rim/],
    [{ kind: 'crease', from: [0.5, 0.5], to: ['1/2', '1/2'] } as const, /a line needs two that lie apart/],
    [{ kind: 'crease', from: [0.5, 0.5], to: [0.5, 1.5] } as const, /\(0.5, 1.5\) lies off the sheet/],
    [{ kind: 'line', through: [0.2, 0.2], degrees: 'sqrt(' } as const, /has no value/],
  ])('%j is refused with a sentence', (wish, sentence) => {
    expect(faultOf(wish)).toMatch(sentence);
    expect(readWish(square, wish).ok).toBe(false);
  });

  test('what is finer than doubles, and what lies in a part to keep clean, is told', () => {
    expect(faultOf({ kind: 'point', at: [0.5, 0.25] }, { near: 1e-14 })).toMatch(
      /finer than a fold can be computed/,
    );
    const clear = [middleThird(square, 'AB')!];
    expect(faultOf({ kind: 'point', at: [0.5, 0.25] }, { clear })).toMatch(/shall stay without a crease/);
    expect(faultOf({ kind: 'point', at: ['1/3', '1/5'] }, { near: 1e-11 })).toMatch(/Nothing that six folds/);
  });
});

describe('parts of the sheet kept clear', () => {
  test('ways that leave the part free come first, and free means measured on the sheet', () => {
    const part: readonly Point[] = [
      [0.3, 0.3],
      [0.7, 0.3],
      [0.7, 0.7],
      [0.3, 0.7],
    ];
    let [moved, free] = [0, 0];
    for (const share of ['phi', '3/11', '0.1', '0.81']) {
      const wish: MarkWish = { kind: 'share', edge: 'AB', share };
      const plain = waysTo(square, wish, undefined, 1 / 300);
      const kept = waysTo(square, wish, [part], 1 / 300);
      const crosses = ({ judged }: (typeof kept)[number]): boolean =>
        judged.replay.steps.at(-1)!.after.resting.some((r) => lengthWithin(part, r.from, r.to) > 1e-9);
      expect(kept.map((w) => w.way.touches)).toEqual(kept.map(crosses));
      expect(kept.map((w) => w.way.touches)).toEqual(kept.map((w) => w.way.touches).sort());
      if (!kept[0]!.way.touches) free++;
      if (crosses(plain[0]!) && !kept[0]!.way.touches) moved++;
    }
    expect(free).toBeGreaterThanOrEqual(3);
    expect(moved).toBeGreaterThan(0);
  });
});

describe('proof in exact numbers', () => {
  let table: MarkTable;
  beforeAll(() => {
    table = new MarkTable(square);
    for (let level = 1; level <= 3; level++) table.grow(level, buildEffort(1e9), true);
  });

  test('what lies within rounding is proved or refuted, never guessed', () => {
    const answer = (share: number) => {
      const found = findMark(
        table,
        { kind: 'share', edge: 'AB', share },
        { creases: 6, tolerance: 1e-9, best: 1 },
      );
      return found.ok ? found.value[0]! : undefined;
    };
    const third = answer(1 / 3)!;
    const written = (share: string) => ({ kind: 'share', edge: 'AB', share }) as const;
    expect(proveExact(table, third, written('1/3'))).toBe(true);
    // As a double the two are the same; as written they are not.
    expect(proveExact(table, third, written('0.333333333333333333'))).toBe(false);
    expect(proveExact(table, third, { kind: 'point', at: ['1/3', 0] })).toBe(third.end.kind === 'crossing');
    // The sine of ten degrees is no number of roots.
    expect(proveExact(table, third, written('sin(10)'))).toBeUndefined();
    expect(proveExact(table, answer((Math.sqrt(5) - 1) / 2)!, written('phi'))).toBe(true);
    expect(proveExact(table, answer(Math.SQRT2 - 1)!, written('tan(22.5)'))).toBe(true);
  });

  test('every exact answer to random fractions is proved; near ones are refuted', () => {
    const chance = buildChance(5);
    let [proved, refuted] = [0, 0];
    for (let i = 0; i < 40; i++) {
      const bottom = 3 + Math.floor(chance() * 20);
      const top = 1 + Math.floor(chance() * (bottom - 1));
      const target = { kind: 'share', edge: 'AB', share: top / bottom } as const;
      const found = findMark(table, target, { creases: 6, tolerance: 1e-3, best: 4 });
      for (const a of found.ok ? found.value : []) {
        const proof = proveExact(table, a, { kind: 'share', edge: 'AB', share: `${top}/${bottom}` });
        expect(proof).toBe(a.exact);
        if (proof) proved++;
        else refuted++;
      }
    }
    expect(proved).toBeGreaterThan(20);
    expect(refuted).toBeGreaterThan(20);
  });

  test('lines are proved by place and direction', () => {
    const line = readWish(square, { kind: 'line', through: [0, 0], degrees: 22.5 });
    if (!line.ok) throw new Error(line.fault);
    const found = findMark(table, line.value, { creases: 4, tolerance: 1e-9, best: 3 });
    const exact = found.ok ? found.value.filter((a) => a.exact) : [];
    expect(exact.length).toBeGreaterThan(0);
    for (const a of exact) {
      expect(proveExact(table, a, { kind: 'line', through: [0, 0], degrees: 22.5 })).toBe(true);
      expect(proveExact(table, a, { kind: 'line', through: [0, 0], degrees: '45/2' })).toBe(true);
      expect(proveExact(table, a, { kind: 'line', through: [0, '1/100'], degrees: 22.5 })).toBe(false);
    }
  });
});

describe('the deeper table', () => {
  test('is built once where it pays, tells how far it is, and never gives more creases than before', () => {
    const wishes: MarkWish[] = [1, 5, 9].map((top) => ({ edge: 'BC', top, bottom: 19 }));
    const fewest = (wish: MarkWish): number => {
      const found = findWays(half, wish, { prefix: 'w', near });
      return found.ok ? Math.min(...found.value.ways.map((w) => w.steps.length)) : Infinity;
    };
    const before = wishes.map(fewest);
    expect(canDeepen(half)).toBe(true);
    const shares: number[] = [];
    deepen(half, (share) => shares.push(share));
    expect(canDeepen(half)).toBe(false);
    expect(shares.at(-1)).toBeGreaterThan(0.99);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    wishes.map(fewest).forEach((n, i) => expect(n).toBeLessThanOrEqual(before[i]!));
    // On this sheet the fourth crease would take minutes: crossings of three have to do.
    expect(canDeepen(paper)).toBe(false);
    deepen(paper, () => {
      throw new Error('nothing is built that does not pay');
    });
  });
});

describe('any place of any sheet', () => {
  const shapes: [string, SheetShape, (chance: () => number) => Point][] = [
    ['square', square, (c) => [c(), c()]],
    ['root-two sheet', paper, (c) => [1.414 * c(), c()]],
    [
      'half square',
      half,
      (c) => {
        const [x, y] = [c(), c()];
        return x + y > 1 ? [1 - x, 1 - y] : [x, y];
      },
    ],
  ];
  test.each(shapes)(
    'random places of a %s are reached as near as said, measured by the engine',
    (_, sheet, at) => {
      const chance = buildChance(23);
      let reached = 0;
      for (let i = 0; i < 25; i++) {
        const wish: MarkWish = { kind: 'point', at: [...at(chance)] };
        const found = findWays(sheet, wish, { prefix: 'r', near: 1 / 300 });
        if (!found.ok) continue;
        reached++;
        const [way] = found.value.ways;
        const { replay, missMm, creases } = judgeConstruction(
          way!,
          found.value.target,
          sheet,
          300,
          defaultSigma,
        );
        expect(replay.steps.filter((s) => s.refusal)).toEqual([]);
        expect(missMm).toBeLessThan(1 + 1e-6);
        expect(creases).toBeLessThanOrEqual(6);
      }
      expect(reached).toBeGreaterThan(20);
    },
  );

  test.each(shapes)('random lines of a %s are reached, or it is told that none is near', (_, sheet, at) => {
    const chance = buildChance(29);
    let reached = 0;
    for (let i = 0; i < 12; i++) {
      const wish: MarkWish = {
        kind: 'line',
        through: [...at(chance)],
        degrees: Math.round(chance() * 1800) / 10,
      };
      const found = findWays(sheet, wish, { prefix: 'l', near: 1.5 / 300 });
      if (!found.ok) {
        expect(found.fault).toMatch(/^(Nothing that six folds|The line through)/);
        continue;
      }
      reached++;
      for (const way of found.value.ways) {
        const { replay, missMm } = judgeConstruction(way, found.value.target, sheet, 300, defaultSigma);
        expect(replay.steps.filter((s) => s.refusal)).toEqual([]);
        expect(missMm).toBeLessThan(way.exact ? 1e-6 : 3);
      }
    }
    expect(reached).toBeGreaterThan(3);
  });
});
