import { describe, expect, test } from '@jest/globals';
import { buildHeronPlan, buildOwlPlan, lanternDrawer } from '../src/demo/index.ts';
import { distance } from '../src/geometry/index.ts';
import { type Plan, buildPlan } from '../src/plan/index.ts';
import { toWindowInput } from '../src/readings/index.ts';
import { write } from '../src/sequence/index.ts';
import { defaultSettings } from '../src/settings/index.ts';
import { sayBand, toTrialSheet, toWindow } from '../src/window/index.ts';
import { readingsOf } from './plans.ts';

type Place = Plan['brief']['places'][number];
const named = (name: string) => ({ kind: 'named', name }) as const;
const place = (more: Partial<Place> = {}): Place => ({
  id: 'feet',
  name: 'Feet apart',
  ends: [named('B'), named('D')],
  form: 'flat',
  mm: 20,
  tolerancePercent: 0,
  bound: 'least',
  toMm: null,
  ...more,
});
const wishing = (plan: Plan, ...places: Place[]): Plan => ({ ...plan, brief: { ...plan.brief, places } });

describe('a length wished between two places', () => {
  const heron = buildHeronPlan();

  test('is measured on the flat form and as it is shaped, and its miss is told', () => {
    const both = wishing(heron, place(), place({ id: 'shaped', form: 'shaped' }));
    const { readings, replay } = readingsOf(both);
    const state = replay.steps.at(-1)!.after;
    const at = (corner: readonly [number, number]) => {
      for (const f of state.facets) {
        const i = f.loop.findIndex((v) => distance(state.vertices[v]!, corner) < 1e-9);
        if (i >= 0) {
          const { a, b, c, d, tx, ty } = f.placement;
          return [a * corner[0] + b * corner[1] + tx, c * corner[0] + d * corner[1] + ty] as const;
        }
      }
      throw new Error('corner not found');
    };
    const flat = distance(at([1, 0]), at([0, 1])) * heron.sheet.sideMm!;
    const [first, second] = readings.wishes.filter((w) => w.dimension === 'place');
    expect(first).toMatchObject({ id: 'place feet', after: 'at the feet apart' });
    expect(first!.isMm! / readings.learned.factor).toBeCloseTo(flat / readings.learned.factor, 6);
    // The legs are turned out in space.
    expect(second!.isMm!).toBeGreaterThan(first!.isMm!);
    expect(first!.missMm).toBeCloseTo(Math.min(0, first!.isMm! - 20), 6);
  });

  test('limits the sheet like any size, by its own name', () => {
    const plan = wishing(heron, place({ mm: 10, bound: 'about', tolerancePercent: 10, form: 'shaped' }));
    const { readings } = readingsOf(plan);
    const input = toWindowInput(plan, readings, defaultSettings.limits, lanternDrawer)!;
    const band = toWindow(input).bands.find((b) => b.id === 'place 0')!;
    const ratio = readings.places[0]!.ratio!;
    expect(band.lowMm).toBeCloseTo(9 / ratio, 6);
    expect(band.highMm).toBeCloseTo(11 / ratio, 6);
    expect(sayBand('place 0', input, 'mm').name).toBe('Feet apart');
  });

  test('a place that is gone is no miss and no limit', () => {
    const plan = wishing(heron, place({ ends: [named('B'), named('Zz')] }));
    const { readings } = readingsOf(plan);
    expect(readings.wishes.find((w) => w.id === 'place feet')).toMatchObject({ isMm: null, missMm: null });
    expect(toWindowInput(plan, readings, defaultSettings.limits, [])!.places).toBeUndefined();
  });

  test('contradicts another size where no sheet meets both', () => {
    const plan = wishing(heron, place({ mm: 200 }));
    const { readings } = readingsOf(plan);
    expect(readings.wishes.find((w) => w.id === 'place feet')!.conflict!.says).toContain('at the feet apart');
  });
});

describe('narrow places by limb', () => {
  test('the narrowest of them is the narrowest on the way, and each is named by its corner once', () => {
    for (const plan of [buildOwlPlan(), buildHeronPlan()]) {
      const { readings } = readingsOf(plan);
      const narrows = readings.narrows!;
      expect(narrows[0]!.width * readings.sideMm!).toBeCloseTo(readings.narrowest!.widthMm, 6);
      expect(new Set(narrows.map((n) => n.tip)).size).toBe(narrows.length);
      expect([...narrows].sort((a, b) => a.width - b.width)).toEqual(narrows);
    }
  });
});

describe('a trial sheet', () => {
  const { limits } = defaultSettings;
  const paper = (id: string, caliperMm: number | null, price: number | null, sideMm = 400) => ({
    ...{ id, name: id, caliperMm, sideMm, count: 5 },
    priceAt: () => price,
  });
  const input = { caliperMm: 0.08, narrowest: { tip: 'A', width: 0.05, layers: 8, step: 3 }, limits };

  test('is scaled by the caliper, so that bulk is the same, and the cheapest that can be is taken', () => {
    const trial = toTrialSheet(input, 200, [paper('dear', 0.08, 1), paper('cheap', 0.1, 0.02)])!;
    expect(trial).toMatchObject({ id: 'cheap', sideMm: 250, price: 0.02 });
    const bulk = (t: number, side: number): number => (8 * t) / (0.05 * side);
    expect(bulk(0.1, trial.sideMm)).toBeCloseTo(bulk(0.08, 200), 9);
  });

  test('is none of paper that is too small, of unknown caliper, or whose narrow places no tool holds', () => {
    expect(toTrialSheet(input, 200, [paper('small', 0.1, 0.02, 240)])).toBeUndefined();
    expect(toTrialSheet(input, 200, [paper('unknown', null, 0.02)])).toBeUndefined();
    expect(toTrialSheet(input, 40, [paper('thin', 0.05, 0.02)])).toBeUndefined();
    expect(toTrialSheet({ ...input, caliperMm: null }, 200, [paper('any', 0.1, 0.02)])).toBeUndefined();
  });
});

describe('pleats on a strip of 2 : 1', () => {
  const { at, on, through, across } = write;

  /** A strip pleated all along into so many panels, its first crease one panel from the foot. */
  function pleated(panels: number): Plan {
    const plan = buildPlan('Strip');
    const line = (k: number) => across(on('1/2', `${2 * k}/${panels}`), through(at('A'), at('D')));
    const step = write.writeStep('fan', {
      kind: 'accordion',
      lines: [line(1), line(2)],
      pleats: panels - 1,
      flap: [at('D')],
    });
    return {
      ...plan,
      sheet: { ...plan.sheet, shape: { kind: 'rectangle', width: 1, height: 2 } },
      steps: [step],
    };
  }

  test.each([4, 6, 8])('%i panels are folded with fingers from five millimetres a panel on', (panels) => {
    const plan = pleated(panels);
    const { readings, replay } = readingsOf({ ...plan, sheet: { ...plan.sheet, sideMm: 100 } });
    expect(replay.steps.map((s) => s.refusal?.text)).toEqual([undefined]);
    const input = toWindowInput(plan, readings, defaultSettings.limits, [])!;
    const band = toWindow(input).bands.find((b) => b.id === 'narrowest')!;
    // The strip is twice its side long: a panel is 2 / n sides wide.
    expect(band.lowMm).toBeCloseTo((defaultSettings.limits.fingersMm * panels) / 2, 6);
    expect(sayBand('narrowest', input, 'mm')).toEqual({
      name: 'Narrowest pleat',
      note: '5 mm pleat of step 1',
    });
  });
});
