import { describe, expect, test } from '@jest/globals';
import { buildChance } from '../../src/chance/index.ts';
import {
  buildFerryPlan,
  buildHarePlan,
  buildHeronPlan,
  buildMothPlan,
  buildNewtPlan,
  buildOtterPlan,
  buildOwlPlan,
} from '../../src/demo/index.ts';
import { buildFlatSheet } from '../../src/folded/index.ts';
import { type Point, apartIn, centroidOf, lineAlong, lineThrough } from '../../src/geometry/index.ts';
import type { Plan } from '../../src/plan/index.ts';
import { replaySequence, write } from '../../src/sequence/index.ts';
import {
  type Form,
  type ShapingStep,
  type TurnAsk,
  checkForm,
  curlPart,
  findCrossing,
  flatForm,
  placeForm,
  replayShaping,
  spotOf,
  turnPart,
} from '../../src/shaping/index.ts';

const { at, across, along, through, writeStep } = write;
const square = { kind: 'square' } as const;
const sheet = flatForm(buildFlatSheet(square));
const must = (made: ReturnType<typeof turnPart>): Form => {
  if (!made.ok) throw new Error(made.fault.text);
  return made.value;
};
const ask = (more: Partial<TurnAsk>): TurnAsk => ({
  line: lineAlong([0.3, 0], [0, 1]),
  flap: [[0.1, 0.5]],
  degrees: 90,
  step: 's',
  ...more,
});
const foldedForm = (plan: Pick<Plan, 'points' | 'steps'>): Form => {
  const { steps } = replaySequence({ sheet: square, points: plan.points, steps: plan.steps });
  expect(steps.flatMap((s) => s.refusal?.text ?? [])).toEqual([]);
  return flatForm(steps.at(-1)!.after);
};

describe('turning a part of a plain sheet', () => {
  test('brings a point to where the angle says, towards the viewer where it is positive', () => {
    const form = must(turnPart(sheet, ask({ degrees: 30 })));
    const [x, y, z] = spotOf(form, [0, 0.5])!;
    expect([x, y, z]).toEqual([
      expect.closeTo(0.3 - 0.3 * Math.cos(Math.PI / 6), 12),
      0.5,
      expect.closeTo(0.15, 12),
    ]);
    expect(spotOf(must(turnPart(sheet, ask({ degrees: -30 }))), [0, 0.5])![2]).toBeCloseTo(-0.15, 12);
  });

  test('a flap that meets a standing one turns freely to the angle at which its tip touches it', () => {
    // The left flap stands at x = 0.3; the right one is 0.4 long about x = 0.6: its tip meets it where cos = -0.75.
    const wall = must(turnPart(sheet, ask({})));
    const right = ask({ line: lineAlong([0.6, 0], [0, 1]), flap: [[0.9, 0.5]], degrees: 170 });
    const met = turnPart(wall, right);
    expect(met.ok).toBe(false);
    if (met.ok) return;
    expect(met.fault.kind).toBe('through');
    const free = (Math.acos(-0.75) * 180) / Math.PI;
    expect(met.fault.freeDegrees).toBeCloseTo(free, 1);
    expect(turnPart(wall, { ...right, degrees: free - 0.2 }).ok).toBe(true);
  });

  test.each([
    ['a point off the sheet', { flap: [[1.4, 0.5]] as Point[] }, 'reference', /off the sheet/],
    ['a point on the line', { flap: [[0.3, 0.5]] as Point[] }, 'reference', /on the line itself/],
    ['a line beside the paper', { line: lineAlong([1.5, 0], [0, 1]) }, 'reference', /misses the part/],
    ['a place off the run', { at: [0.3, 1.4] as Point }, 'reference', /no paper/],
    ['more than half a turn', { degrees: 190 }, 'amount', /180° at most/],
  ])('%s is refused with one sentence', (_name, more, kind, text) => {
    const made = turnPart(sheet, ask(more));
    expect(made.ok ? undefined : [made.fault.kind, made.fault.text]).toEqual([
      kind,
      expect.stringMatching(text),
    ]);
  });
});

describe('layers in the way', () => {
  // Folded in half: A and D come to lie on B and C, the left half on top.
  const half = foldedForm({
    points: {},
    steps: [
      writeStep('half', {
        kind: 'fold',
        sense: 'valley',
        line: { kind: 'onto', from: at('A'), to: at('B') },
        flap: [at('A')],
        layers: 'flap',
      }),
    ],
  });
  const lower = ask({ line: lineThrough([0.6, 1], [1, 0.6])!, flap: [[0.98, 0.98]] });

  test('the lower layer cannot rise through the upper one, and says how many are there; away from the viewer it is free', () => {
    const up = turnPart(half, { ...lower, degrees: 40 });
    expect(up.ok ? undefined : up.fault).toMatchObject({
      kind: 'through',
      text: expect.stringMatching(/^1 layer of paper that stay.*away from you it turns freely/),
    });
    const form = must(turnPart(half, { ...lower, degrees: -40 }));
    expect(checkForm(form).crossings).toBe(0);
  });

  test('both layers together rise', () => {
    const both = turnPart(half, {
      ...lower,
      flap: [
        [0.98, 0.98],
        [0.02, 0.98],
      ],
      degrees: 40,
    });
    const form = must(both);
    expect(spotOf(form, [1, 1])![2]).toBeCloseTo(spotOf(form, [0, 1])![2], 12);
  });

  test('opened at the crease it was folded in, the halves stand at the angle that is asked', () => {
    const crease = lineAlong([0.5, 0], [0, 1]);
    const form = must(turnPart(half, ask({ line: crease, flap: [[0.1, 0.5]], degrees: 60 })));
    const [x, , z] = spotOf(form, [0, 0.5])!;
    expect([x, z]).toEqual([
      expect.closeTo(0.5 + 0.5 * Math.cos(Math.PI / 3), 12),
      expect.closeTo(0.5 * Math.sin(Math.PI / 3), 12),
    ]);
  });
});

describe('a run of the line', () => {
  test('a line that would also cut a part farther off folds only where it is asked to', () => {
    // A strip bent twice: the far end comes back over the line, and is not cut there.
    const strip = foldedForm({
      points: {},
      steps: [
        writeStep('up', {
          kind: 'fold',
          sense: 'valley',
          line: across(along(at('A'), at('C'), '0.7'), through(at('A'), at('C'))),
          flap: [at('C')],
          layers: 'flap',
        }),
      ],
    });
    const before = strip.pieces.length;
    const made = must(
      turnPart(
        strip,
        ask({ line: lineAlong([0.25, 0], [0, 1]), at: [0.25, 0.2], flap: [[0.05, 0.2]], degrees: 25 }),
      ),
    );
    expect(made.pieces.length).toBe(before + 1);
    expect(checkForm(made)).toMatchObject({ crossings: 0 });
  });
});

describe('curling', () => {
  test('half round a rod, the tip stands two radii over where it began, shorter by what the bend took', () => {
    const radius = 0.05;
    const made = curlPart(sheet, {
      ...ask({ line: lineAlong([0.5, 0], [0, 1]), flap: [[0.1, 0.5]], degrees: 180 }),
      radius,
    });
    const [x, , z] = spotOf(must(made), [0, 0.5])!;
    // n = 15 turns of 12 degrees: the error is of the second order.
    expect(z).toBeCloseTo(2 * radius, 3);
    expect(x).toBeCloseTo(0.5 + (0.5 - Math.PI * radius), 3);
    expect(checkForm(must(made)).gap).toBeLessThan(1e-12);
  });

  test('a part that ends before the bend does is too short, and says how far it goes', () => {
    const made = curlPart(sheet, { ...ask({ flap: [[0.25, 0.5]], degrees: 360 }), radius: 0.1 });
    expect(made.ok ? undefined : made.fault).toMatchObject({
      kind: 'short',
      text: expect.stringMatching(/ends after \d+°/),
    });
  });

  test('a radius as small as a fold is refused', () => {
    const made = curlPart(sheet, { ...ask({}), radius: 0.0001 });
    expect(made.ok ? undefined : made.fault.kind).toBe('amount');
  });
});

describe('random shapings of every figure of the cast', () => {
  const plans = [
    buildOwlPlan(),
    buildHeronPlan(),
    buildOtterPlan(),
    buildHarePlan(),
    buildNewtPlan(),
    buildMothPlan(),
    buildFerryPlan(),
  ];

  test.each(plans.map((p, i) => [p.name, p, i] as const))(
    '%s: what is accepted keeps lengths and area, tears nowhere, crosses nowhere, and turns back to where it was',
    (_name, plan, seed) => {
      const chance = buildChance(15_485_863 * (seed + 1));
      const flat = foldedForm(plan);
      const rest = placeForm(flat);
      let accepted = 0;
      const kinds = new Set<string>();
      for (let tries = 0; tries < 24; tries++) {
        const from = flat.pieces[Math.floor(chance() * flat.pieces.length)]!;
        const place = centroidOf(from.model);
        const turn = chance() * Math.PI;
        const line = lineAlong(place, [Math.cos(turn), Math.sin(turn)]);
        const tip = flat.pieces[Math.floor(chance() * flat.pieces.length)]!;
        const one = ask({ line, flap: [centroidOf(tip.sheet)], degrees: (chance() - 0.5) * 120 });
        const made = turnPart(flat, one);
        if (!made.ok) {
          kinds.add(made.fault.kind);
          expect(made.fault.text).toMatch(/[.]$/);
          continue;
        }
        accepted++;
        const check = checkForm(made.value);
        expect({ tries, ...check }).toEqual({
          tries,
          gap: expect.any(Number),
          edges: expect.any(Number),
          area: expect.any(Number),
          crossings: 0,
        });
        expect(Math.max(check.gap, check.edges, check.area)).toBeLessThan(1e-9);
        // The same hinge turned back: every corner lies where it lay.
        const [hinge] = made.value.hinges;
        const back: Form = { ...made.value, hinges: [{ ...hinge!, radians: 0 }] };
        const placed = placeForm(back);
        back.pieces.forEach((piece, i) =>
          piece.model.forEach(([x, y], k) => expect(apartIn(placed[i]![k]!, [x, y, 0])).toBeLessThan(1e-12)),
        );
      }
      expect(rest.flat().every(([, , z]) => z === 0)).toBe(true);
      expect(accepted).toBeGreaterThan(1);
      expect(findCrossing(flat)).toBeUndefined();
      expect(kinds.size).toBeGreaterThan(0);
    },
  );
});

describe('a cone', () => {
  test('rolls about its point, which stays; every distance from it is kept, and the far edge turns most', () => {
    const apex: Point = [0.5, 0];
    const made = must(
      curlPart(sheet, {
        ...ask({ line: lineAlong(apex, [0, 1]), flap: [[0.98, 0.3]], degrees: 120 }),
        radius: 0.15,
        apex,
      }),
    );
    expect(checkForm(made)).toMatchObject({ crossings: 0 });
    expect(checkForm(made).gap).toBeLessThan(1e-9);
    const tip = spotOf(made, apex)!;
    expect(apartIn(tip, [0.5, 0, 0])).toBeLessThan(1e-12);
    const [near, far] = [spotOf(made, [0.6, 0.9])!, spotOf(made, [0.95, 0.3])!];
    expect(apartIn(near, tip)).toBeLessThanOrEqual(Math.hypot(0.1, 0.9) + 1e-12);
    expect(far[2]).toBeGreaterThan(near[2]);
    expect(new Set(made.hinges.map((h) => h.step)).size).toBe(1);
    // Every ruling passes through the point.
    for (const { from, to } of made.hinges) {
      const off = (to[0] - from[0]) * (apex[1] - from[1]) - (to[1] - from[1]) * (apex[0] - from[0]);
      expect(Math.abs(off)).toBeLessThan(1e-9);
    }
  });
});

describe('every layer there', () => {
  const keeper = foldedForm(buildFerryPlan());
  const { steps, points, shaping } = buildFerryPlan();
  const replay = replaySequence({ sheet: square, points, steps });
  const turned = (everyLayer: boolean) => {
    const [right, left] = shaping.filter((s) => s.act.kind === 'turn') as [ShapingStep, ShapingStep];
    const own = [right, left].map((s) => ({ ...s, act: { ...s.act, everyLayer } as ShapingStep['act'] }));
    return replayShaping({ replay, steps: own, sideMm: 316 });
  };

  test('goes along, where the part alone has other paper in its way', () => {
    expect(turned(false).steps.map((s) => s.refusal?.kind)).toContain('through');
    const { steps: made, form } = turned(true);
    expect(made.map((s) => s.refusal?.text)).toEqual([undefined, undefined]);
    const check = checkForm(form);
    expect(Math.max(check.gap, check.edges, check.area)).toBeLessThan(1e-9);
    expect(check.crossings).toBe(0);
    // Beyond the line, at the hem, no paper has stayed in the plane of the flat model.
    const hem = form.pieces.flatMap(({ model, plate }) =>
      model.every(([x]) => x > 0.28) ? [plate.length] : [],
    );
    expect(hem.length).toBeGreaterThan(10);
    expect(Math.min(...hem)).toBeGreaterThan(0);
    expect(keeper.pieces.length).toBeLessThan(form.pieces.length);
  });
});
