import { describe, expect, test } from '@jest/globals';
import { toStanding } from '../src/balance/index.ts';
import { buildChance, toNormal } from '../src/chance/index.ts';
import { contrastOf, isColour, lineOnPaper, shadeOf } from '../src/colour/index.ts';
import { lanternDrawer } from '../src/demo/index.ts';
import {
  defaultLimits,
  findNextStock,
  findPaperKind,
  gapToLeaveMm,
  paperKinds,
  toBulk,
  toCutting,
  toFingerVerdict,
} from '../src/paper/index.ts';
import { findOutliers, learnRatio, toSheetSide } from '../src/sizing/index.ts';

describe('the sheet for the wanted size', () => {
  test('side is target over ratio, to 0.01 mm', () => {
    expect(toSheetSide(90, 0.9722718241, learnRatio([])).sideMm).toBeCloseTo(92.57, 2);
  });

  test('learning: mean of measured over foreseen, drawn to 1 while there are few entries', () => {
    const learned = learnRatio([{ predictedMm: 100, measuredMm: 95 }]);
    // One entry says nothing of the scatter: the rule of thumb stands, and the plan differs from the folder too.
    const [trust, each] = [1 / (0.03 ** 2 + 0.01 ** 2), 1 / 0.012 ** 2];
    expect(learned.factor).toBeCloseTo((trust + each * 0.95) / (trust + each), 12);
    expect(learned.spread).toBeLessThan(0.012);
    expect(learnRatio([{ predictedMm: 0, measuredMm: 9 }]).entries).toBe(0);
  });

  test('entries of other plans teach less than own ones', () => {
    const entry = { predictedMm: 100, measuredMm: 95 };
    const [own, other] = [learnRatio([entry]), learnRatio([], [[entry]])];
    expect(other.factor).toBeGreaterThan(own.factor);
    expect(other.factor).toBeLessThan(1);
    expect(other.spread).toBeGreaterThan(own.spread);
  });

  test('on held-out entries of a noisy folder, three entries at least halve the error', () => {
    let [before, after] = [0, 0];
    for (let seed = 1; seed <= 60; seed++) {
      const chance = buildChance(seed);
      const truth = 1 + 0.03 * toNormal(chance);
      const entry = () => ({ predictedMm: 100, measuredMm: 100 * (truth + 0.012 * toNormal(chance)) });
      const three = learnRatio([entry(), entry(), entry()]);
      before += Math.abs(truth - 1);
      after += Math.abs(truth - three.factor);
    }
    expect(after).toBeLessThan(before / 2);
  });

  test('the range holds the truth about two times in three', () => {
    let hits = 0;
    for (let seed = 1; seed <= 300; seed++) {
      const chance = buildChance(seed);
      const truth = 1 + 0.03 * toNormal(chance);
      const learned = learnRatio(
        [1, 2].map(() => ({ predictedMm: 100, measuredMm: 100 * (truth + 0.012 * toNormal(chance)) })),
      );
      if (Math.abs(learned.factor - truth) <= learned.spread) hits++;
    }
    expect(hits / 300).toBeGreaterThan(0.58);
    expect(hits / 300).toBeLessThan(0.78);
  });
});

describe('three levels', () => {
  /** A folder drawn from the prior: its plans, each with foldings; the truth of the last plan and its next model. */
  function drawFolder(seed: number) {
    const chance = buildChance(seed);
    // Scaled inverse chi-square of 8 degrees: 8 s2 over a sum of 8 squares.
    const squares = Array.from({ length: 8 }, () => toNormal(chance) ** 2).reduce((a, b) => a + b, 0);
    const scatter = Math.sqrt((8 * 0.012 ** 2) / squares);
    const folder = 1 + 0.03 * toNormal(chance);
    const plan = (): { truth: number; fold: () => number } => {
      const truth = folder + 0.01 * toNormal(chance);
      return { truth, fold: () => truth + scatter * toNormal(chance) };
    };
    const entries = (fold: () => number, most: number) =>
      Array.from({ length: Math.floor(chance() * (most + 1)) }, () => ({
        predictedMm: 100,
        measuredMm: 100 * fold(),
      }));
    const others = Array.from({ length: Math.floor(chance() * 6) }, () => entries(plan().fold, 8));
    const own = plan();
    return { others, own: entries(own.fold, 8), truth: own.truth, next: own.fold() };
  }

  test('law: over 2,000 diaries the 90 % range holds the next model in 88 to 92 of 100, and the mean in as many', () => {
    let [next, mean] = [0, 0];
    for (let seed = 1; seed <= 2000; seed++) {
      const folder = drawFolder(seed);
      const learned = learnRatio(folder.own, folder.others);
      if (learned.next.low <= folder.next && folder.next <= learned.next.high) next++;
      if (Math.abs(learned.factor - folder.truth) <= 1.645 * learned.spread) mean++;
    }
    expect(next / 2000).toBeGreaterThan(0.88);
    expect(next / 2000).toBeLessThan(0.92);
    expect(mean / 2000).toBeGreaterThan(0.88);
    expect(mean / 2000).toBeLessThan(0.92);
  });

  test('ten entries of one other plan are one plan; of ten plans they are ten', () => {
    const entry = { predictedMm: 100, measuredMm: 95 };
    const one = learnRatio([], [Array.from({ length: 10 }, () => entry)]);
    const ten = learnRatio(
      [],
      Array.from({ length: 10 }, () => [entry]),
    );
    expect(ten.factor).toBeLessThan(one.factor);
    expect(ten.spread).toBeLessThan(one.spread);
    expect([one.entries, ten.entries]).toEqual([10, 10]);
  });

  test('the scatter is learned: an even hand has a narrower range for the next model, an uneven one a wider', () => {
    const entries = (off: number) =>
      Array.from({ length: 12 }, (_, i) => ({ predictedMm: 100, measuredMm: 98 + (i % 2 ? off : -off) }));
    const [even, uneven] = [learnRatio(entries(0.1)), learnRatio(entries(4))];
    expect(even.scatter).toBeLessThan(0.009);
    expect(uneven.scatter).toBeGreaterThan(0.025);
    expect(even.next.high - even.next.low).toBeLessThan(uneven.next.high - uneven.next.low);
    // How sure the mean is, and where the next one lies, are two things.
    expect(even.next.high - even.next.low).toBeGreaterThan(4 * even.spread);
  });

  test('an outlier is named, and only that; three entries name none', () => {
    const good = [97.8, 98.2, 98, 97.9, 98.1].map((measuredMm) => ({ predictedMm: 100, measuredMm }));
    const bad = { predictedMm: 100, measuredMm: 80 };
    expect(findOutliers([...good, bad], [])).toEqual([bad]);
    expect(findOutliers(good, [])).toEqual([]);
    expect(findOutliers([good[0]!, good[1]!, bad], [])).toEqual([]);
  });
});

describe('paper', () => {
  test('bulk, fingers and gaps by their rules of thumb', () => {
    expect(toBulk(4, 0.1, 4, defaultLimits)).toEqual({ bulk: 0.1, verdict: 'easy' });
    expect([0.2, 0.35, 0.5].map((b) => toBulk(1, b, 1, defaultLimits).verdict)).toEqual([
      'hard',
      'very hard',
      'will not close',
    ]);
    expect([9, 6, 3, 1].map((w) => toFingerVerdict(w, defaultLimits))).toEqual([
      'comfortable',
      'fingers',
      'tweezers',
      'too small',
    ]);
    expect(gapToLeaveMm(4, 0.1, 'stays')).toBeCloseTo(0.4, 12);
    expect(gapToLeaveMm(4, 0.1, 'reversed')).toBeCloseTo(0.2 * Math.PI, 12);
    expect(findPaperKind('kraft')!.grammage).toBe(70);
    expect(new Set(paperKinds.map((k) => k.id)).size).toBe(paperKinds.length);
  });

  test('the next stock size up, either way round, and how many come out', () => {
    const piece = { widthMm: 200, heightMm: 100 };
    expect(findNextStock(piece, lanternDrawer)!.id).toBe('ferry-blue');
    expect(findNextStock({ widthMm: 2000, heightMm: 100 }, lanternDrawer)).toBeUndefined();
    const cut = toCutting(
      { widthMm: 240, heightMm: 240 },
      { id: 's', name: 's', widthMm: 500, heightMm: 700 },
    );
    expect(cut.pieces).toBe(4);
    expect(cut.waste).toBeCloseTo(1 - (4 * 240 * 240) / (500 * 700), 12);
    expect(
      toCutting({ widthMm: 300, heightMm: 100 }, { id: 's', name: 's', widthMm: 200, heightMm: 600 }).pieces,
    ).toBe(4);
  });
});

describe('colour of lines on paper', () => {
  const papers = [...lanternDrawer.flatMap((p) => [p.frontHex, p.backHex]), '#000000', '#ffffff', '#777777'];
  test.each(papers)('every ink reaches 3 : 1 on %s', (paper) => {
    for (const ink of ['#0a5f4a', '#a13408', '#57656b', '#1a2320'])
      expect(contrastOf(lineOnPaper(ink, paper, 3), paper)).toBeGreaterThanOrEqual(3);
  });
  test('black on white is 21, shades stay colours, and what is no colour is told', () => {
    expect(contrastOf('#000000', '#ffffff')).toBeCloseTo(21, 5);
    expect(isColour(shadeOf('#b9853f', 0.1))).toBe(true);
    expect(isColour('red')).toBe(false);
  });
});

describe('standing', () => {
  test('the weight between the feet stands, outside it tips, with the margin to the nearer foot', () => {
    const stands = toStanding(
      [4, 10],
      [
        [0, 0],
        [10, 0],
      ],
    );
    expect(stands).toMatchObject({ stands: true, margin: 4, weakSide: 'left' });
    expect(stands.tipDegrees).toBeCloseTo((Math.atan2(4, 10) * 180) / Math.PI, 9);
    expect(
      toStanding(
        [12, 10],
        [
          [0, 1],
          [10, 0],
        ],
      ),
    ).toMatchObject({ stands: false, margin: -2, weakSide: 'right', step: 1 });
  });
});

test('the worked example of docs/learning.md', () => {
  const learned = learnRatio([97, 99].map((measuredMm) => ({ predictedMm: 100, measuredMm })));
  expect(learned.scatter).toBeCloseTo(0.0123, 4);
  expect(learned.factor).toBeCloseTo(0.9814, 4);
  expect(learned.spread).toBeCloseTo(0.00836, 5);
  expect(learned.next.low).toBeCloseTo(0.954, 3);
  expect(learned.next.high).toBeCloseTo(1.009, 3);
});
