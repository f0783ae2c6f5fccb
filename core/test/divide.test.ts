import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Point, lengthWithin } from '../src/geometry/index.ts';
import { defaultSigma } from '../src/slips/index.ts';
import {
  divideEdge,
  halvingsFrom,
  halvingsNear,
  judgeConstruction,
  judgeDivision,
  middleThird,
  constructMark,
} from '../src/ways/index.ts';
import { replaySequence } from '../src/sequence/index.ts';
import { type SheetShape, edgesOf } from '../src/sheet/index.ts';

const square: SheetShape = { kind: 'square' };
const ways = (sheet: SheetShape, ask: Parameters<typeof divideEdge>[1]) => {
  const found = divideEdge(sheet, ask, 'd');
  if (!found.ok) throw new Error(found.fault);
  return found.value;
};

describe('an edge in equal parts', () => {
  test.each([
    [square, 'AB'],
    [square, 'DA'],
    [{ kind: 'rectangle', width: 3, height: 2 } as SheetShape, 'AB'],
  ])('folded in the engine, every mark of every way lies in its place: %j, %s', (sheet, edge) => {
    const own = edgesOf(sheet).find((e) => e.name === edge)!;
    for (const parts of [2, 3, 5, 6, 7, 8, 9, 11, 12, 15, 17, 24, 32, 64]) {
      for (const way of ways(sheet, { edge, parts })) {
        const { steps } = replaySequence({ sheet, points: {}, steps: way.steps });
        expect(steps.find((s) => s.refusal)?.refusal?.text).toBeUndefined();
        expect(new Set(way.steps.map((s) => s.id)).size).toBe(way.steps.length);
        expect([...way.marks.keys()].sort((a, b) => a - b)).toEqual(
          Array.from({ length: parts - 1 }, (_, i) => i + 1),
        );
        for (const [k, id] of way.marks) {
          const at = steps.find((s) => s.step.id === id)!.trail!.mark!;
          const wanted = [0, 1].map(
            (a) => own.from[a]! + ((own.to[a]! - own.from[a]!) * k) / parts,
          ) as unknown as Point;
          expect(Math.hypot(at[0] - wanted[0], at[1] - wanted[1])).toBeLessThan(1e-9);
        }
      }
    }
  });

  test('every odd number of parts has an exact chain on a square, by a corner and halvings alone', () => {
    for (let parts = 3; parts < 64; parts += 2)
      expect(
        ways(square, { edge: 'BC', parts }).filter((w) => w.id.startsWith('exact')).length,
      ).toBeGreaterThan(0);
  });

  test('halving between known marks reaches just what has the same parity somewhere', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 64 }), fc.integer({ min: 1, max: 63 }), (parts, first) => {
        fc.pre(first < parts);
        const have = new Set([0, parts, first]);
        for (const [middle, a, b] of halvingsFrom(parts, [first])) {
          expect(have.has(a) && have.has(b)).toBe(true);
          expect(middle * 2).toBe(a + b);
          expect(have.has(middle)).toBe(false);
          have.add(middle);
        }
        // Nothing more can be halved.
        for (const a of have)
          for (const b of have) if (Number.isInteger((a + b) / 2)) expect(have.has((a + b) / 2)).toBe(true);
      }),
    );
  });

  test('halving to the nearest marks makes the same marks, each from the nearest there are', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 64 }), fc.integer({ min: 1, max: 63 }), (parts, first) => {
        fc.pre(first < parts);
        const have = new Set([0, parts, first]);
        const near = halvingsNear(parts, [first]);
        for (const [middle, a, b] of near) {
          expect([have.has(a), have.has(b), have.has(middle)]).toEqual([true, true, false]);
          expect(middle * 2).toBe(a + b);
          for (let reach = 1; reach < middle - a; reach++)
            expect(have.has(middle - reach) && have.has(middle + reach)).toBe(false);
          have.add(middle);
        }
        const marksOf = (chain: readonly (readonly number[])[]): number[] =>
          chain.map(([k]) => k!).sort((a, b) => a - b);
        expect(marksOf(near)).toEqual(marksOf(halvingsFrom(parts, [first])));
      }),
    );
  });

  test('an edge brought across against the nearest mark: by hand for eighths', () => {
    const ask = { edge: 'AB', parts: 8 };
    const errorOf = (id: string): number => {
      const way = ways(square, ask).find((w) => w.id === id)!;
      return judgeDivision(way, ask, square, 300, defaultSigma).errorMm;
    };
    // A crease is off by half the gap of what it brings together; variances add.
    const own = defaultSigma.pointToPoint / 2;
    expect(errorOf('halving')).toBeCloseTo(own * Math.hypot(1, 1 / 2, 1 / 4), 6);
    // 3/8 between 1/4 and 1/2: the half counts by its own half and through the quarter.
    expect(errorOf('nearest')).toBeCloseTo(own * Math.hypot(1, 1 / 2, 3 / 4), 6);
    // Quarters have one way only, and it is not told twice.
    expect(ways(square, { edge: 'AB', parts: 4 }).map((w) => w.id)).toEqual(['halving', 'rule']);
  });

  test('the schools differ as they should: a guess dies out, a rule leaves nothing but its marks', () => {
    const ask = { edge: 'AB', parts: 11 };
    const judged = new Map(
      ways(square, ask).map((w) => [w.id, judgeDivision(w, ask, square, 297, defaultSigma)]),
    );
    expect(judged.get('rule')!.extra).toBe(0);
    expect(judged.get('rule')!.errorMm).toBeCloseTo(defaultSigma.throughMarks, 1);
    expect(judged.get('guess')!.errorMm).toBeLessThan(0.3);
    // Seven halvings leave a hundredth of a guess of any size.
    const wild = { ...defaultSigma, guess: 80 };
    const guess = ways(square, ask).find((w) => w.id === 'guess')!;
    expect(judgeDivision(guess, ask, square, 297, wild).errorMm).toBeLessThan(0.8);
    // Of the exact ones one fold is only held: three pinches on the side are left.
    expect(judged.get('exact-1')!.extra).toBe(3);
    for (const [id, j] of judged) {
      expect(j.missMm).toBeLessThan(1e-6);
      expect(j.extra).toBe(j.creases - 10 - (id.startsWith('exact') ? 1 : 0));
      expect(j.worstStep).toBeLessThanOrEqual(j.replay.steps.length);
    }
    const thirds = ways(square, { edge: 'AB', parts: 3 });
    expect(thirds.map((w) => w.id)).toEqual(expect.arrayContaining(['guess', 's-bend', 'rule']));
  });

  test('eleven parts with no crease of the construction in the middle third, measured on the sheet itself', () => {
    const clear = middleThird(square, 'AB')!;
    expect(clear.map(([x]) => x).sort()).toEqual(
      [1 / 3, 1 / 3, 2 / 3, 2 / 3].map((x) => expect.closeTo(x, 12)),
    );
    const ask = { edge: 'AB', parts: 11, clear: [clear] };
    const [best] = ways(square, ask);
    expect(best!.id).toBe('exact-1');
    const judged = judgeDivision(best!, ask, square, 297, defaultSigma);
    expect(judged.touches).toBe(false);
    const marks = new Set(best!.marks.values());
    // What stays on the opened sheet: the marks of the division, and nothing else in that part.
    const scars = judged.replay.steps
      .at(-1)!
      .after.resting.filter((r) => !marks.has(r.step) && lengthWithin(clear, r.from, r.to) > 1e-9);
    expect(scars).toEqual([]);
    // The guess's own pinches fall there, and are said to.
    const guess = ways(square, ask).find((w) => w.id === 'guess')!;
    expect(judgeDivision(guess, ask, square, 297, defaultSigma).touches).toBe(true);
  });

  test('parts that are none, and edges that are none, are told with the limit', () => {
    for (const parts of [0, 1, 65, 2.5, -3]) {
      const found = divideEdge(square, { edge: 'AB', parts }, 'd');
      expect(found.ok ? '' : found.fault).toMatch(/2 to 64 equal parts/);
    }
    const gone = divideEdge({ kind: 'triangle' }, { edge: 'CD', parts: 5 }, 'd');
    expect(gone.ok ? '' : gone.fault).toBe('This sheet has no edge CD.');
  });
});

const shareOf = ({ edge, top, bottom }: { edge: string; top: number; bottom: number }) =>
  ({ kind: 'share', edge, share: top / bottom }) as const;

describe('a fraction of an edge, exactly', () => {
  test('1/n for n = 3 to 32, and every fraction of an odd number up to 33, by a corner and halvings', () => {
    const asks = [
      ...Array.from({ length: 30 }, (_, i) => ({ edge: 'CD', top: 1, bottom: i + 3 })),
      ...[3, 5, 7, 9, 15, 21, 33].flatMap((bottom) =>
        Array.from({ length: bottom - 1 }, (_, i) => ({ edge: 'AB', top: i + 1, bottom })),
      ),
    ];
    const creases: number[] = [];
    for (const ask of asks) {
      const found = constructMark(square, ask, 'c');
      const exact = found.ok ? found.value.filter((w) => w.exact) : [];
      expect([ask, exact.length > 0]).toEqual([ask, true]);
      // A plan takes no two steps of one id.
      for (const { steps } of exact) expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
      const judged = exact.map((w) => judgeConstruction(w, shareOf(ask), square, 300, defaultSigma));
      for (const j of judged) expect(j.missMm).toBeLessThan(1e-7);
      if (ask.edge === 'CD') creases.push(Math.min(...judged.map((j) => j.creases)));
    }
    expect(Math.max(...creases)).toBeLessThanOrEqual(11);
    expect(creases.reduce((sum, n) => sum + n, 0) / creases.length).toBeLessThan(7);
  });
});

describe('creases pressed only where they are read', () => {
  test('the mark stays where it was, and less crease is left on the sheet', () => {
    const asks = [5, 7, 9, 11].map((bottom) => ({ edge: 'AB', top: 3, bottom }));
    const short = asks.flatMap((ask) => {
      const found = constructMark(square, ask, 'c');
      const list = found.ok ? found.value : [];
      return list
        .filter((w) => w.steps.some((s) => s.move.kind === 'crease' && s.move.span))
        .map((way) => ({ way, ask }));
    });
    expect(short.length).toBeGreaterThan(1);
    for (const { way, ask } of short) {
      const steps = way.steps.map((s) =>
        s.move.kind === 'crease' ? { ...s, move: { ...s.move, span: null } } : s,
      );
      const [own, whole] = [way, { ...way, steps }].map((w) =>
        judgeConstruction(w, shareOf(ask), square, 200, defaultSigma),
      );
      expect(own!.missMm).toBeCloseTo(whole!.missMm, 10);
      const long = (r: typeof own) =>
        r!.replay.steps
          .flatMap((s) => s.trail?.creases ?? [])
          .reduce((sum, c) => sum + Math.hypot(c.to[0] - c.from[0], c.to[1] - c.from[1]), 0);
      expect(long(own)).toBeLessThan(long(whole));
    }
  });
});
