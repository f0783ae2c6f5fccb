import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import Ajv from 'ajv/dist/2020.js';
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
  planFileJsonSchema,
  planSchema,
} from '../src/plan/index.ts';
import {
  DOCUMENT_VERSION,
  documentKinds,
  ladder,
  readDocument,
  readPlanFile,
} from '../src/documents/index.ts';
import { mergePlans } from '../src/merge/index.ts';
import { defaultSettings, settingsSchema } from '../src/settings/index.ts';
import { drawerPaperSchema } from '../src/paper/index.ts';
import { buildDemoPractice, lanternDrawer } from '../src/demo/index.ts';

const file = () => ({
  format: PLAN_FORMAT,
  version: PLAN_VERSION,
  plan: buildOwlPlan(),
  runs: buildOwlRuns(),
  diary: buildOwlDiary(),
});

describe('the published schema', () => {
  const published = JSON.parse(
    readFileSync(new URL('../../docs/plan.schema.json', import.meta.url), 'utf8'),
  ) as object;

  test('is what the code writes', () => {
    expect(published).toEqual(JSON.parse(JSON.stringify(planFileJsonSchema())));
  });

  test('an independent checker takes a plan file by it, and refuses one with a key too many', () => {
    const check = new Ajv({ strict: false }).compile(published);
    expect([check(JSON.parse(JSON.stringify(file()))), check.errors]).toEqual([true, null]);
    expect(check({ ...file(), secret: 1 })).toBe(false);
    expect(check({ ...file(), plan: { ...buildOwlPlan(), limbs: [{ id: 'a' }] } })).toBe(false);
  });
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

  test('the ladder has a rung for every version below the current one', () => {
    expect(ladder).toHaveLength(PLAN_VERSION - 1);
    expect(DOCUMENT_VERSION).toBe(PLAN_VERSION);
  });

  test('a file and a document of an older version are carried up rung by rung, a newer one is refused', () => {
    const rungs = [
      { plan: (d: Record<string, unknown>) => ({ ...d, cast: `${String(d.cast)} one` }) },
      { plan: (d: Record<string, unknown>) => ({ ...d, cast: `${String(d.cast)} two` }) },
    ];
    const old = { ...buildPlan('newt'), cast: 'marsh' };
    expect(readDocument('plan', 1, old, rungs)).toMatchObject({ ok: true, value: { cast: 'marsh one two' } });
    expect(readDocument('plan', 2, old, rungs)).toMatchObject({ ok: true, value: { cast: 'marsh two' } });
    expect(readDocument('plan', 4, old, rungs)).toMatchObject({ ok: false });
    expect(readPlanFile({ ...file(), version: 1, plan: old }, rungs)).toMatchObject({
      ok: true,
      value: { plan: { cast: 'marsh one two' } },
    });
    expect(old.cast).toBe('marsh');
  });

  test('every kind reads what was kept of it, and says where a value is none', () => {
    const kept = {
      plan: buildPlan('newt'),
      run: buildOwlRuns()[0]!,
      entry: buildOwlDiary()[0]!,
      paper: lanternDrawer[0]!,
      practice: buildDemoPractice()[0]!,
      photo: {
        id: 'photo-1',
        entryId: 'owl-1',
        name: 'owl.jpg',
        at: '2026-11-02T20:00:00.000Z',
        type: 'image/jpeg' as const,
        widthPx: 4,
        heightPx: 3,
        data: 'AAAA',
      },
      settings: defaultSettings,
    };
    for (const kind of documentKinds) {
      expect(readDocument(kind, 1, kept[kind])).toEqual({ ok: true, value: kept[kind] });
      for (const bad of [null, 'x', [], { ...kept[kind], id: 7, name: 7, unit: 7 }])
        expect(readDocument(kind, 1, bad).ok).toBe(false);
    }
    const { checks: _, ...older } = kept.run;
    expect(readDocument('run', 1, older)).toMatchObject({ ok: true, value: { checks: [] } });
    expect(readDocument('settings', 1, { unit: 'in' })).toMatchObject({ ok: true, value: { unit: 'in' } });
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

  describe('further pieces', () => {
    const {
      sheet,
      paper,
      baseId,
      ownBase,
      marks,
      points,
      steps,
      repeats,
      alternatives,
      zones,
      sizeStep,
      shaping,
    } = buildOwlPlan();
    const base = {
      ...{ id: 'rock', name: 'Rock', alike: null, sheet, paper, baseId, ownBase, marks, points, steps },
      ...{ repeats, alternatives, zones, sizeStep, shaping },
    };
    const plan = { ...buildPlan('Owl on a rock'), pieces: [base] };

    test('are kept in the file as they were; files without any get none', () => {
      const read = readPlanFile(JSON.parse(JSON.stringify({ ...file(), plan })));
      expect(read).toMatchObject({ ok: true, value: { plan } });
      const { pieces: _, ...older } = buildOwlPlan();
      expect(readDocument('plan', 2, older)).toMatchObject({ ok: true, value: { pieces: [] } });
    });

    test('are checked like the first, and named', () => {
      expect(checkPlan(plan)).toEqual([]);
      const doubled = { ...base, steps: [...steps, steps[0]!] };
      expect(checkPlan({ ...plan, pieces: [base, { ...doubled, id: 'reed', name: 'Reed' }] })).toEqual([
        {
          path: `pieces.1.steps.${steps.length}.id`,
          text: `Piece "Reed": Two steps are both called "${steps[0]!.id}"; give one another id.`,
        },
      ]);
      expect(checkPlan({ ...plan, pieces: [base, base] })[0]!.path).toBe('pieces.1.id');
    });

    test('merge step by step', () => {
      const changed = (patch: Partial<typeof base>) => ({ ...plan, pieces: [{ ...base, ...patch }] });
      const merged = mergePlans(plan, changed({ name: 'Stone' }), changed({ steps: steps.slice(1) }));
      expect(merged.clashes).toEqual([]);
      expect(merged.merged.pieces).toEqual([{ ...base, name: 'Stone', steps: steps.slice(1) }]);
    });
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
