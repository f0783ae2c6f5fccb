import { describe, expect, test } from '@jest/globals';
import { buildEffort } from '../src/effort/index.ts';
import { buildHeronPlan } from '../src/demo/index.ts';
import { defaultSigma, judgeSequence, learnSlip, mostReplays } from '../src/marks/index.ts';
import { type Step, replaySequence, write } from '../src/sequence/index.ts';

const named = (name: string) => ({ kind: 'named', name }) as const;

function judge(steps: readonly Step[], pairs: [string, string][] = [], budget = 1e6) {
  const replay = replaySequence({ sheet: { kind: 'square' }, points: {}, steps });
  return judgeSequence({ replay, pairs, sigma: defaultSigma }, buildEffort(budget));
}

const fold = (id: string, from: string, to: string, flap = from, more: object = {}): Step =>
  write.writeStep(
    id,
    {
      kind: 'fold',
      sense: 'valley',
      line: { kind: 'onto', from: named(from), to: named(to) },
      flap: [named(flap)],
      layers: 'all',
    },
    more,
  );

describe('a drill teaches the slip of a hand', () => {
  test('the misses alone, and with the rule of thumb as four folds', () => {
    expect(learnSlip(0.25, [])).toBeUndefined();
    const few = learnSlip(0.25, [0.5, -0.5])!;
    expect(few.measuredMm).toBeCloseTo(0.5, 12);
    expect(few.slipMm).toBeCloseTo(Math.sqrt((0.5 + 4 * 0.0625) / 6), 12);
  });

  test('many folds outweigh the rule', () => {
    const many = learnSlip(
      0.25,
      Array.from({ length: 400 }, (_, i) => (i % 2 ? 0.6 : -0.6)),
    )!;
    expect(many.slipMm).toBeGreaterThan(0.595);
    expect(many.slipMm).toBeLessThan(0.6);
  });
});

describe('slips carried through a whole sequence', () => {
  test('a corner brought to the opposite one misses it by both ends of the crease', () => {
    const found = judge([fold('diagonal', 'A', 'C')])!;
    const gap = found.places.find((p) => p.says === 'A and C, which lie on each other')!;
    // One end out by e (half the 0.3 mm of points) moves the crease e / 2 in the middle and tilts it by e: the corner, half
    // a diagonal away, goes e across and e times the diagonal along. Both ends: the root of twice (1 + 2).
    expect(gap.errorMm).toBeCloseTo(0.15 * Math.sqrt(6), 3);
    expect(gap.worst).toEqual([{ step: 1, mm: expect.closeTo(0.15 * Math.sqrt(6), 3) }]);
    expect(found.unknown).toEqual([]);
    // The only slip is the step's own, seen while it is made: nothing to check afterwards.
    expect(found.checks).toEqual([]);
  });

  test('a later fold inherits the slip of an earlier one, and the check says where it shows', () => {
    const door = (id: string, edge: [string, string], which: 0 | 1): Step =>
      write.writeStep(id, {
        kind: 'fold',
        sense: 'valley',
        line: {
          kind: 'lineOnto',
          a: { kind: 'through', a: named(edge[0]), b: named(edge[1]) },
          b: { kind: 'crease', step: 'middle' },
          which,
        },
        flap: [named(edge[0]), named(edge[1])],
        layers: 'all',
      });
    const middle = write.writeStep('middle', {
      kind: 'crease',
      sense: 'valley',
      line: { kind: 'onto', from: named('A'), to: named('B') },
      through: 'all',
    });
    const found = judge([middle, door('left', ['D', 'A'], 0), door('right', ['B', 'C'], 0)], [['A', 'B']])!;
    expect(found.unknown).toEqual([]);
    // Both doors follow the crease, so its own slip shows where their corners ought to meet.
    const meet = found.places.find((p) => p.says === 'A and B, which lie on each other')!;
    expect(meet.worst.map((w) => w.step).sort()).toEqual([1, 2, 3]);
    expect(meet.errorMm).toBeGreaterThan(0.1);
    const twins = found.places.find((p) => p.says === 'A and B against each other')!;
    expect(twins.worst.map((w) => w.step)).toContain(1);
    for (const check of found.checks) expect(check.shows.step).toBeLessThan(check.step);
  });

  test('steps by taste are no slips, a larger hand makes larger errors, and a spent effort gives nothing', () => {
    const taste = judge([fold('free', 'A', 'C', 'A', { tolerance: { kind: 'taste', share: 0.1 } })])!;
    expect(taste.places).toEqual([]);
    const replay = replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [fold('d', 'A', 'C')] });
    const worse = judgeSequence(
      { replay, pairs: [], sigma: { ...defaultSigma, pointToPoint: 0.6 } },
      buildEffort(100),
    )!;
    expect(worse.places[0]!.errorMm).toBeCloseTo(2 * judge([fold('d', 'A', 'C')])!.places[0]!.errorMm, 6);
    expect(judge([fold('d', 'A', 'C')], [], 0)).toBeUndefined();
  });

  test('a whole figure: every place has its worst steps, what cannot be told is said, the budget is kept', () => {
    const plan = buildHeronPlan();
    const steps = plan.steps.slice(0, 20);
    const replay = replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps });
    const effort = buildEffort(mostReplays(steps.length));
    const found = judgeSequence({ replay, pairs: [['B', 'D']], sigma: defaultSigma }, effort)!;
    expect(found.places.length).toBeGreaterThan(2);
    for (const { errorMm, worst } of found.places) {
      expect(errorMm).toBeLessThan(5);
      expect(worst[0]!.mm).toBeLessThanOrEqual(errorMm + 1e-9);
      expect(worst.map((w) => w.mm)).toEqual(worst.map((w) => w.mm).sort((a, b) => b - a));
    }
    expect(effort.spent()).toBeLessThanOrEqual(mostReplays(steps.length));
    expect(found.unknown.every((n) => n >= 1 && n <= steps.length)).toBe(true);
  });
});
