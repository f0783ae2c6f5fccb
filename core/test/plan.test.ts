import { describe, expect, test } from '@jest/globals';
import {
  buildSketchPlan,
  buildHeronPlan,
  buildOwlDiary,
  buildOwlPlan,
  buildOwlRuns,
} from '../src/demo/index.ts';
import {
  PLAN_FORMAT,
  PLAN_VERSION,
  buildPlan,
  checkPlan,
  migrations,
  planSchema,
  readPlanFile,
} from '../src/plan/index.ts';
import { defaultSettings, settingsSchema } from '../src/settings/index.ts';
import { drawerPaperSchema } from '../src/paper/index.ts';
import { lanternDrawer } from '../src/demo/index.ts';

const file = () => ({
  format: PLAN_FORMAT,
  version: PLAN_VERSION,
  plan: buildOwlPlan(),
  runs: buildOwlRuns(),
  diary: buildOwlDiary(),
});

describe('the plan document', () => {
  test.each([buildOwlPlan(), buildHeronPlan(), buildSketchPlan(), buildPlan('x')])(
    '$name is a plan with unique ids',
    (plan) => {
      expect(planSchema.parse(plan)).toEqual(plan);
      expect(checkPlan(plan)).toEqual([]);
    },
  );

  test('written and read back it is equal, runs and diary included', () => {
    const read = readPlanFile(JSON.parse(JSON.stringify(file())));
    expect(read.ok && read.value).toEqual(file());
  });

  test('there is a migration for every version below the current one', () => {
    for (let v = 1; v < PLAN_VERSION; v++) expect(migrations.has(v)).toBe(true);
    expect(migrations.has(PLAN_VERSION)).toBe(false);
  });

  test.each([
    [null, 'not a plan'],
    [{ hello: 1 }, 'not a plan'],
    [{ ...file(), version: undefined }, 'does not say its version'],
    [{ ...file(), version: 99 }, 'version 99'],
    [{ ...file(), plan: { ...buildOwlPlan(), name: '' } }, 'plan.name'],
    [{ ...file(), plan: { ...buildOwlPlan(), colour: 1 } }, 'colour'],
    [
      { ...file(), plan: { ...buildOwlPlan(), sheet: { shape: { kind: 'square' }, sideMm: -4 } } },
      'plan.sheet.sideMm',
    ],
  ])('bad input %# is said with its place', (value, part) => {
    const read = readPlanFile(value);
    expect(read.ok).toBe(false);
    expect(read.ok ? '' : read.fault.map((i) => i.text).join(' ')).toContain(part);
  });

  test('two steps of one id are found', () => {
    const plan = buildOwlPlan();
    expect(checkPlan({ ...plan, steps: [...plan.steps, plan.steps[0]!] })[0]!.path).toBe('steps.40.id');
  });

  test('settings keep their order of limits', () => {
    expect(settingsSchema.parse(defaultSettings)).toEqual(defaultSettings);
    expect(
      settingsSchema.safeParse({ ...defaultSettings, limits: { ...defaultSettings.limits, fingersMm: 9 } })
        .success,
    ).toBe(false);
    expect(
      settingsSchema.safeParse({ ...defaultSettings, limits: { ...defaultSettings.limits, bulkHard: 0.1 } })
        .success,
    ).toBe(false);
  });

  test('the demo drawer holds eleven papers', () => {
    expect(lanternDrawer.map((p) => drawerPaperSchema.parse(p))).toHaveLength(11);
  });
});
