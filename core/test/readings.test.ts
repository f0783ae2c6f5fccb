import { describe, expect, test } from '@jest/globals';
import { buildSketchPlan, buildOwlDiary, buildOwlPlan, buildOwlRuns } from '../src/demo/index.ts';
import { findWays, judgeConstruction } from '../src/ways/index.ts';
import { buildPlan, type Plan } from '../src/plan/index.ts';
import { toReadings, type ReadingsInput } from '../src/readings/index.ts';
import { replaySequence } from '../src/sequence/index.ts';
import { defaultSettings } from '../src/settings/index.ts';

const read = (plan: Plan, more: Partial<ReadingsInput> = {}) =>
  toReadings({
    plan,
    replay: replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps }),
    runs: [],
    diary: [],
    otherDiary: [],
    limits: defaultSettings.limits,
    sigma: defaultSettings.sigma,
    unit: 'mm',
    ...more,
  });

describe('what the screens say', () => {
  test('the owl without a diary: 90 mm from 92.57 mm while it is flat, and from more once its tail is turned up', () => {
    const owl = buildOwlPlan();
    const shaped = read(owl);
    const ratio = shaped.posed!.heightMm / shaped.sideMm!;
    expect(shaped.isShaped).toBe(true);
    expect(shaped.ratio).toBeCloseTo(ratio, 9);
    // Layers do not grow with the sheet: on the wanted one it is as tall as wanted, to a hundredth.
    const onWanted = read({ ...owl, sheet: { ...owl.sheet, sideMm: shaped.wanted!.sideMm } });
    expect(onWanted.posed!.heightMm).toBeCloseTo(90, 2);
    expect(shaped.wanted!.sideMm).toBeGreaterThan(100);
    // A step that is chosen to be measured is measured flat.
    expect(read({ ...owl, sizeStep: owl.steps.at(-2)!.id }).isShaped).toBe(false);
    const r = read({
      ...owl,
      shaping: [],
      sheet: {
        shape: { kind: 'square' },
        sideMm: null,
        handling: 'fingers',
        trimMm: 0,
        keepGrain: false,
        halfOf: null,
      },
    });
    expect(r.wanted!.sideMm).toBeCloseTo(90 / 0.97227182, 3);
    expect(r.sideMm).toBe(r.wanted!.sideMm);
    expect(r.stages.paper.figure).toBe('92.6 mm');
    expect(r.stages.folds).toMatchObject({ state: 'settled', figure: '40, all flat' });
  });

  test('the demo diary: six entries, about 1.6 % short, correct the sheet', () => {
    const diary = buildOwlDiary();
    const r = read(buildOwlPlan(), { diary, runs: buildOwlRuns() });
    const factors = diary.map((e) => e.measuredMm / e.predictedMm);
    const mean = factors.reduce((s, f) => s + f, 0) / diary.length;
    // The rule of thumb counts as eight entries beside the five that the six leave free.
    const squares = factors.reduce((s, f) => s + (f - mean) ** 2, 0);
    const scatter = (8 * 0.012 ** 2 + squares) / (8 + diary.length - 1);
    const [trust, each] = [1 / (0.03 ** 2 + 0.01 ** 2), diary.length / scatter];
    const factor = (trust + each * mean) / (trust + each);
    expect(r.learned.factor).toBeCloseTo(factor, 10);
    const ratio = r.posed!.heightMm / 104;
    // What the entries were foreseen to be is what the engine says today.
    for (const e of diary) expect(e.predictedMm / e.sheetMm).toBeCloseTo(ratio, 3);
    expect(r.wanted!.sideMm).toBeCloseTo(90 / (ratio * factor), 1);
    expect(r.stages.diary.figure).toBe(`ratio ${(ratio * factor).toFixed(3)}`);
    expect(r.verdicts).toEqual([]);
  });

  test('standing, by hand: feet of the owl where the wings meet the tail fold, weight on its axis', () => {
    const r = read({ ...buildOwlPlan(), shaping: [] });
    expect(r.standing!.stands).toBe(true);
    expect(r.standing!.margin).toBeCloseTo((r.standing!.to - r.standing!.from) / 2, 6);
    expect(r.stages.finish.figure).toBe('17 mm inside');
  });

  test('a wrong sheet contradicts the brief and offers the right one', () => {
    const plan = buildSketchPlan();
    const r = read(plan);
    expect(r.stages.paper.state).toBe('contradicts');
    const verdict = r.verdicts.find((v) => v.id === 'size')!;
    expect(verdict.remedy).toMatchObject({ kind: 'set side' });
    const mended = read({ ...plan, sheet: { ...plan.sheet, sideMm: (verdict.remedy as { mm: number }).mm } });
    expect(mended.verdicts.find((v) => v.id === 'size')).toBeUndefined();
  });

  test('limbs longer than the sheet gives, missing flaps and broken house rules are said', () => {
    const plan = { ...buildOwlPlan(), limbs: [{ id: 'a', name: 'Neck', lengthMm: 200, tip: null }] };
    expect(
      read(plan)
        .verdicts.map((v) => v.text)
        .join(' '),
    ).toContain('Neck needs a sheet of 200 mm');
    expect(
      read({ ...plan, baseId: 'cupboard' })
        .verdicts.map((v) => v.text)
        .join(' '),
    ).toContain('no free flap');
    expect(
      read({
        ...buildPlan('strip'),
        sheet: {
          shape: { kind: 'rectangle', width: 1, height: 3 },
          sideMm: 90,
          handling: 'fingers',
          trimMm: 0,
          keepGrain: false,
          halfOf: null,
        },
      }).verdicts[0]!.id,
    ).toBe('rules');
  });

  test('a step that cannot be folded is named with a way to mend it', () => {
    const plan = buildOwlPlan();
    const r = read({ ...plan, steps: plan.steps.filter((s) => s.id !== 'blunt') });
    expect(r.stages.folds.state).toBe('contradicts');
    expect(r.refused.length).toBeGreaterThan(0);
    expect(r.verdicts.find((v) => v.stage === 'folds')!.remedy).toMatchObject({ kind: 'open step' });
  });

  test('narrow flaps and thick stacks at a tiny sheet have a number and a remedy', () => {
    const plan = buildSketchPlan();
    const r = read({
      ...plan,
      brief: { ...plan.brief, target: { ...plan.brief.target, mm: null } },
      sheet: { ...plan.sheet, sideMm: 5 },
      paper: { ...plan.paper, caliperMm: 1 },
    });
    expect(r.verdicts.map((v) => v.id).sort()).toEqual(['bulk', 'limbs', 'narrow']);
    expect(r.verdicts.find((v) => v.id === 'narrow')!.remedy).toMatchObject({
      kind: 'set side',
      mm: expect.closeTo((5 * 5) / (5 * 0.41421356), 2),
    });
  });

  test('an empty plan has eight stages to begin and no verdict', () => {
    const r = read(buildPlan('newt'));
    expect(Object.values(r.stages).filter((s) => s.state === 'not begun').length).toBeGreaterThanOrEqual(7);
    expect(Object.values(r.stages).every((s) => s.figure.length <= 16 && s.figure !== '')).toBe(true);
    expect(r.verdicts).toEqual([]);
  });

  test('tipping is said with the side it falls to', () => {
    const plan = buildOwlPlan();
    const named = (name: string) => ({ kind: 'named' as const, name });
    const r = read({
      ...plan,
      shaping: [],
      finish: {
        ...plan.finish,
        feet: [named('B'), { kind: 'along', from: named('B'), to: named('O'), share: 0.2 }],
      },
    });
    expect(r.standing!.stands).toBe(false);
    expect(r.verdicts.find((v) => v.id === 'stands')!.text).toContain('tips to the');
  });

  test('a place made by a crossing counts by the name its crossing has', () => {
    const wish = { kind: 'point', at: ['1/4', '3/8'] } as const;
    const found = findWays({ kind: 'square' }, wish, { prefix: 'ask-m1', near: 1e-4 });
    if (!found.ok) throw new Error(found.fault);
    const way = found.value.ways[0]!;
    const plan = buildSketchPlan();
    const asked = (name: string | null): Plan => ({
      ...plan,
      sheet: { ...plan.sheet, sideMm: 300 },
      marks: [{ id: 'm1', ...wish, at: ['1/4', '3/8'], construction: way.id, name }],
      points: { P1: way.mark! },
      steps: [...way.steps],
    });
    expect(read(asked(null)).marksErrorMm).toBeUndefined();
    const judged = judgeConstruction(way, found.value.target, { kind: 'square' }, 300, defaultSettings.sigma);
    expect(read(asked('P1')).marksErrorMm).toBeCloseTo(judged.errorMm, 9);
    // A step taken out: the crossing is made no more, and nothing is told of it.
    const broken = asked('P1');
    expect(read({ ...broken, steps: broken.steps.slice(1) }).marksErrorMm).toBeUndefined();
  });
});
