import { describe, expect, test } from '@jest/globals';
import { buildChance } from '../../src/chance/index.ts';
import { buildPlan } from '../../src/plan/index.ts';
import { readPosed } from '../../src/readings/index.ts';
import { replaySequence } from '../../src/sequence/index.ts';
import {
  MOST_TIED,
  type WrittenAct,
  inflateBody,
  pinchLimb,
  roundOut,
  shapingStepSchema,
  spreadPocket,
} from '../../src/shaping/index.ts';

const named = (name: string) => ({ kind: 'named' as const, name });
const [A, B, C, D] = ['A', 'B', 'C', 'D'].map(named) as [
  ReturnType<typeof named>,
  ReturnType<typeof named>,
  ReturnType<typeof named>,
  ReturnType<typeof named>,
];
const between = (from: typeof A, to: typeof A, share: string) =>
  ({ kind: 'between', from, to, share }) as const;

/** A step of shaping on the bare square of 100 mm. */
function readStep(act: WrittenAct) {
  const plan = { ...buildPlan('Bare'), shaping: [shapingStepSchema.parse({ id: 'e', act })] };
  const replay = replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [] });
  return readPosed(plan, replay, { sideMm: 100 }).shaped.steps[0]!;
}

describe('a pocket is spread at its mouth', () => {
  test('half tubes at the mouth, and flat at the bottom: the middle goes the slant', () => {
    const { depth, lost, gathered } = spreadPocket(Math.PI, 10, 180);
    expect([depth, lost]).toEqual([expect.closeTo(2, 12), expect.closeTo(Math.PI - 2, 12)]);
    expect(gathered).toBeCloseTo((Math.sqrt(101) - Math.sqrt(100 + ((Math.PI - 2) / 2) ** 2)) / 10, 12);
  });

  test('law: more opens wider and stretches more; deeper pockets stretch less', () => {
    const draw = buildChance(5);
    for (let i = 0; i < 200; i++) {
      const [width, depth, degrees] = [1 + draw() * 50, 10 + draw() * 50, 6 + draw() * 120];
      const less = spreadPocket(width, depth, degrees);
      const more = spreadPocket(width, depth, degrees * 1.3);
      expect(more.depth).toBeGreaterThan(less.depth);
      expect(more.lost).toBeGreaterThan(less.lost);
      expect(spreadPocket(width, depth * 2, degrees).gathered).toBeLessThan(less.gathered + 1e-12);
    }
  });
});

describe('a limb is pinched along its middle', () => {
  test('bent by a right angle both halves stand at 45 degrees', () => {
    const { depth, lost, gathered } = pinchLimb(10, 40, 90);
    expect(depth).toBeCloseTo(5 * Math.SQRT1_2, 12);
    expect(lost).toBeCloseTo(10 - 10 * Math.SQRT1_2, 12);
    // The edge ends as far off as its place before and after lie from each other.
    const off = Math.hypot(depth, lost / 2);
    expect(off).toBeCloseTo(2 * 5 * Math.sin(Math.PI / 8), 12);
    expect(gathered).toBeCloseTo(Math.hypot(40, off) / 40 - 1, 12);
  });

  test('the refusal names a length that is enough, and hardly more', () => {
    const act = (along: string) => ({
      kind: 'pinch' as const,
      across: [A, between(A, B, '1/5')] as [typeof A, ReturnType<typeof between>],
      along: [A, between(A, D, along)] as [typeof A, ReturnType<typeof between>],
      degrees: 120,
    });
    const refused = readStep(act('1/10')).refusal!;
    expect(refused.kind).toBe('strain');
    const least = Number(/over ([\d.]+) mm at least/.exec(refused.text)![1]);
    expect(readStep(act(`${Math.ceil(least * 10 + 1)}/1000`)).refusal).toBeUndefined();
    expect(readStep(act(`${Math.floor(least * 10 - 2)}/1000`)).refusal).toMatchObject({ kind: 'strain' });
  });
});

describe('a body is blown up', () => {
  test('full it keeps of its width what a round foil balloon keeps, 0.763', () => {
    const { lost, lower } = inflateBody(1, 1, 142);
    expect(1 - lost).toBeCloseTo(0.763, 2);
    expect(lower).toBeCloseTo(lost, 9);
  });

  test('law: both ways over one bulge, and turned by a quarter it is the same', () => {
    const draw = buildChance(9);
    for (let i = 0; i < 100; i++) {
      const [width, height, degrees] = [1 + draw() * 9, 1 + draw() * 9, 5 + draw() * 137];
      const [one, other] = [inflateBody(width, height, degrees), inflateBody(height, width, degrees)];
      expect(one.depth).toBeCloseTo(other.depth, 9);
      expect(one.lost).toBeCloseTo(other.lower, 6);
      expect(one.gathered).toBeCloseTo(other.gathered, 9);
      expect(one.depth).toBeLessThanOrEqual(roundOut(Math.min(width, height), 1, degrees, true).depth + 1e-9);
    }
  });

  test('a step says depth, width, height and wrinkles, and where air goes in', () => {
    const made = readStep({
      kind: 'inflate',
      across: [A, B],
      along: [D, A],
      opening: C,
      degrees: 100,
    });
    const { depth, lost } = inflateBody(100, 100, 100);
    expect(made.estimate).toContain(`${depth.toFixed(1)} mm deep, ${lost.toFixed(1)} mm narrower`);
    expect(made.refusal).toBeUndefined();
    expect(made.after).toBe(made.before);
    expect(MOST_TIED).toBeLessThan(0.05);
  });
});
