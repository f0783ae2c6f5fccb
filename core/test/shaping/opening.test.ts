import { describe, expect, test } from '@jest/globals';
import { buildHeronPlan, buildOtterPlan } from '../../src/demo/index.ts';
import { distance } from '../../src/geometry/index.ts';
import { type Plan, buildPlan } from '../../src/plan/index.ts';
import { readPosed } from '../../src/readings/index.ts';
import { replaySequence, write } from '../../src/sequence/index.ts';
import {
  type WrittenAct,
  checkForm,
  replayShaping,
  shapingStepSchema,
  spotOf,
} from '../../src/shaping/index.ts';

const { at, writeStep } = write;
const foldedOf = ({ sheet, points, steps }: Plan) => replaySequence({ sheet: sheet.shape, points, steps });
const shape = (plan: Plan, acts: readonly WrittenAct[]) =>
  replayShaping({
    replay: foldedOf(plan),
    steps: acts.map((act, i) => shapingStepSchema.parse({ id: `s${i}`, act })),
    sideMm: 150,
  });

describe('opening a body', () => {
  const book: Plan = {
    ...buildPlan('Book'),
    steps: [
      writeStep('half', {
        kind: 'fold',
        sense: 'valley',
        line: { kind: 'onto', from: at('A'), to: at('B') },
        flap: [at('A')],
        layers: 'all',
      }),
    ],
  };

  test.each([20, 60, 120])(
    'a sheet folded in half opens like a book, by %d° between its halves',
    (degrees) => {
      const { steps, form } = shape(book, [{ kind: 'open', half: 'half', degrees }]);
      expect(steps[0]!.refusal).toBeUndefined();
      const [p, q] = [spotOf(form, [0, 0.3])!, spotOf(form, [1, 0.3])!];
      // Both edges are half a side from the spine; between them the chord of the angle.
      const apart = Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
      expect(apart).toBeCloseTo(Math.sin((degrees * Math.PI) / 360), 12);
      expect(p[2]).toBeCloseTo(-q[2], 12);
      expect(checkForm(form)).toMatchObject({ crossings: 0 });
    },
  );

  const heron = buildHeronPlan();
  const legs = heron.shaping.slice(0, 2).map((s) => s.act as WrittenAct);

  test.each([5, 15, 30])(
    'the heron, folded in half and reversed five times, opens by %d° in twelve plates without a gap; its spines stay in the middle',
    (degrees) => {
      const { steps, form } = shape(heron, [
        { ...legs[0]!, degrees: 20, least: null, most: null } as WrittenAct,
        { kind: 'again', of: 's0', map: { kind: 'mirror', in: ['A', 'C'] }, behind: true },
        { kind: 'open', half: 'half', degrees },
      ]);
      expect(steps.flatMap((s) => s.refusal?.text ?? [])).toEqual([]);
      const check = checkForm(form);
      expect(Math.max(check.gap, check.edges, check.area)).toBeLessThan(1e-9);
      expect(check.crossings).toBe(0);
      expect(new Set(form.hinges.map((h) => h.step)).has('s2')).toBe(true);
      expect(form.hinges.filter((h) => h.step === 's2')).toHaveLength(12);
      // The tips of neck and tail lie on the spine: in the middle plane. The sheet's mirror images lie mirrored.
      for (const tip of [
        [0, 0],
        [1, 1],
      ] as const)
        expect(spotOf(form, tip)![2]).toBeCloseTo(0, 9);
      for (const [x, y] of [
        [0.3, 0.1],
        [0.55, 0.4],
        [0.7, 0.55],
      ] as const) {
        const [p, q] = [spotOf(form, [x, y])!, spotOf(form, [y, x])!];
        expect(p[2]).toBeCloseTo(-q[2], 9);
        expect(distance([p[0], p[1]], [q[0], q[1]])).toBeLessThan(0.12);
      }
    },
  );

  test('opened, the heron of the cast stands and is deeper than its stack', () => {
    const flat = readPosed({ ...heron, shaping: [] }, foldedOf(heron)).pose;
    const { pose } = readPosed(heron, foldedOf(heron));
    expect(pose.stands).toBe(true);
    expect(flat.stands).not.toBe(true);
    expect(pose.depthMm).toBeGreaterThan(flat.depthMm + 15);
  });

  test('where the paper would tear it is refused, naming the steps; so is a step that is gone', () => {
    const [torn] = shape(buildOtterPlan(), [{ kind: 'open', half: 'half', degrees: 20 }]).steps;
    expect(torn!.refusal).toMatchObject({ kind: 'gap', text: expect.stringContaining('steps 22, 29, 30') });
    const [gone] = shape(heron, [{ kind: 'open', half: 'never', degrees: 20 }]).steps;
    expect(gone!.refusal).toMatchObject({ kind: 'reference', text: expect.stringContaining('is gone') });
  });

  test('legs that reach over the spine cross each other when it is opened first, and that is said', () => {
    const [first] = shape(heron, [{ kind: 'open', half: 'half', degrees: 30 }]).steps;
    expect(first!.refusal).toMatchObject({
      kind: 'through',
      text: expect.stringContaining('spread those parts'),
    });
  });
});
