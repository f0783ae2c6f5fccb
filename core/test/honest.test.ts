import { describe, expect, test } from '@jest/globals';
import { judgeColours, checkWanted, turnSheetOver } from '../src/checks/index.ts';
import { buildCastPlans, buildOwlPlan } from '../src/demo/index.ts';
import { stripWidth } from '../src/folded/index.ts';
import { MOST_PIECES, countPieces, defaultLimits, largestSideFor, toCutting } from '../src/paper/index.ts';
import { type Plan, buildPlan, planSchema } from '../src/plan/index.ts';
import { measureState, narrowestOnTheWay, readStep } from '../src/readings/index.ts';
import { type Replay, replaySequence, sayStep, write } from '../src/sequence/index.ts';
import { learnRatio, sayEntries } from '../src/sizing/index.ts';
import { sayNumber, toFigure, toLengthText, writeDecimalsLike } from '../src/units/index.ts';
import { readingsOf } from './plans.ts';

const on = (x: number, y: number) => ({ kind: 'sheet' as const, at: [x, y] as [number, number] });
const across = (y: number) => ({ kind: 'through' as const, a: on(0, y), b: on(1, y) });
const replayOf = (plan: Plan): Replay =>
  replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });

describe('the narrowest place', () => {
  const pleat = write.writeStep('pleat', {
    kind: 'pleat',
    sense: 'valley',
    lines: [across(0.6), across(0.63)],
    flap: [on(0.5, 0.9)],
    layers: 'all',
  });

  test('a pleat’s strip counts, with its step, though no corner of the sheet is in it', () => {
    const plan = { ...buildPlan('x'), steps: [pleat], sheet: { ...buildPlan('x').sheet, sideMm: 100 } };
    const replay = replayOf(plan);
    expect(replay.steps[0]!.refusal).toBeUndefined();
    expect(narrowestOnTheWay(replay)).toMatchObject({ tip: null, width: expect.closeTo(0.03, 9), step: 1 });
    const { readings } = readingsOf(plan);
    expect(readings.narrowest).toMatchObject({ widthMm: expect.closeTo(3, 6), verdict: 'tweezers', step: 1 });
    expect(readStep(replay.steps[0]!, 50, null, 1, defaultLimits).narrowest!.verdict).toBe('too small');
    const small = readingsOf({ ...plan, sheet: { ...plan.sheet, sideMm: 50 } }).readings.verdicts;
    expect(small.find((v) => v.id === 'narrow')?.text).toMatch(/^The pleat after step 1 is 1\.5 mm wide/);
  });

  test('what is narrow on the way and wider in the end still counts, at its step', () => {
    for (const plan of Object.values(buildCastPlans())) {
      const replay = replayOf(plan);
      const found = narrowestOnTheWay(replay);
      const widths = replay.steps.flatMap((s) =>
        measureState(s.after)
          .flaps.filter((f) => f.length >= 0.05 && f.width > 0)
          .map((f) => f.width),
      );
      expect(found!.width).toBeLessThanOrEqual(Math.min(...widths) + 1e-9);
      const step = replay.steps[found!.step - 1]!;
      if (found!.tip !== null)
        expect(
          measureState(step.after).flaps.some((f) => f.tip === found!.tip && f.width === found!.width),
        ).toBe(true);
    }
  });

  test('creases that only pass each other, or cross, make no strip', () => {
    const line = (a: [number, number], b: [number, number]) => ({ from: a, to: b });
    expect(stripWidth([line([0, 0], [1, 0]), line([0, 0.1], [1, 0.1])])).toBeCloseTo(0.1, 12);
    expect(stripWidth([line([0, 0], [0.4, 0]), line([0.5, 0.1], [1, 0.1])])).toBeUndefined();
    expect(stripWidth([line([0, 0], [1, 0]), line([0, 0], [1, 0.3])])).toBeUndefined();
    expect(stripWidth([line([0, 0], [0.5, 0]), line([0.5, 0], [1, 0])])).toBeUndefined();
  });
});

test('never more layers at a crease than there are at most', () => {
  for (const plan of Object.values(buildCastPlans()))
    for (const step of replayOf(plan).steps) {
      const reading = readStep(step, 200, 0.1, 1, defaultLimits);
      expect(reading.layersAtCrease).toBeLessThanOrEqual(reading.layersMost);
    }
});

test('entries are said with whose they are', () => {
  const entry = { predictedMm: 100, measuredMm: 97 };
  expect(sayEntries(learnRatio([], [[entry, entry]]))).toBe('2 entries of other plans');
  expect(sayEntries(learnRatio([entry], [[entry]]))).toBe('2 entries, 1 of this plan');
  expect(sayEntries(learnRatio([entry]))).toBe('1 entry');
});

test('no tolerance at all is met by the side the program itself offers', () => {
  const owl = buildOwlPlan();
  for (const mm of [61, 87.3, 120, 333]) {
    const target = {
      dimension: 'height' as const,
      mm,
      tolerancePercent: 0,
      bound: 'about' as const,
      toMm: null,
    };
    const plan = { ...owl, brief: { ...owl.brief, target }, sheet: { ...owl.sheet, sideMm: 10 } };
    const remedy = readingsOf(plan).readings.verdicts.find((v) => v.id === 'size')!.remedy!;
    if (remedy.kind !== 'set side') throw new Error('a side is offered');
    const taken = { ...plan, sheet: { ...plan.sheet, sideMm: remedy.mm } };
    expect(readingsOf(taken).readings.verdicts.some((v) => v.id === 'size')).toBe(false);
    const other = { ...plan, sheet: { ...plan.sheet, sideMm: remedy.mm + 0.4 } };
    expect(readingsOf(other).readings.verdicts.some((v) => v.id === 'size')).toBe(true);
  }
});

test('a flat form that tips is not said to lean', () => {
  const owl = buildOwlPlan();
  const feet: Plan['finish']['feet'] = [on(0.99, 0.01), on(0.98, 0.01)];
  const { stages, standing } = readingsOf({ ...owl, shaping: [], finish: { ...owl.finish, feet } }).readings;
  expect(standing!.stands).toBe(false);
  expect(stages.finish.figure).toMatch(/mm outside$/);
  expect(stages.finish.line).not.toContain('-');
  expect(stages.finish.line).toMatch(/falls to the (left|right)/);
});

test('sheets of any whole proportion are taken', () => {
  for (const [width, height] of [
    [148, 210],
    [156, 100],
    [5000, 1],
  ])
    expect(
      planSchema.safeParse({
        ...buildPlan('x'),
        sheet: { ...buildPlan('x').sheet, shape: { kind: 'rectangle', width, height } },
      }).success,
    ).toBe(true);
});

describe('colours of the brief', () => {
  /** A sheet of which the upper third is folded down over the front: its back shows there. */
  const steps = [
    write.writeStep('top', {
      kind: 'fold',
      sense: 'valley',
      line: across(2 / 3),
      flap: [on(0.5, 0.9)],
      layers: 'all',
    }),
  ];
  const wish = (part: string, side: 'front' | 'back', at: [number, number][] = []): Plan => ({
    ...buildPlan('x'),
    steps,
    brief: {
      ...buildPlan('x').brief,
      sides: [{ part, side, at: at.map(([x, y]) => on(x, y)) }],
    },
  });
  const partOf = (plan: Plan, choice: 0 | 1 = 0) =>
    judgeColours({ plan, replay: replayOf(plan) })!.choices[choice].parts[0]!;

  test('a part without a corner is known when it is painted, from both sides, with the share that is met', () => {
    expect(partOf(wish('belly', 'front'))).toEqual({ part: 'belly', wanted: 'front' });
    // Painted on the flap that came down, and on the paper below it that still shows.
    const both = partOf(
      wish('belly', 'front', [
        [0.5, 0.9],
        [0.5, 0.2],
      ]),
    );
    expect(both.share).toBeCloseTo(0.5, 9);
    expect([both.seen, both.shareBehind]).toEqual(['back', 0]);
    expect(partOf(wish('belly', 'back', [[0.5, 0.9]]))).toMatchObject({ seen: 'back', share: 1 });
    expect(partOf(wish('whole body', 'front'))).toMatchObject({
      share: expect.closeTo(0.5, 9),
      shareBehind: 0,
    });
  });

  test('turning the sheet over keeps the wishes for their colours, and they fail where they are not met', () => {
    const plan = wish('belly', 'front', [[0.5, 0.2]]);
    const findings = (p: Plan) =>
      checkWanted({
        plan: p,
        replay: replayOf(p),
        sideMm: undefined,
        limits: defaultLimits,
        unit: 'mm',
      }).filter((f) => f.kind === 'colour');
    expect(findings(plan)).toEqual([]);
    const turned = turnSheetOver(plan);
    const [before, after] = [plan, turned].map((p) => p.paper[p.brief.sides[0]!.side].name);
    expect(after).toBe(before);
    expect(findings(turned)[0]!.text).toContain(`wants the belly in ${before}`);
    expect(findings(turned)[0]!.text).toContain('0 % of it is as wanted');
    expect(turnSheetOver(turned)).toEqual(plan);
    expect(partOf(plan, 1)).toMatchObject({ wanted: 'front', seen: 'back', share: 0 });
  });
});

describe('tiny pieces and huge sheets', () => {
  const stock = (mm: number) => ({ id: 's', name: 's', widthMm: mm, heightMm: mm });

  test.each([
    [0.5, 0.5, 5000, 100_000_000],
    [0.0001, 5000, 5000, 50_000_000],
    [5000, 0.0001, 5000, 50_000_000],
  ])('%p x %p mm from %p mm are counted by rule, not laid out', (widthMm, heightMm, mm, least) => {
    const cutting = toCutting({ widthMm, heightMm }, stock(mm));
    expect(cutting.pieces).toBeGreaterThanOrEqual(least * 0.999);
    expect([cutting.layout, cutting.cuts]).toEqual([[], []]);
  });

  test('counting and laying out agree, up to the bound', () => {
    for (const piece of [
      { widthMm: 70, heightMm: 50 },
      { widthMm: 33, heightMm: 91 },
      { widthMm: 100, heightMm: 100, isHalfSquare: true },
      { widthMm: 11, heightMm: 7 },
    ])
      for (const rules of [{}, { keepGrain: true }, { trimMm: 6 }]) {
        const cutting = toCutting(piece, { ...stock(500), heightMm: 710 }, rules);
        expect(cutting.pieces).toBe(countPieces(piece, { ...stock(500), heightMm: 710 }, rules));
        if (cutting.pieces <= MOST_PIECES)
          expect(cutting.layout.length * (piece.isHalfSquare ? 2 : 1)).toBe(cutting.pieces);
      }
  });

  test('more pieces than are laid out have no size', () => {
    expect(largestSideFor(1e9, { width: 1, height: 1 }, stock(700))).toBe(0);
    expect(largestSideFor(4, { width: 1, height: 1 }, stock(700))).toBe(350);
  });
});

test('decimals are written as the language does, and numbers stay numbers', () => {
  try {
    writeDecimalsLike('de-DE');
    expect([toFigure(1.25, 2), sayNumber(0.09), toLengthText(37.5, 'mm').text]).toEqual([
      '1,25',
      '0,09',
      '37,5 mm',
    ]);
    expect([toFigure(-0.01, 1), sayNumber(12), toLengthText(38.1, 'in').text]).toEqual([
      '0,0',
      '12',
      '1 1/2 in',
    ]);
    const turned = write.writeStep('r', { kind: 'rotate', degrees: -22.5 });
    expect(sayStep(turned, { sheet: { kind: 'square' }, points: {}, steps: [turned] })).toBe(
      'Rotate by 22,5° clockwise.',
    );
  } finally {
    writeDecimalsLike('en-GB');
  }
  expect(toFigure(1.25, 2)).toBe('1.25');
});
