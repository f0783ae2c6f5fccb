import { describe, expect, test } from '@jest/globals';
import { buildHeronPlan } from '../../src/demo/index.ts';
import { buildFlatSheet } from '../../src/folded/index.ts';
import { type Spot, minus } from '../../src/geometry/index.ts';
import type { Plan } from '../../src/plan/index.ts';
import { readPosed } from '../../src/readings/index.ts';
import { replaySequence } from '../../src/sequence/index.ts';
import {
  MOST_TIED,
  type TwistAsk,
  checkForm,
  flatForm,
  roundOut,
  shapingStepSchema,
  spotOf,
  stretchOf,
  twistPart,
} from '../../src/shaping/index.ts';

/** A strip eight times as long as wide, held at its left end. */
const strip = flatForm(buildFlatSheet({ kind: 'rectangle', width: 8, height: 1 }));
const ask = (more: Partial<TwistAsk>): TwistAsk => ({
  line: { normal: [1, 0], offset: 2 },
  at: [2, 0.5],
  flap: [[8, 0.5]],
  until: [6, 0.5],
  degrees: 60,
  step: 't',
  ...more,
});

describe('twisting a slim part', () => {
  test.each([10, 30, 60, 90, -45])(
    'by %d degrees turns its end by that, and keeps it straight',
    (degrees) => {
      const made = twistPart(strip, ask({ degrees }));
      if (!made.ok) throw new Error(made.fault.text);
      const [low, high, middle] = [[8, 0] as const, [8, 1] as const, [8, 0.5] as const].map((p) =>
        spotOf(made.value, p)!,
      ) as [Spot, Spot, Spot];
      const [, y, z] = minus(high, low);
      expect(Math.abs((Math.atan2(z, y) * 180) / Math.PI - degrees)).toBeLessThan(1);
      // Off the straight by a fortieth of the length at a quarter turn, and with the square of the angle below it.
      expect(Math.hypot(middle[1] - 0.5, middle[2])).toBeLessThan(0.2 * (degrees / 90) ** 2 + 1e-9);
      const { gap, edges, area, crossings } = checkForm(made.value);
      expect(Math.max(gap, edges, area)).toBeLessThan(1e-9);
      expect(crossings).toBe(0);
      expect(made.value.hinges).toHaveLength(7);
    },
  );

  test('of a hand: a helix stretches its edges by half of the square of the slope', () => {
    // An edge half a width off the axis goes a w / 2 sideways over l: sqrt(l^2 + (a w / 2)^2).
    const [a, w, l] = [0.8, 1, 5];
    const exact = Math.hypot(l, (a * w) / 2) / l - 1;
    expect(stretchOf(a, w, l)).toBeCloseTo(exact, 4);
  });

  test.each([
    [{ until: [2.9, 0.5] }, 'short', 'too short to be twisted'],
    [{ until: [3.3, 0.5], degrees: 120 }, 'strain', 'would stretch by'],
    [{ flap: [[5, 0.5]] }, 'short', 'ends before the twist does'],
    [{ line: { normal: [1, 0], offset: 9 }, at: [9, 0.5] }, 'reference', 'misses the part'],
  ] as [Partial<TwistAsk>, string, string][])('is refused: %j', (more, kind, text) => {
    const made = twistPart(strip, ask(more));
    expect(made.ok ? undefined : made.fault.kind).toBe(kind);
    expect(made.ok ? '' : made.fault.text).toContain(text);
  });

  test('on the other side of a figure it is the mirror image', () => {
    const { line, flap } = buildHeronPlan().shaping[0]!.act as { line: object; flap: object[] };
    const at = { kind: 'named', name: 'L1' };
    const own = shapingStepSchema.parse({
      id: 'tw',
      act: {
        kind: 'twist',
        ...{ line, at, flap, degrees: 25 },
        until: { kind: 'between', from: at, to: { kind: 'named', name: 'F1' }, share: '3/4' },
      },
    });
    const { map } = buildHeronPlan().shaping[1]!.act as { map: object };
    const again = shapingStepSchema.parse({ id: 'tw2', act: { kind: 'again', of: 'tw', map, behind: true } });
    // Spread first: legs that lie on each other do not twist.
    const plan: Plan = {
      ...buildHeronPlan(),
      shaping: [...buildHeronPlan().shaping.slice(0, 2), own, again],
    };
    const replay = replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });
    const { shaped } = readPosed(plan, replay);
    expect(shaped.steps.map((s) => s.refusal?.text)).toEqual(Array(4).fill(undefined));
    expect(shaped.steps.map((s) => 'degrees' in s.act && s.act.degrees)).toEqual([10, -10, 25, -25]);
    // In profile the legs lie on each other: the same lines, folded to the other side.
    const [one, other] = ['tw', 'tw2'].map((id) => shaped.form.hinges.filter((h) => h.step === id));
    expect(one!.length).toBeGreaterThan(2);
    expect(other).toHaveLength(one!.length);
    one!.forEach((h, i) => {
      const twin = other![i]!;
      expect(twin.radians).toBeCloseTo(-h.radians, 9);
      // The feet differ by two degrees, and the lines a little with them.
      const way = minus([...twin.to, 0], [...twin.from, 0]);
      const own = minus([...h.to, 0], [...h.from, 0]);
      expect(way[0] * own[0] + way[1] * own[1]).toBeGreaterThan(0.99);
    });
    expect(checkForm(shaped.form).crossings).toBe(0);
  });
});

describe('rounding a body out', () => {
  test('half a tube on each side: as deep as it is wide then, and narrower by what the arcs take', () => {
    const { depth, lost, gathered } = roundOut(Math.PI, 20, 180, true);
    expect(depth).toBeCloseTo(2, 12);
    expect(lost).toBeCloseTo(Math.PI - 2, 12);
    expect(gathered).toBe(0);
  });

  test('between closed ends the middle is longer: against the arc itself', () => {
    const { depth, gathered } = roundOut(30, 100, 50, false);
    const rise = depth / 2;
    const radius = (50 ** 2 + rise ** 2) / (2 * rise);
    const arc = 2 * radius * Math.asin(50 / radius);
    expect(gathered).toBeCloseTo(arc / 100 - 1, 3);
    expect(gathered).toBeLessThan(MOST_TIED);
  });

  test('a step says what it gives, and is refused where the ends would gather too much', () => {
    const named = (name: string) => ({ kind: 'named', name });
    const step = (degrees: number) =>
      shapingStepSchema.parse({
        id: 'r',
        act: { kind: 'round', across: [named('A'), named('B')], along: [named('A'), named('D')], degrees },
      });
    const flat = { ...buildHeronPlan(), points: {}, steps: [], repeats: [], zones: [], alternatives: [] };
    const replay = replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [] });
    const read = (degrees: number) =>
      readPosed({ ...flat, shaping: [step(degrees)] }, replay, { sideMm: 100 }).shaped.steps[0]!;
    const { depth, lost } = roundOut(100, 100, 40, false);
    expect(read(40)).toHaveProperty(
      'estimate',
      expect.stringContaining(`${depth.toFixed(1)} mm deep, ${lost.toFixed(1)} mm narrower`),
    );
    expect(read(120).refusal).toMatchObject({ kind: 'strain' });
  });
});
