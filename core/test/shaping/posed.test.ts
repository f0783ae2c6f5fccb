import { describe, expect, test } from '@jest/globals';
import { buildHeronPlan, buildOwlPlan } from '../../src/demo/index.ts';
import { readDocument, readPlanFile } from '../../src/documents/index.ts';
import { type Plan, PLAN_FORMAT, buildPlan, planSchema } from '../../src/plan/index.ts';
import { defaultLimits } from '../../src/paper/index.ts';
import { poseAsk, readPosed, toReadings } from '../../src/readings/index.ts';
import { facetsAt } from '../../src/folded/index.ts';
import { apply } from '../../src/geometry/index.ts';
import { Reader } from '../../src/references/index.ts';
import { contextAfter, replaySequence } from '../../src/sequence/index.ts';
import { defaultSettings } from '../../src/settings/index.ts';
import {
  type AmountChange,
  type ShapingStep,
  checkForm,
  findHelps,
  listFoldAngles,
  replayShaping,
  shapingOf,
  shapingStepSchema,
  spotOf,
  springOf,
  standingOf,
  benchLengthOf,
  bodyOf,
  sayBenchLength,
  springDrillSchema,
  strainOf,
  uprightOf,
  withFoldAngle,
  withShapingAmount,
} from '../../src/shaping/index.ts';

const foldedOf = ({ sheet, points, steps }: Plan) => replaySequence({ sheet: sheet.shape, points, steps });
const heron = buildHeronPlan();
const replay = foldedOf(heron);
const withDegrees = (step: ShapingStep, degrees: number): ShapingStep => ({
  ...step,
  act: shapingOf(step.act).withAmount(step.act, degrees),
});

describe('the heron, its legs spread', () => {
  const { shaped, pose } = readPosed(heron, replay);

  test('stands sure, exact, the mirrored leg as far behind as the first is in front', () => {
    expect(shaped.steps.map((s) => s.refusal?.text)).toEqual(shaped.steps.map(() => undefined));
    const check = checkForm(shaped.form);
    expect(Math.max(check.gap, check.edges, check.area)).toBeLessThan(1e-9);
    expect([check.crossings, shaped.form.exact, pose.stands]).toEqual([0, true, true]);
    expect(pose.range!.least).toBeGreaterThanOrEqual(2);
    expect(pose.weightG).toBeCloseTo((240 * 240 * heron.paper.grammage!) / 1e6, 9);
    const [one, two] = shaped.form.hinges;
    expect(two!.radians).toBeCloseTo(-one!.radians, 12);
  });

  test('a verdict is no promise without margin: with feet as they were it does not stand', () => {
    const steps = heron.steps.map((s) => {
      const move = structuredClone(s.move) as { line?: { degrees?: number } };
      if (s.id.endsWith('foot1')) move.line!.degrees = 50;
      if (s.id.endsWith('foot2')) move.line!.degrees = 55;
      return { ...s, move: move as never };
    });
    const other = { ...heron, steps };
    expect(readPosed(other, foldedOf(other)).pose.stands).not.toBe(true);
  });

  test('a change of one amount costs only what follows it, and gives what a full replay gives', () => {
    const steps = heron.shaping.map((s, i) => (i === 0 ? withDegrees(s, 12) : s));
    const input = { replay, steps, sideMm: 240 };
    const again = replayShaping(input, shaped);
    const fresh = replayShaping(input);
    expect(again.form.hinges).toEqual(fresh.form.hinges);
    expect(again.form.pieces).toEqual(fresh.form.pieces);
    const last = [...heron.shaping.slice(0, -1), { ...heron.shaping.at(-1)!, note: 'later' }];
    const kept = replayShaping({ ...input, steps: last }, shaped);
    expect(kept.steps[0]!.after).toBe(shaped.steps[0]!.after);
  });

  test('steps that are refused leave the figure as it was, and the next are made', () => {
    const bad = shapingStepSchema.parse({
      id: 'bad',
      act: { ...(heron.shaping[0]!.act as object), degrees: 40, least: 8, most: 14 },
    });
    const { steps, form } = replayShaping({ replay, steps: [bad, heron.shaping[0]!], sideMm: 240 });
    expect(steps[0]!.refusal).toMatchObject({
      kind: 'amount',
      text: expect.stringContaining('outside its range'),
    });
    expect(steps[0]!.after).toBe(steps[0]!.before);
    expect(steps[1]!.refusal).toBeUndefined();
    expect(form.hinges).toHaveLength(1);
  });
});

describe('a wished depth', () => {
  const verdictsOf = (mm: number) => {
    const plan = {
      ...heron,
      brief: { ...heron.brief, depth: { mm, tolerancePercent: 5, bound: 'about' as const, toMm: null } },
    };
    return toReadings({
      plan,
      replay,
      runs: [],
      diary: [],
      otherDiary: [],
      limits: defaultLimits,
      sigma: defaultSettings.sigma,
      unit: 'mm',
    }).verdicts.filter((v) => v.id === 'depth');
  };

  test('is that of the shaped figure: met in silence, missed with both sizes and what to do', () => {
    const { depthMm } = readPosed(heron, replay).pose;
    expect(verdictsOf(depthMm)).toEqual([]);
    expect(verdictsOf(60)).toEqual([
      expect.objectContaining({
        text: expect.stringMatching(/^Shaped, the figure is .* deep; wished are 60 mm.*farther/),
      }),
    ]);
    expect(verdictsOf(10)[0]!.text).toMatch(/ less in Finish/);
  });
});

describe('which amount helps', () => {
  test('every answer stands when it is made; the least change comes first', () => {
    const owl = buildOwlPlan();
    const shaping = owl.shaping.map((s) =>
      s.id === 'stand'
        ? { ...withDegrees(s, -50), act: { ...withDegrees(s, -50).act, least: null, most: null } }
        : s,
    ) as ShapingStep[];
    const plan = { ...owl, shaping };
    const own = foldedOf(plan);
    const { shaped, pose, sideMm } = readPosed(plan, own);
    expect(pose.stands).not.toBe(true);
    const input = { replay: own, steps: shaping, sideMm };
    const ask = poseAsk(plan, own, sideMm);
    const { helps, scans } = findHelps({ kind: 'amounts' }, input, shaped, ask);
    expect(helps.map((h) => h.changes[0]!.step)).toContain('stand');
    expect(scans[0]!.curve).toHaveLength(13);
    for (const { changes, marginMm } of helps) {
      const [{ step, degrees }] = changes as [AmountChange];
      const steps = shaping.map((s) => (s.id === step ? withDegrees(s, degrees) : s));
      const { pose: made } = standingOf(
        bodyOf(replayShaping({ ...input, steps }).form, ask.material),
        uprightOf[ask.posture],
      );
      expect(made!.marginMm).toBeCloseTo(marginMm, 9);
      expect(made!.marginMm).toBeGreaterThanOrEqual(2);
    }
  });

  test('the angle of a flat fold, and two amounts together, stand as they are said when the plan is folded so', () => {
    const { sideMm } = readPosed(heron, replay);
    const ask = poseAsk(heron, replay, sideMm);
    const feet = listFoldAngles({ replay }).filter((id) => id.includes('foot'));
    expect(feet).toHaveLength(2);
    const bad = { ...heron, steps: heron.steps.map((s) => (s.id === feet[0] ? withFoldAngle(s, 56) : s)) };
    const own = foldedOf(bad);
    const { shaped, pose } = readPosed(bad, own);
    expect(pose.stands).not.toBe(true);
    const input = { replay: own, steps: bad.shaping, sideMm };
    const found = [
      ...feet.flatMap((step) => findHelps({ kind: 'fold', step }, input, shaped, ask).helps),
      ...findHelps({ kind: 'pairs' }, input, shaped, ask).helps,
    ];
    expect(found.length).toBeGreaterThan(0);
    for (const { changes, marginMm } of found) {
      const to = new Map(changes.map((c) => [c.step, c.degrees]));
      const mended = {
        ...bad,
        steps: bad.steps.map((s) => (to.has(s.id) ? withFoldAngle(s, to.get(s.id)!) : s)),
        shaping: bad.shaping.map((s) => (to.has(s.id) ? withShapingAmount(s, to.get(s.id)!) : s)),
      };
      const again = readPosed(mended, foldedOf(mended)).pose;
      expect(again.marginMm).toBeCloseTo(marginMm, 6);
      expect(again.marginMm).toBeGreaterThanOrEqual(2);
    }
  });
});

describe('springback', () => {
  test('a bend over so wide a rod that it springs back whole promises nothing', () => {
    const { line, flap } = heron.shaping[0]!.act as { line: object; flap: object[] };
    const wide = shapingStepSchema.parse({
      id: 'wide',
      act: { kind: 'turn', ...{ line, flap }, degrees: 10 },
    });
    const curl = { ...wide, act: { ...wide.act, kind: 'soft', rodMm: 80 } } as ShapingStep;
    const sharp = springOf(
      { ...readPosed({ ...heron, shaping: [wide] }, replay).shaped.steps[0]! },
      { caliperMm: 0.09, memory: 0.4 },
    );
    const soft = springOf(
      { ...readPosed({ ...heron, shaping: [wide] }, replay).shaped.steps[0]!, act: curl.act },
      { caliperMm: 0.09, memory: 0.4 },
    );
    expect(sharp.keeps).toBeGreaterThan(0.8);
    expect(soft.keeps).toBe(0);
  });

  const { shaped } = readPosed(heron, replay);
  const of = (memory: number) => springOf(shaped.steps[0]!, { caliperMm: 0.09, memory });

  test('paper that stays keeps all, paper that forgets keeps less, and the range holds what is likely', () => {
    expect(of(1).keeps).toBe(1);
    expect(of(0.9).keeps).toBeGreaterThan(of(0.4).keeps);
    const { least, keeps, most, layers } = of(0.5);
    expect(least).toBeLessThan(keeps);
    expect(most).toBeGreaterThan(keeps);
    expect(layers).toBeGreaterThan(2);
    // 1 - 1.5 x + 0.5 x^3 with x = e times the layers for a sharp fold.
    const x = 0.006 * layers;
    expect(keeps).toBeCloseTo(1 - 1.5 * x + 0.5 * x ** 3, 12);
  });

  test('law: a strip that was tried says of itself what it kept, whatever the kind of paper says', () => {
    const own = { ...shaped.steps[0]!, act: { kind: 'soft', rodMm: 8 } as never };
    for (const rodMm of [2, 8, 20])
      for (const kept of [0.2, 0.5, 0.8, 0.97, 1]) {
        const drill = { rodMm, setDegrees: 90, keptDegrees: 90 * kept };
        const strain = strainOf(drill, 0.09);
        const bent = { ...own, act: { ...(own.act as object), rodMm } as never };
        expect(springOf(bent, { caliperMm: 0.09, memory: 0.3, drill }).keeps).toBeCloseTo(kept, 9);
        expect(strain).toBeGreaterThanOrEqual(0);
      }
    const drill = { rodMm: 8, setDegrees: 90, keptDegrees: 70 };
    const [tried, guessed] = [
      springOf(own, { caliperMm: 0.09, memory: 0.5, drill }),
      springOf(own, { caliperMm: 0.09, memory: 0.5 }),
    ];
    expect((tried.most - tried.least) / (1 - tried.keeps)).toBeLessThan(
      (guessed.most - guessed.least) / (1 - guessed.keeps),
    );
    expect(springDrillSchema.safeParse({ ...drill, keptDegrees: 91 }).success).toBe(false);
  });

  test('a strip changes what each bend of a plan is set to, and the range of its margin', () => {
    const keepsAll = { ...heron.paper, drill: { rodMm: 8, setDegrees: 90, keptDegrees: 90 } };
    const { pose } = readPosed({ ...heron, paper: keepsAll }, replay);
    expect(pose.springs.filter((s) => s).every((s) => s!.keeps === 1)).toBe(true);
    expect(pose.range!.most - pose.range!.least).toBeLessThan(1e-9);
  });
});

describe('lengths for the bench', () => {
  const reader = new Reader(contextAfter(replay), (line) => line);
  const { shaped } = readPosed(heron, replay);
  const lengths = shaped.steps.map((s) => benchLengthOf(s, shaped.steps, reader));

  test('a leg that is turned: its tip is off by reach times sine, its twin as far the other way', () => {
    const act = shaped.steps[0]!.act as unknown as { degrees: number; flap: never[] };
    const tip = reader.paper(act.flap[0]!);
    const hinge = shaped.form.hinges[0]!;
    const [x, y] = apply(shaped.flat.state.facets[facetsAt(shaped.flat.state, tip)[0]!]!.placement, tip);
    const way = [hinge.to[0] - hinge.from[0], hinge.to[1] - hinge.from[1]] as const;
    const reach = Math.abs(way[0] * (y - hinge.from[1]) - way[1] * (x - hinge.from[0])) / Math.hypot(...way);
    expect(lengths[0]!.off).toBeCloseTo(reach * Math.sin((act.degrees * Math.PI) / 180), 9);
    expect(lengths[0]!.apart).toBeUndefined();
    // The feet are folded at other angles: the legs are no perfect twins.
    expect(Math.abs(lengths[1]!.off / lengths[0]!.off - 1)).toBeLessThan(0.05);
    expect(lengths[1]!.apart!).toBeGreaterThanOrEqual(lengths[0]!.off + lengths[1]!.off - 1e-9);
    expect(sayBenchLength(lengths[1]!, 240)).toBe(
      `Check: its tip stands ${(lengths[1]!.off * 240).toFixed(1)} mm off the plane it lay in, the two tips are ${(lengths[1]!.apart! * 240).toFixed(1)} mm apart.`,
    );
  });

  test('nothing is measured of a body that is opened, of words, or of a refusal', () => {
    shaped.steps.forEach((s, i) => {
      if (!('flap' in s.act)) expect(lengths[i]).toBeUndefined();
    });
    expect(
      benchLengthOf({ ...shaped.steps[0]!, refusal: {} as never }, shaped.steps, reader),
    ).toBeUndefined();
    expect(sayBenchLength({ off: 1e-4 }, 240)).toBe('');
  });
});

describe('a plan from before shaping', () => {
  const { shaping: _shaping, finish, ...rest } = buildPlan('Old');
  const { posture: _posture, ...before } = finish;
  const old = {
    ...rest,
    finish: { ...before, notes: [{ id: 'n1', text: 'Round the back', range: 'a little' }] },
  };
  const wanted = [
    { id: 'n1', act: { kind: 'hand', text: 'Round the back', range: 'a little' }, waits: [], note: '' },
  ];

  test('keeps its notes as shaping by hand, in a file and in a row', () => {
    const row = readDocument('plan', 1, old);
    expect(row.ok && row.value.shaping).toEqual(wanted);
    const file = readPlanFile({ format: PLAN_FORMAT, version: 1, plan: old, runs: [], diary: [] });
    expect(file.ok && file.value.plan.shaping).toEqual(wanted);
    expect(file.ok && file.value.plan.finish.posture).toBe('stands');
    expect(planSchema.safeParse(old).success).toBe(false);
  });
});

describe('a soft fold', () => {
  test('has its middle on its line: the tip lies where a sharp fold would put it, but for the round edge', () => {
    const plan = { ...buildPlan('Card'), steps: [] };
    const own = foldedOf(plan);
    const card = (rodMm: number) =>
      replayShaping({
        replay: own,
        steps: [
          shapingStepSchema.parse({
            id: 'soft',
            act: {
              kind: 'soft',
              line: {
                kind: 'through',
                a: { kind: 'named', name: 'mid AB' },
                b: { kind: 'named', name: 'mid CD' },
              },
              flap: [{ kind: 'named', name: 'mid BC' }],
              degrees: 90,
              rodMm,
            },
          }),
        ],
        sideMm: 100,
      });
    const { steps, form } = card(10);
    expect(steps[0]!.refusal).toBeUndefined();
    const [x, , z] = spotOf(form, [1, 0.5])!;
    // A quarter round of radius r takes r pi / 2 of the paper, half of it on either side of the line.
    const [r, half] = [0.05, (0.05 * Math.PI) / 4];
    expect(x).toBeCloseTo(0.5 - half + r, 3);
    expect(z).toBeCloseTo(0.5 - half + r, 3);
    expect(checkForm(form)).toMatchObject({ crossings: 0 });
    const [whole] = card(200).steps;
    expect(whole!.refusal?.text).toMatch(/too short|misses/);
  });
});
