import { beforeAll, describe, expect, test } from '@jest/globals';
import { buildChance } from '../src/chance/index.ts';
import { buildEffort } from '../src/effort/index.ts';
import { type Point, directionOf, lineThrough } from '../src/geometry/index.ts';
import {
  type MarkAnswer,
  MarkTable,
  type MarkTarget,
  amplificationOf,
  findMark,
} from '../src/alignments/index.ts';
import { writeMark } from '../src/ways/index.ts';
import { resolvePoint } from '../src/references/index.ts';
import { type SheetShape, edgesOf, outlineOf } from '../src/sheet/index.ts';

function tableOf(sheet: SheetShape, levels: number): MarkTable {
  const table = new MarkTable(sheet);
  for (let level = 1; level <= levels; level++) table.grow(level, buildEffort(1e9), level < levels);
  return table;
}

let square: MarkTable;
beforeAll(() => {
  square = tableOf({ kind: 'square' }, 4);
});

const limits = { creases: 6, tolerance: 1e-9, best: 1 };

function best(table: MarkTable, target: MarkTarget, more: Partial<typeof limits> = {}): MarkAnswer {
  const found = findMark(table, target, { ...limits, ...more });
  if (!found.ok) throw new Error(found.fault);
  return found.value[0]!;
}

/** Folds an answer in the engine and measures where the mark lands. */
function landing(table: MarkTable, answer: MarkAnswer, edge?: string): Point {
  const written = writeMark(table, answer, 'w', edge);
  expect(written.replay.steps.map((s) => s.refusal?.text)).toEqual(written.steps.map(() => undefined));
  const found = resolvePoint(written.mark!, {
    state: written.replay.steps.at(-1)?.after ?? written.replay.start,
    points: {},
    trails: new Map(written.replay.steps.flatMap((s) => (s.trail ? [[s.step.id, s.trail]] : []))),
    numbers: new Map(written.replay.steps.map((s) => [s.step.id, s.number])),
  });
  if (!found.ok) throw new Error(found.fault.text);
  return found.value.sheet!;
}

describe('everything a few folds can make', () => {
  test('one fold of a square makes 4 creases, two 56 more', () => {
    const table = new MarkTable({ kind: 'square' });
    table.grow(1, buildEffort(1e6), true);
    expect(table.count - table.edges).toBe(4);
    table.grow(2, buildEffort(1e6), true);
    expect(table.count - table.edges).toBe(60);
  });

  test('the table is as symmetric as the square', () => {
    const table = tableOf({ kind: 'square' }, 3);
    const keyOf = (nx: number, ny: number, c: number): string => {
      const sign = ny < -1e-9 || (Math.abs(ny) < 1e-9 && nx < 0) ? -1 : 1;
      return [nx, ny, c].map((v) => (Math.round(v * sign * 1e5) + 0).toString()).join();
    };
    const all = new Set<string>();
    for (let id = 0; id < table.count; id++) {
      const { normal, offset } = table.lineAt(id);
      all.add(keyOf(...normal, offset));
    }
    let missing = 0;
    for (let id = 0; id < table.count; id++) {
      const {
        normal: [nx, ny],
        offset,
      } = table.lineAt(id);
      // Mirrored in the upright middle line, and in the diagonal AC.
      if (!all.has(keyOf(-nx, ny, offset - nx))) missing++;
      if (!all.has(keyOf(ny, nx, offset))) missing++;
    }
    expect(missing).toBe(0);
  });

  test('what is left out unseen would not have bettered the answers: every pair crossed by hand', () => {
    const table = tableOf({ kind: 'square' }, 3);
    const chance = buildChance(77);
    const REACH = 0.002;
    const BEST = 4;
    type Pair = readonly [error: number, cost: number];
    /** The errors of the best answers of each number of creases. */
    const bestOf = (pairs: readonly Pair[]): number[][] =>
      Array.from({ length: 7 }, (_, cost) =>
        pairs
          .flatMap(([error, c]) => (c === cost ? [error] : []))
          .sort((a, b) => a - b)
          .slice(0, BEST),
      );
    const byHand = (errorOf: (a: number, b: number) => number): Pair[] => {
      const pairs: Pair[] = [];
      const met = new Set<string>();
      for (let b = 1; b < table.count; b++)
        for (let a = 0; a < b; a++) {
          const error = errorOf(a, b);
          if (!(error <= REACH) || table.costOf(a, b) > 6 || !table.hasMark(a, b)) continue;
          const needs = [...new Set([...table.needsOf(a), ...table.needsOf(b)])].sort((p, q) => p - q);
          // The same creases to the same place are one answer.
          const key = `${needs.join()} ${error.toFixed(11)}`;
          if (met.has(key)) continue;
          met.add(key);
          pairs.push([error, table.costOf(a, b)]);
        }
      return pairs;
    };
    const lines = Array.from({ length: table.count }, (_, id) => table.lineAt(id));
    const crossing = (a: number, b: number): Point | undefined => {
      const [l, m] = [lines[a]!, lines[b]!];
      const det = l.normal[0] * m.normal[1] - l.normal[1] * m.normal[0];
      if (Math.abs(det) < 1e-9) return undefined;
      return [
        (l.offset * m.normal[1] - m.offset * l.normal[1]) / det,
        (l.normal[0] * m.offset - m.normal[0] * l.offset) / det,
      ];
    };
    const found = (target: MarkTarget): number[][] => {
      const answers = findMark(table, target, { creases: 6, tolerance: 1e-9, best: BEST, each: true });
      if (!answers.ok) throw new Error(answers.fault);
      return bestOf(answers.value.map((a) => [a.error, a.creases]));
    };
    const isAlike = (one: number[][], other: number[][]): void =>
      one.forEach((errors, cost) => {
        expect(errors).toHaveLength(other[cost]!.length);
        errors.forEach((error, i) => expect(error).toBeCloseTo(other[cost]![i]!, 10));
      });
    for (let i = 0; i < 6; i++) {
      const at: Point = [chance(), chance()];
      const near = (id: number): boolean => Math.abs(table.sideOf(id, at)) <= REACH;
      const hand = byHand((a, b) => {
        const p = near(a) && near(b) ? crossing(a, b) : undefined;
        return p ? Math.hypot(p[0] - at[0], p[1] - at[1]) : Infinity;
      });
      isAlike(found({ kind: 'point', at }), bestOf(hand));
    }
  });

  test('growing stops when the effort ends, and says so', () => {
    const table = new MarkTable({ kind: 'square' });
    expect(table.grow(1, buildEffort(0), true)).toBe(false);
    expect(table.grow(1, buildEffort(10), true)).toBe(true);
  });
});

describe('shares of an edge', () => {
  const published: [string, number, number][] = [
    ['sqrt2 - 1', Math.SQRT2 - 1, 2],
    ['1/3', 1 / 3, 3],
    ['1/5', 1 / 5, 3],
    ['golden ratio', (Math.sqrt(5) - 1) / 2, 3],
    ['3/11', 3 / 11, 4],
    ...[7, 9, 11, 13, 17, 22, 25, 32].map((n): [string, number, number] => [`1/${n}`, 1 / n, 4]),
    ...[19, 21, 23, 29, 30, 31].map((n): [string, number, number] => [`1/${n}`, 1 / n, 6]),
  ];
  test.each(published)('%s is exact in the creases known for it, or fewer', (_, share, creases) => {
    const answer = best(square, { kind: 'share', edge: 'AB', share });
    expect(answer.exact).toBe(true);
    expect(answer.creases).toBeLessThanOrEqual(creases);
    const [x, y] = landing(square, answer, 'AB');
    expect(x).toBeCloseTo(share, 10);
    expect(y).toBeCloseTo(0, 10);
  });

  test.each(['BC', 'CD', 'DA'])('5/7 of %s is counted from its first corner', (edge) => {
    const answer = best(square, { kind: 'share', edge, share: 5 / 7 });
    expect(answer.exact).toBe(true);
    const { from, to } = edgesOf({ kind: 'square' }).find((e) => e.name === edge)!;
    const at = landing(square, answer, edge);
    expect(at[0]).toBeCloseTo(from[0] + ((to[0] - from[0]) * 5) / 7, 10);
    expect(at[1]).toBeCloseTo(from[1] + ((to[1] - from[1]) * 5) / 7, 10);
  });

  test.each([
    [{ kind: 'rectangle', width: 1.414, height: 1 } as const, 1 / 3],
    [{ kind: 'triangle' } as const, 1 / 5],
  ])('on %j too', (sheet, share) => {
    const table = tableOf(sheet, 3);
    const answer = best(table, { kind: 'share', edge: 'AB', share });
    expect(answer.exact).toBe(true);
    const { from, to } = edgesOf(sheet)[0]!;
    expect(landing(table, answer, 'AB')[0]).toBeCloseTo(from[0] + (to[0] - from[0]) * share, 9);
  });
});

describe('places and lines', () => {
  test('99 of 100 random points of a 300 mm square lie within 0.2 mm in at most 6 creases', () => {
    const chance = buildChance(11);
    const misses = Array.from({ length: 100 }, () => {
      const at: Point = [chance(), chance()];
      const answer = best(square, { kind: 'point', at });
      expect(answer.creases).toBeLessThanOrEqual(6);
      return answer.error * 300;
    }).sort((a, b) => a - b);
    expect(misses[98]!).toBeLessThan(0.2);
  });

  test('the engine lands where the table says, for random points', () => {
    const chance = buildChance(12);
    for (let k = 0; k < 8; k++) {
      const at: Point = [chance(), chance()];
      const answer = best(square, { kind: 'point', at });
      const landed = landing(square, answer);
      expect(Math.hypot(landed[0] - at[0], landed[1] - at[1])).toBeCloseTo(answer.error, 8);
    }
  });

  test('a line may take one fold more between two marks', () => {
    const line = lineThrough([0, 0.2], [1, 0.9])!;
    const answer = best(square, { kind: 'line', line }, { tolerance: 0.002 });
    expect(answer.creases).toBeLessThanOrEqual(6);
    const written = writeMark(square, answer, 'w');
    const made = written.replay.steps.at(-1)!.trail!.creases[0]!;
    const folded = lineThrough(made.from, made.to)!;
    const turn = Math.abs(folded.normal[0] * directionOf(line)[0] + folded.normal[1] * directionOf(line)[1]);
    expect(turn).toBeLessThan(0.01);
    expect(answer.error).toBeLessThan(0.002);
  });

  test('an exact line is found as itself', () => {
    const answer = best(square, { kind: 'line', line: lineThrough([0, 0], [1, Math.tan(Math.PI / 8)])! });
    expect(answer).toMatchObject({ exact: true, creases: 2 });
  });

  test('a bisected edge halves a slip; an unlucky way makes it many times larger', () => {
    const half = best(square, { kind: 'share', edge: 'AB', share: 0.5 });
    expect(half.creases).toBe(1);
    // The crease's lower end lies on the edge: it takes all of its own slip and none of the other's.
    expect(amplificationOf(square, half)).toBeCloseTo(1, 4);
    const shares = [19, 21, 22, 23].map((n) => best(square, { kind: 'share', edge: 'AB', share: 1 / n }));
    const grown = shares.map((a) => amplificationOf(square, a));
    for (const g of grown) expect(g).toBeGreaterThan(0.2);
    expect(Math.max(...grown)).toBeGreaterThan(4);
  });

  test.each([
    [{ kind: 'point', at: [1.2, 0.5] } as const, /lies off the sheet/],
    [{ kind: 'share', edge: 'AC', share: 0.5 } as const, /no edge AC; choose one of AB, BC, CD, DA/],
    [{ kind: 'share', edge: 'AB', share: 1 } as const, /write a fraction between 0 and 1/],
    [{ kind: 'line', line: lineThrough([2, 0], [3, 1])! } as const, /misses the sheet/],
  ])('refuses %j in a sentence', (target, text) => {
    const found = findMark(square, target, limits);
    expect(found.ok ? '' : found.fault).toMatch(text);
  });

  test('the triangle keeps marks to its own outline', () => {
    const table = tableOf({ kind: 'triangle' }, 2);
    expect(outlineOf(table.sheet)).toHaveLength(3);
    for (const { at } of table.marksUpTo(2)) expect(at[0] + at[1]).toBeLessThanOrEqual(1 + 1e-9);
  });
});
