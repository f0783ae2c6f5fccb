import { describe, expect, test } from '@jest/globals';
import { distance } from '../src/geometry/index.ts';
import { defaultSigma } from '../src/slips/index.ts';
import { constructMark, judgeConstruction, type MarkAsk } from '../src/ways/index.ts';
import { type Step, replaySequence, sayStep, write } from '../src/sequence/index.ts';
import { type SheetShape, edgesOf } from '../src/sheet/index.ts';

const square: SheetShape = { kind: 'square' };
const judge = (ask: MarkAsk, sheet: SheetShape = square, sideMm = 200) => {
  const ways = constructMark(sheet, ask, 'q');
  if (!ways.ok) throw new Error(ways.fault);
  const target = { kind: 'share', edge: ask.edge, share: ask.top / ask.bottom } as const;
  const { from, to } = edgesOf(sheet).find((e) => e.name === ask.edge)!;
  return ways.value.map((w) => {
    const judged = judgeConstruction(w, target, sheet, sideMm, defaultSigma);
    // Where the engine pinched last, measured on the sheet by hand.
    const at = judged.replay.steps.findLast((s) => s.trail?.mark)!.trail!.mark!;
    const along = (at[0] - from[0]) * (to[0] - from[0]) + (at[1] - from[1]) * (to[1] - from[1]);
    return { ...judged, share: along / ((to[0] - from[0]) ** 2 + (to[1] - from[1]) ** 2) };
  });
};

describe('a fold that is only held', () => {
  const cornerWay = () => {
    const ways = constructMark(square, { edge: 'AB', top: 1, bottom: 3 }, 'q');
    if (!ways.ok) throw new Error(ways.fault);
    return ways.value.find((w) => w.id === 'corner')!;
  };
  const restingAfter = (steps: readonly Step[]) => {
    const replay = replaySequence({ sheet: square, points: {}, steps });
    expect(replay.steps.filter((s) => s.refusal)).toEqual([]);
    return replay.steps.at(-1)!.after.resting;
  };

  test('leaves nothing but the pinches, and says so; pressed it leaves its crease', () => {
    const { steps } = cornerWay();
    const held = steps.find((s) => s.move.kind === 'fold')!;
    expect(sayStep(held, { sheet: square, points: {}, steps })).toMatch(/hold it without pressing/);
    expect(new Set(restingAfter(steps).map((r) => r.pressed))).toEqual(new Set(['pinch']));
    const pressed = steps.map((s) =>
      s.move.kind === 'fold' ? { ...s, move: { ...s.move, held: false } } : s,
    );
    expect(restingAfter(pressed).some((r) => r.pressed === 'full')).toBe(true);
  });

  test('a crease that was there before it stays', () => {
    const { steps } = cornerWay();
    const held = steps.find((s) => s.move.kind === 'fold')!;
    if (held.move.kind !== 'fold') throw new Error('a fold was looked for');
    const crease = write.writeStep('before', {
      kind: 'crease',
      sense: 'valley',
      line: held.move.line,
      through: 'all',
    });
    const at = steps.indexOf(held);
    const after = restingAfter([...steps.slice(0, at), crease, ...steps.slice(at)]);
    const long = after.filter((r) => r.pressed === 'full');
    expect(long.reduce((sum, r) => sum + distance(r.from, r.to), 0)).toBeGreaterThan(0.5);
  });
});

describe('marks on an edge, folded in the engine and measured', () => {
  const fractions: [number, number][] = [
    [1, 2],
    [1, 4],
    [3, 4],
    [1, 8],
    [3, 8],
    [5, 8],
    [7, 8],
  ];
  test.each(
    fractions.flatMap(([top, bottom]) => ['AB', 'BC', 'CD', 'DA'].map((edge) => ({ edge, top, bottom }))),
  )('$top/$bottom of $edge by halving is exact', (ask) => {
    const [way] = judge(ask);
    expect(way!.replay.steps.every((s) => !s.refusal)).toBe(true);
    expect(way!.share).toBeCloseTo(ask.top / ask.bottom, 12);
    expect(way!.creases).toBe(Math.log2(ask.bottom));
  });

  test.each([1, 2].flatMap((top) => ['AB', 'BC', 'CD', 'DA'].map((edge) => ({ edge, top, bottom: 3 }))))(
    '$top/3 of $edge: two exact ways and a self-correcting one',
    (ask) => {
      const [crossing, corner, self] = judge(ask);
      expect([crossing!.share, corner!.share]).toEqual([
        expect.closeTo(ask.top / 3, 12),
        expect.closeTo(ask.top / 3, 12),
      ]);
      expect([crossing!.creases, corner!.creases, self!.creases]).toEqual([4, 3, 7]);
      expect(self!.construction.exact).toBe(false);
      expect(self!.missMm).toBeLessThan(0.03);
      for (const way of [crossing!, corner!, self!])
        expect(way.replay.steps.every((s) => !s.refusal)).toBe(true);
    },
  );

  test('halving an edge halves the slip: half of 0.3 mm by the crease, and a quarter at the quarter adds up', () => {
    const [half] = judge({ edge: 'AB', top: 1, bottom: 2 });
    expect(half!.errorMm).toBeCloseTo(defaultSigma.pointToPoint / 2, 6);
    const [quarter] = judge({ edge: 'AB', top: 1, bottom: 4 });
    expect(quarter!.errorMm).toBeCloseTo(half!.errorMm * Math.hypot(1, 0.5), 4);
  });

  test('a guess of 8 mm dies out: six pinches leave an eighth of a millimetre of it', () => {
    const self = judge({ edge: 'AB', top: 1, bottom: 3 })[2]!;
    expect(self.errorMm).toBeGreaterThan(8 / 64);
    expect(self.errorMm).toBeLessThan(0.35);
  });

  test('rectangles cross at a third too; the triangle has the self-correcting way', () => {
    const rectangle = judge(
      { edge: 'AB', top: 1, bottom: 3 },
      { kind: 'rectangle', width: 1.414, height: 1 },
    );
    expect(rectangle.slice(0, 2).map((w) => w.construction.id)).toEqual(['crossing', 'self']);
    expect(rectangle[0]!.share).toBeCloseTo(1 / 3, 12);
    expect(judge({ edge: 'AB', top: 2, bottom: 3 }, { kind: 'triangle' })[0]!.construction.id).toBe('self');
  });

  test('a shorter way without a fold of two marks does not wait for such folds to be allowed', () => {
    const isPlain = (w: { construction: { steps: readonly { move: { kind: string } }[] } }): boolean =>
      !JSON.stringify(w.construction.steps).includes('ontoBoth');
    const plainOf = (search: object): string[] => {
      const found = constructMark({ kind: 'square' }, { edge: 'AB', top: 1, bottom: 5 }, 'p', search);
      return found.ok ? found.value.filter((c) => isPlain({ construction: c })).map((c) => c.id) : [];
    };
    expect(plainOf({})).toEqual(plainOf({ both: true }));
    expect(plainOf({})).toContain('found-1');
  });

  test.each([
    [{ edge: 'XY', top: 1, bottom: 2 }, 'no edge XY'],
    [{ edge: 'AB', top: 3, bottom: 2 }, 'between 0 and 1'],
    [{ edge: 'AB', top: 1, bottom: 65 }, 'ask for 64 parts at most'],
    [{ edge: 'AB', top: 0, bottom: 5 }, 'between 0 and 1'],
  ])('%j is refused with a sentence', (ask, part) => {
    const ways = constructMark(square, ask, 'q');
    expect(ways.ok ? '' : ways.fault).toContain(part);
  });

  test.each([
    ['square', square],
    ['rectangle', { kind: 'rectangle', width: 1, height: 1.414 } as const],
    ['triangle', { kind: 'triangle' } as const],
  ])(
    'any fraction of an edge of the %s is found; the engine folds it to where it is said to be',
    (_, sheet) => {
      for (const [top, bottom] of [
        [1, 5],
        [2, 7],
        [3, 11],
        [5, 13],
        [7, 17],
      ] as const) {
        const ask = { edge: 'AB', top, bottom };
        const ways = judge(ask, sheet);
        expect(ways.length).toBeGreaterThan(0);
        for (const way of ways) {
          // Exact ones to rounding, others within half a mm on 300, measured on the replayed sheet.
          expect(Math.abs(way.share - top / bottom)).toBeLessThan(
            way.construction.exact ? 1e-9 : 0.5 / 300 + 1e-9,
          );
          expect(way.replay.steps.filter((s) => s.refusal)).toEqual([]);
          expect(way.errorMm).toBeGreaterThan(0);
        }
      }
    },
  );

  test('sixteenths and finer halvings come of halving as before', () => {
    expect(judge({ edge: 'AB', top: 5, bottom: 32 }).some((w) => w.construction.id === 'halving')).toBe(true);
  });
});
