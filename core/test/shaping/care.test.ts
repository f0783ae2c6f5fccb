import { describe, expect, test } from '@jest/globals';
import { buildHeronPlan } from '../../src/demo/index.ts';
import { buildFlatSheet } from '../../src/folded/index.ts';
import { readPosed } from '../../src/readings/index.ts';
import { replaySequence } from '../../src/sequence/index.ts';
import {
  type Damping,
  type ShapedStep,
  curlPart,
  drynessOf,
  flatForm,
  planDamp,
  shapingStepSchema,
  turnPart,
} from '../../src/shaping/index.ts';

const room: Damping = { sideMm: 100, grammage: 80, sizing: 'light', humidity: 50, celsius: 20 };

describe('what the air takes', () => {
  test('saturated air at 20° holds 14.7 g a kg, and takes nothing; half as damp it takes half', () => {
    expect(drynessOf(20, 0) * 1000).toBeCloseTo(14.7, 1);
    expect(drynessOf(20, 100)).toBeCloseTo(0, 12);
    expect(drynessOf(20, 50) / drynessOf(20, 0)).toBeCloseTo(0.5, 1);
    expect(drynessOf(30, 50)).toBeGreaterThan(drynessOf(20, 50));
  });
});

describe('shaping damp', () => {
  const sheet = flatForm(buildFlatSheet({ kind: 'square' }));
  const line = { normal: [1, 0], offset: 0.5 } as const;
  const stepOf = (act: object, made: ReturnType<typeof turnPart>): ShapedStep => {
    if (!made.ok) throw new Error(made.fault.text);
    const step = shapingStepSchema.parse({
      id: 's',
      act: {
        line: { kind: 'through', a: { kind: 'named', name: 'A' }, b: { kind: 'named', name: 'C' } },
        flap: [{ kind: 'named', name: 'B' }],
        degrees: 60,
        ...act,
      },
    });
    return { step, number: 1, act: step.act, before: sheet, after: made.value };
  };
  const ask = { line, flap: [[0.9, 0.5] as const], degrees: 60, step: 's' };
  const turn = stepOf({ kind: 'turn' }, turnPart(sheet, ask));

  test('by hand: a sheet of 100 mm folded sharply in the middle is damped in a band of 8 mm', () => {
    const damp = planDamp(turn, room)!;
    expect(damp).toMatchObject({ step: 's', layers: 1 });
    expect(damp.areaCm2).toBeCloseTo(8, 9);
    // 8 square cm of 80 g paper weigh 64 mg and take 28 % of that.
    expect(damp.waterMl).toBeCloseTo(0.064 * 0.28, 9);
    // 80 g/m2 x 0.21 through two faces at 25 kg x 0.35 an hour and unit of dryness.
    expect(damp.dryingHours).toBeCloseTo((80 * 0.21) / (2 * 25_000 * 0.35 * drynessOf(20, 50)), 9);
    expect(damp.workingMinutes / 60 / damp.dryingHours).toBeCloseTo(0.16 / 0.21, 9);
    expect(damp.formerMm).toBeUndefined();
  });

  test('a curl is damp over all that is bent, and dries on its rod', () => {
    const curl = stepOf({ kind: 'curl', rodMm: 20 }, curlPart(sheet, { ...ask, radius: 0.1 }));
    const damp = planDamp(curl, room)!;
    // 60 degrees over a radius of 10 mm are 10.47 mm; first and last turn lie a tenth of that inside.
    expect(damp.areaCm2).toBeCloseTo(10.472 * 0.8, 1);
    expect(damp.formerMm).toBe(20);
  });

  test('laws: damper air, colder rooms and more layers dry longer; stronger size takes less water', () => {
    const dry = planDamp(turn, room)!;
    expect(planDamp(turn, { ...room, humidity: 80 })!.dryingHours).toBeGreaterThan(dry.dryingHours);
    expect(planDamp(turn, { ...room, celsius: 12 })!.dryingHours).toBeGreaterThan(dry.dryingHours);
    expect(planDamp(turn, { ...room, sizing: 'strong' })!.waterMl).toBeLessThan(dry.waterMl);
    const heron = buildHeronPlan();
    const replay = replaySequence({ sheet: heron.sheet.shape, points: heron.points, steps: heron.steps });
    const { shaped } = readPosed(heron, replay);
    const [leg, again, opened, ...byHand] = shaped.steps.map((s) => planDamp(s, { ...room, sideMm: 240 }));
    expect(leg!.layers).toBeGreaterThan(4);
    expect(leg!.dryingHours).toBeGreaterThan(leg!.layers * dry.dryingHours);
    expect(again!.areaCm2).toBeCloseTo(leg!.areaCm2, 1);
    expect(opened!.waterMl).toBeGreaterThan(0);
    expect(byHand).toEqual(byHand.map(() => undefined));
  });
});
