import { describe, expect, test } from '@jest/globals';
import { buildEffort } from '../src/effort/index.ts';
import { buildHeronPlan } from '../src/demo/index.ts';
import {
  defaultSigma,
  effectOf,
  judgeSequence,
  learnHand,
  learnSlip,
  mostReplays,
  scaleHand,
  spotsOf,
  trySlips,
  watchesOf,
} from '../src/slips/index.ts';
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

describe('checks at the bench teach the whole hand', () => {
  test('as foreseen nothing changes, twice as far off makes it larger, and few checks change little', () => {
    expect(learnHand([])).toBe(1);
    const check = (missMm: number) => ({ expectedMm: 0.4, missMm });
    expect(learnHand([check(0.4), check(0.4)])).toBeCloseTo(1, 12);
    expect(learnHand([check(0.8)])).toBeCloseTo(Math.sqrt((4 + 4) / 5), 12);
    const many = learnHand(Array.from({ length: 400 }, () => check(0.8)));
    expect(many).toBeGreaterThan(1.98);
    expect(many).toBeLessThan(2);
    expect(learnHand(Array.from({ length: 12 }, () => check(0)))).toBeCloseTo(0.5, 12);
  });
  test('every slip is taken alike, and none becomes nothing', () => {
    const larger = scaleHand(defaultSigma, 2);
    for (const key of Object.keys(defaultSigma) as (keyof typeof defaultSigma)[])
      expect(larger[key]).toBeCloseTo(defaultSigma[key] * 2, 9);
    expect(scaleHand(defaultSigma, 0).byEye).toBe(0.01);
  });
});

describe('what comes to lie true, and what a slip makes of it', () => {
  const edge = (a: string, b: string) => ({ kind: 'through', a: named(a), b: named(b) }) as const;
  const crease = (id: string, line: object): Step =>
    write.writeStep(id, { kind: 'crease', sense: 'valley', line, through: 'all' } as never);
  const watchesFor = (steps: readonly Step[]) => {
    const replay = replaySequence({ sheet: { kind: 'square' }, points: {}, steps });
    expect(replay.steps.filter((s) => s.refusal)).toEqual([]);
    return watchesOf(replay, spotsOf(replay));
  };
  const side = (id: string, a: string, b: string, which: 0 | 1): Step =>
    write.writeStep(id, {
      kind: 'fold',
      sense: 'valley',
      line: { kind: 'lineOnto', a: edge(a, b), b: { kind: 'crease', step: 'diagonal' }, which },
      flap: [named(b)],
      layers: 'all',
    });
  const diagonal = crease('diagonal', edge('A', 'C'));

  test('both edges of a kite lie flush along its diagonal, and its tip is sharp', () => {
    const steps = [diagonal, side('right', 'A', 'B', 0), side('left', 'A', 'D', 0)];
    const watches = watchesFor(steps);
    const flush = watches.find((w) => w.kind === 'flush' && w.step === 3)!;
    expect(flush.says).toMatch(/^edges AB and DA lie flush from /);
    expect(flush.isLast).toBe(true);
    const tips = watches.filter((w) => w.kind === 'tip');
    expect(tips.map((w) => [w.step, w.says.slice(0, 30)])).toContainEqual([
      2,
      'the crease runs into corner A,',
    ]);
    const found = judge(steps)!;
    expect(found.places.some((p) => p.says.startsWith('edges AB and DA, which lie flush from'))).toBe(true);
    // What comes true at the first side is as true as the diagonal it was folded to.
    const first = found.checks.find((c) => c.step === 2)!;
    expect(first.shows.step).toBe(1);
    expect(first.errorMm).toBeGreaterThan(first.shows.mm);
  });

  test('an edge laid on a crease brings corners into a line with the centre', () => {
    const half = crease('half', { kind: 'onto', from: named('A'), to: named('D') });
    const up = write.writeStep('up', {
      kind: 'fold',
      sense: 'valley',
      line: { kind: 'lineOnto', a: edge('A', 'B'), b: { kind: 'crease', step: 'half' }, which: 0 },
      flap: [named('A'), named('B')],
      layers: 'all',
    });
    const line = watchesFor([half, up]).find((w) => w.kind === 'line' && w.says.includes('O'))!;
    expect(line.step).toBe(2);
    expect(line.says).toMatch(/^[AB], O and [AB] lie in a line$/);
    // Points at one place are no line, and nothing that lay in a line before is told again.
    const all = watchesFor([half, up]).filter((w) => w.kind === 'line');
    expect(all.every((w) => w.says !== 'C, mid CD and D lie in a line')).toBe(true);
    const checks = judge([half, up])!.checks;
    expect(checks.map((c) => c.step)).toEqual([2]);
    expect(checks[0]!.shows.step).toBe(1);
  });

  test('without a slip everything is where it ought to be', () => {
    const plan = buildHeronPlan();
    const replay = replaySequence({
      sheet: plan.sheet.shape,
      points: plan.points,
      steps: plan.steps.slice(0, 24),
    });
    const watches = watchesOf(replay, spotsOf(replay));
    expect(new Set(watches.map((w) => w.kind))).toEqual(new Set(['flush', 'tip', 'line', 'points']));
    for (const w of watches) for (const miss of w.missIn(replay)) expect(Math.abs(miss)).toBeLessThan(2e-9);
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

  test('a sink through all layers folds with a crease that is moved, not with one that is turned: it counts in part', () => {
    const plan = buildHeronPlan();
    const steps = plan.steps.slice(0, 22);
    const replay = replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps });
    expect(replay.steps[20]!.move.kind).toBe('sink');
    const attempts = trySlips(replay, { number: 21, line: 0 }, () => true, buildEffort(1e4))!;
    const known = effectOf(attempts, 21, () => []);
    expect(known?.isWhole).toBe(false);
    const whole = attempts.filter((a) => a.reach === steps.length);
    expect(whole.length).toBeGreaterThan(0);
    for (const { ends } of whole) expect(ends[0]).toBeCloseTo(ends[1], 12);
    const found = judgeSequence({ replay, pairs: [], sigma: defaultSigma }, buildEffort(1e4))!;
    expect(found.partly).toContain(21);
    expect(found.unknown).not.toContain(21);
  });

  test('effects of both ends follow from any two slips that are not alike', () => {
    const replay = replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [fold('d', 'A', 'C')] });
    // Something that moves by 3 for one end and by -1 (and 2 across) for the other.
    const missOf = ([e, f]: readonly [number, number]): number[] => [3 * e - f, 2 * f];
    const pairs: [[number, number], [number, number]][] = [
      [
        [1e-4, 1e-4],
        [1e-4, -1e-4],
      ],
      [
        [1e-3, 0],
        [-1e-4, -1e-4],
      ],
      [
        [0, 1e-4],
        [1e-3, -1e-3],
      ],
    ];
    for (const pair of pairs) {
      const attempts = pair.map((ends) => ({ ends, slip: { ...replay }, reach: 1 }));
      const misses = new Map(attempts.map((a) => [a.slip, missOf(a.ends)]));
      const effect = effectOf(attempts, 1, (slip) => misses.get(slip as (typeof attempts)[0]['slip'])!)!;
      expect(effect.isWhole).toBe(true);
      expect(effect.size).toBeCloseTo(Math.hypot(3, -1, 2), 9);
      expect(effectOf(attempts, 2, () => [0])).toBeUndefined();
      // Something thrown far off is the engine folding something else, and is not counted.
      expect(effectOf(attempts, 1, () => [0.5])).toBeUndefined();
    }
  });

  test('every edge of a narrowing and every corner of a blintz is a slip of its own, beside those of other folds', () => {
    const middle = { kind: 'named', name: 'O' } as const;
    const worstOf = (steps: readonly Step[], name: string): number[] => [
      ...new Set(
        judge(steps)!
          .places.filter((p) => p.says.startsWith(name))
          .flatMap((p) => p.worst.map((w) => w.step)),
      ),
    ];
    const diagonal = fold('d', 'A', 'C');
    const kite = write.writeStep('k', {
      kind: 'narrow',
      sense: 'valley',
      tip: named('A'),
      axis: named('C'),
      edges: [named('B'), named('D')],
      layers: 'flap',
      width: null,
    });
    const found = judge([kite])!;
    expect(found.unknown).toEqual([]);
    expect(found.places.length).toBeGreaterThan(0);
    expect(found.places[0]!.worst.map((w) => w.step)).toEqual([1]);
    // A corner brought onto the axis by half the slip of edges: within a few times that of one crease end.
    expect(found.places[0]!.errorMm).toBeGreaterThan(0.5 * (defaultSigma.edgeToEdge / 2));
    expect(found.places[0]!.errorMm).toBeLessThan(6 * defaultSigma.edgeToEdge);
    const corners = ['A', 'B', 'C', 'D'].map(named);
    const blintz = write.writeStep('b', { kind: 'blintz', sense: 'valley', points: corners, to: middle });
    const all = judge([blintz])!;
    expect(all.unknown).toEqual([]);
    for (const corner of 'ABCD') expect(worstOf([blintz], corner)).toEqual([1]);
    expect(worstOf([diagonal], 'A')).toEqual([1]);
    expect(mostReplays(replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [blintz] }))).toBe(64);
  });

  test('a whole figure: every place has its worst steps, what cannot be told is said, the budget is kept', () => {
    const plan = buildHeronPlan();
    const steps = plan.steps.slice(0, 20);
    const replay = replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps });
    const effort = buildEffort(mostReplays(replay));
    const found = judgeSequence({ replay, pairs: [['B', 'D']], sigma: defaultSigma }, effort)!;
    expect(found.places.length).toBeGreaterThan(2);
    for (const { errorMm, worst } of found.places) {
      expect(errorMm).toBeLessThan(5);
      expect(worst[0]!.mm).toBeLessThanOrEqual(errorMm + 1e-9);
      expect(worst.map((w) => w.mm)).toEqual(worst.map((w) => w.mm).sort((a, b) => b - a));
    }
    expect(effort.spent()).toBeLessThanOrEqual(mostReplays(replay));
    expect(found.unknown.every((n) => n >= 1 && n <= steps.length)).toBe(true);
  });
});
