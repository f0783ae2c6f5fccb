import { describe, expect, test } from '@jest/globals';
import { buildHeronPlan } from '../src/demo/index.ts';
import { defaultLimits } from '../src/paper/index.ts';
import type { Plan } from '../src/plan/index.ts';
import { grainOfLimbs, sayGrain, toReadings, toWindowInput } from '../src/readings/index.ts';
import { replaySequence, write } from '../src/sequence/index.ts';
import { defaultSettings } from '../src/settings/index.ts';
import { cornersOf } from '../src/sheet/index.ts';
import {
  type RemedyOptions,
  type WindowInput,
  findRemedies,
  sayBand,
  sayRemedy,
  toWindow,
} from '../src/window/index.ts';

const none: RemedyOptions = { papers: [], bases: [], withoutLimb: [] };
const heronPlan = buildHeronPlan();

const readingsOf = (plan: Plan) => {
  const replay = replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });
  const input = {
    plan,
    replay,
    runs: [],
    diary: [],
    otherDiary: [],
    limits: defaultSettings.limits,
    sigma: defaultSettings.sigma,
    unit: 'mm' as const,
  };
  return { replay, readings: toReadings(input) };
};

describe('depth of the opened form', () => {
  const half = write.writeStep('half', {
    kind: 'fold',
    sense: 'valley',
    line: { kind: 'through', a: { kind: 'sheet', at: [0.5, 0] }, b: { kind: 'sheet', at: [0.5, 1] } },
    flap: [{ kind: 'sheet', at: [1, 1] }],
    layers: 'all',
  });
  const book = {
    ...heronPlan,
    steps: [half],
    repeats: [],
    alternatives: [],
    zones: [],
    sizeStep: null,
    sheet: { ...heronPlan.sheet, sideMm: 200 },
    finish: { ...heronPlan.finish, feet: null },
    brief: { ...heronPlan.brief, depth: { mm: 60, tolerancePercent: 10 } },
  } satisfies Plan;
  const opened = (degrees: number | null): Plan => ({
    ...book,
    finish: { ...book.finish, openedDegrees: degrees },
  });

  test('a sheet folded in half opens at its fold: at 180 degrees it is as deep as the sheet is wide', () => {
    const stack = 2 * book.paper.caliperMm!;
    const { form } = readingsOf(opened(180)).readings;
    expect(form!.spine!.reach).toBeCloseTo(0.5, 9);
    expect(form!.depthMm).toBeCloseTo(200 + stack, 9);
    expect(readingsOf(opened(60)).readings.form!.depthMm).toBeCloseTo(100 + stack, 9);
    expect(readingsOf(opened(null)).readings.form!.depthMm).toBeCloseTo(stack, 9);
    expect(readingsOf({ ...book, steps: [] }).readings.form).toBeUndefined();
  });

  test('a depth the form does not have is told with the angle that gives it, and that angle gives it', () => {
    const verdict = readingsOf(opened(null)).readings.verdicts.find((v) => v.id === 'depth');
    expect(verdict?.text).toMatch(/^Left flat, the model is 0[.\d]* mm deep; wished are 60 mm within 10 %/);
    if (verdict?.remedy?.kind !== 'open halves') throw new Error('the angle is offered');
    const { form, verdicts } = readingsOf(opened(verdict.remedy.degrees)).readings;
    expect(Math.abs(form!.depthMm - 60)).toBeLessThan(1);
    expect(verdicts.some((v) => v.id === 'depth')).toBe(false);
    const far = { ...book, brief: { ...book.brief, depth: { mm: 900, tolerancePercent: 1 } } };
    const text = readingsOf(far).readings.verdicts.find((v) => v.id === 'depth')?.text;
    expect(text).toMatch(/Even laid open its halves do not reach that far/);
  });

  test('two points the folder chose count before the proposed edge', () => {
    const own = opened(90);
    own.finish.spine = [
      { kind: 'sheet', at: [0, 0] },
      { kind: 'sheet', at: [0, 1] },
    ];
    // The edge DA lies on the far side of the fold: all paper reaches half a side from it as well.
    expect(readingsOf(own).readings.form!.spine!.from).not.toEqual(
      readingsOf(opened(90)).readings.form!.spine!.from,
    );
    expect(readingsOf(own).readings.form!.spine!.reach).toBeCloseTo(0.5, 9);
  });

  test('depth bounds the sheet from both ends, and the angle is the remedy where it does not fit', () => {
    const { readings } = readingsOf(opened(60));
    const input = toWindowInput(opened(60), readings, defaultLimits, [])!;
    const band = toWindow(input).bands.find((b) => b.id === 'depth')!;
    // Reach 0.5 opened to 60 degrees: half a side deep.
    expect(band.lowMm).toBeCloseTo(2 * (54 - 2 * book.paper.caliperMm!), 9);
    expect(band.highMm).toBeCloseTo(2 * (66 - 2 * book.paper.caliperMm!), 9);
    expect(sayBand('depth', input, 'mm').note).toBe('60 mm ± 10 %, as opened');
    const tight: WindowInput = {
      learned: input.learned,
      layers: input.layers,
      caliperMm: 0.1,
      handling: 'fingers',
      limits: input.limits,
      stock: [],
      target: { dimension: 'height', mm: 300, tolerancePercent: 3, ratio: 1 },
      depth: { mm: 60, tolerancePercent: 10, reach: 0.5, degrees: 60, stackMm: 0.2 },
    };
    const remedy = findRemedies(tight, none).find((r) => r.changes[0]!.kind === 'open')!;
    expect(remedy.window.isOpen).toBe(true);
    expect(sayRemedy(remedy, 'mm')).toMatch(/^Open its halves to 23°: /);
    expect(toWindowInput(opened(null), readings, defaultLimits, [])!.depth).toBeUndefined();
  });
});

describe('grain in curved limbs', () => {
  const wet: Plan = {
    ...heronPlan,
    finish: { ...heronPlan.finish, wetFolded: true, notes: [{ id: 'n', text: 'Curve the neck', range: '' }] },
  };

  test('on a square a corner lies at 45 degrees to the grain, however the piece is cut', () => {
    const [neck, ...others] = grainOfLimbs(wet, { grain: 'width' });
    expect(others).toEqual([]);
    expect(neck).toMatchObject({ limb: 'Neck and bill', degrees: 45, turned: 45 });
    expect(sayGrain(neck!, false)).toMatch(/45° to the grain whichever way the piece is cut/);
    expect(grainOfLimbs(wet, { grain: 'unknown' })).toEqual([]);
  });

  test('in the sharp corner of a half square it lies along the grain one way, and the remedy says which', () => {
    // Corner B of the half square: legs along the lower edge, hypotenuse at 45 degrees; its bisector at 22.5.
    const tip = cornersOf({ kind: 'triangle' }).find((c) => c.at[0] === 1 && c.at[1] === 0)!.name;
    const half: Plan = {
      ...wet,
      sheet: { ...wet.sheet, shape: { kind: 'triangle' } },
      limbs: [{ ...wet.limbs[0]!, tip }],
    };
    expect(grainOfLimbs(half, { grain: 'width' })[0]).toMatchObject({ degrees: 22.5, turned: 67.5 });
    expect(grainOfLimbs(half, { grain: 'height' })[0]).toMatchObject({ degrees: 67.5, turned: 22.5 });
    expect(sayGrain(grainOfLimbs(half, { grain: 'width' })[0]!, true)).toMatch(/Bend it slowly over a form/);
    expect(sayGrain(grainOfLimbs(half, { grain: 'width' })[0]!, false)).toMatch(/Cut the pieces turned/);
    expect(sayGrain(grainOfLimbs(half, { grain: 'height' })[0]!, false)).toMatch(/Keep the grain/);
    expect(sayGrain(grainOfLimbs(half, { grain: 'height' })[0]!, true)).toMatch(/keeps its curve/);
  });
});
