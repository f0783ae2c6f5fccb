import { describe, expect, test } from '@jest/globals';
import { applyMend } from '@jade/core/checks';
import {
  buildFerryPlan,
  buildHarePlan,
  buildHeronPlan,
  buildMothPlan,
  buildNewtPlan,
  buildOwlPlan,
} from '@jade/core/demo';
import { type Plan, buildPlan } from '@jade/core/plan';
import { playStep } from '@jade/core/play';
import { write } from '@jade/core/sequence';
import { defaultSettings } from '@jade/core/settings';
import { generateSteps } from '../../core/test/generated.ts';
import { buildEngine } from '../src/engine/engine.ts';
import type { Engine, PlanInput } from '../src/engine/protocol.ts';

const { at, along, across, onto, through, writeStep } = write;
const [A, B, C, D, O] = [at('A'), at('B'), at('C'), at('D'), at('O')];

const inputOf = (plan: Plan): PlanInput => ({
  plan,
  runs: [],
  diary: [],
  otherDiary: [],
  otherTimes: [],
  settings: defaultSettings,
});
function open(plan: Plan): Engine {
  const engine = buildEngine();
  engine.computePlan(inputOf(plan));
  return engine;
}
const planOf = (...steps: Plan['steps']): Plan => ({ ...buildPlan('Try'), steps });
const inward = writeStep('in', {
  kind: 'fold',
  sense: 'valley',
  line: onto(B, O),
  flap: [B],
  layers: 'flap',
});

describe('the plan behind the worker', () => {
  test('every step has its card; a picture the page has is not sent again', () => {
    const whole = buildOwlPlan();
    const plan = { ...whole, steps: whole.steps.slice(0, 10) };
    const engine = buildEngine();
    const first = engine.computePlan(inputOf(plan));
    expect(first.steps).toHaveLength(plan.steps.length);
    expect(first.steps.every((s) => s.refusal === undefined)).toBe(true);
    const stamps = new Set(first.steps.map((s) => s.stamp));
    expect(new Set(engine.drawStates([]).map((d) => d.stamp))).toEqual(stamps);
    const again = engine.computePlan(inputOf({ ...plan, name: 'Owl, again' }));
    expect(engine.drawStates([...stamps])).toEqual([]);
    expect(again.steps.map((s) => s.stamp)).toEqual(first.steps.map((s) => s.stamp));
  });

  test('a long plan sends its last pictures first, and the rest when asked', () => {
    const long = buildEngine();
    const plan = { ...buildOwlPlan(), steps: generateSteps(90, 3), repeats: [], alternatives: [] };
    const { steps } = long.computePlan(inputOf(plan));
    const drawn = long.drawStates([]);
    expect(drawn.length).toBeLessThan(steps.length);
    expect(drawn.some((d) => d.stamp === steps.at(-1)!.stamp)).toBe(true);
    const have = drawn.map((d) => d.stamp);
    for (let more = long.drawStates(have); more.length > 0; more = long.drawStates(have))
      have.push(...more.map((d) => d.stamp));
    expect(new Set(have)).toEqual(new Set(steps.map((s) => s.stamp)));
    expect(new Set(have).size).toBe(have.length);
  });

  test('an edit of a step draws anew what follows it and nothing before it', () => {
    const plan = buildHarePlan();
    const engine = buildEngine();
    const first = engine.computePlan(inputOf(plan));
    const at = plan.steps.findIndex((s) => s.id === 'earA');
    const edited = structuredClone(plan);
    const { move } = edited.steps[at]!;
    if (move.kind !== 'fold' || move.line.kind !== 'turned') throw new Error('the ear is a turned fold');
    edited.steps[at] = { ...edited.steps[at]!, move: { ...move, line: { ...move.line, degrees: 36 } } };
    const next = engine.computePlan(inputOf(edited));
    const have = first.steps.map((s) => s.stamp);
    for (let more = engine.drawStates(have); more.length > 0; more = engine.drawStates(have))
      have.push(...more.map((d) => d.stamp));
    const drawn = new Set(have.slice(first.steps.length));
    expect(next.steps.map((s) => drawn.has(s.stamp))).toEqual(next.steps.map((_, i) => i >= at));
    expect(next.steps.some((s) => s.refusal)).toBe(false);
  });

  test('limbs stand in the sentences, notes and passages with their steps', () => {
    const engine = open(buildHeronPlan());
    const [neck] = buildHeronPlan().steps.flatMap((s, i) => (s.id === 'neck1' ? [i + 1] : []));
    expect(engine.readDetail(neck!).sentence).toContain('corner A (neck and bill)');
  });

  test('asked for a step beyond the end it shows the last one; of an empty plan the sheet', () => {
    const engine = open(planOf(inward));
    expect(engine.readDetail(9).number).toBe(1);
    const empty = open(buildPlan('Empty'));
    expect([empty.readDetail(0).number, empty.readFindings(), empty.readChoices()]).toEqual([0, [], []]);
    expect([empty.readPlayed(1), empty.drawStepOf(1)]).toEqual([null, null]);
  });
});

describe('what to see to', () => {
  const missing = writeStep('use', {
    kind: 'fold',
    sense: 'valley',
    line: across(along(A, B, '3/8'), through(A, B)),
    flap: [B],
    layers: 'flap',
  });

  test('stands in the order of steps, with a remedy that was tried', () => {
    const plan = planOf(inward, missing);
    const engine = open(plan);
    const findings = engine.readFindings();
    expect(findings.map((f) => f.step)).toEqual([...findings.map((f) => f.step)].sort((a, b) => a - b));
    const finding = findings.find((f) => f.kind === 'mark missing')!;
    const mend = engine.mendOf(finding, 'fresh')!;
    expect(mend.label).toBe('Pinch it first (3 pinches)');
    const mended = applyMend(plan, mend);
    expect(mended.steps.map((s) => s.id)).toContain('fresh-1');
    const after = open(mended);
    expect(after.readFindings().some((f) => f.kind === 'mark missing')).toBe(false);
  });

  test('of a finding without a remedy it says so', () => {
    const engine = open(buildNewtPlan());
    const flat = engine.readFindings().find((f) => f.kind === 'not flat')!;
    expect(engine.mendOf(flat, 'x')).toBeNull();
  });

  test.each([
    ['Barn owl', buildOwlPlan()],
    ['Ferry keeper', buildFerryPlan()],
    ['Moth', buildMothPlan()],
  ])('the %s lacks no mark and shows the colours of its brief', (_name, plan) => {
    const kinds = open(plan)
      .readFindings()
      .map((f) => f.kind);
    expect(kinds.filter((k) => k === 'mark missing' || k === 'colour' || k === 'unequal')).toEqual([]);
  });
});

describe('pictures of a step', () => {
  const engine = open(buildHarePlan());

  test('views differ from how the model lies, and each holds all of it', () => {
    const lies = engine.readDetail(12).after;
    for (const view of ['through', 'apart', 'against'] as const) {
      const drawing = engine.readView(12, view);
      expect(drawing.items.length).toBeGreaterThan(0);
      expect(drawing.items).not.toEqual(lies.items);
    }
  });

  test('before the first step there is only the sheet to look through', () => {
    expect(engine.readView(0, 'against').items.some((i) => i.kind === 'facet')).toBe(true);
  });

  test('every step is drawn for print', () => {
    for (let n = 1; n <= buildHarePlan().steps.length; n++)
      expect(engine.drawStepOf(n)!.items.length).toBeGreaterThan(0);
  });
});

describe('what a motion is made from', () => {
  test('the states of the step, under a key that is the same as long as they are', () => {
    const plan = buildHeronPlan();
    const engine = open(plan);
    const petal = plan.steps.findIndex((s) => s.id === 'petal') + 1;
    const first = engine.readPlayed(petal)!;
    engine.computePlan(inputOf({ ...plan, name: 'x' }));
    expect(engine.readPlayed(petal)!.key).toBe(first.key);
    expect(engine.readPlayed(petal + 1)!.key).not.toBe(first.key);
    expect(playStep(first)!.kind).toBe('solved');
  });

  test('two creases on the same state are told from each other by their line', () => {
    const crease = (id: string, a: typeof A, b: typeof A) =>
      writeStep(id, { kind: 'crease', sense: 'valley', line: through(a, b), through: 'all' });
    const engine = open(planOf(crease('one', A, C), crease('two', B, D)));
    expect(engine.readPlayed(1)!.key).not.toBe(engine.readPlayed(2)!.key);
  });

  test('a refused step has none', () => {
    const gone = writeStep('gone', {
      kind: 'fold',
      sense: 'valley',
      line: { kind: 'crease', step: 'never' },
      flap: [B],
      layers: 'flap',
    });
    expect(open(planOf(gone)).readPlayed(1)).toBeNull();
  });
});

describe('ways of a stretch', () => {
  test('until when the pointed tail of the heron can be chosen is computed on the plan', () => {
    const [choice] = open(buildHeronPlan()).readChoices();
    expect(choice).toMatchObject({ alternative: 'tail-ways', name: 'Pointed' });
    expect(choice!.step).toBeLessThanOrEqual(buildHeronPlan().steps.length);
  });
});
