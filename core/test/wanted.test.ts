import { describe, expect, test } from '@jest/globals';
import { findBase } from '../src/bases/index.ts';
import {
  type Finding,
  type FindingKind,
  type Mend,
  applyMend,
  checkSequence,
  checkWanted,
  findMend,
} from '../src/checks/index.ts';
import { buildCastPlans } from '../src/demo/index.ts';
import { defaultLimits } from '../src/paper/index.ts';
import { type Plan, buildPlan } from '../src/plan/index.ts';
import { type Replay, type Step, replaySequence, write } from '../src/sequence/index.ts';

const { at, along, across, through, turned, onto, writeStep } = write;
const [A, B, C, D, O] = [at('A'), at('B'), at('C'), at('D'), at('O')];

const replayOf = (plan: Plan): Replay =>
  replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });

function findingsOf(plan: Plan): Finding[] {
  const replay = replayOf(plan);
  const sideMm = plan.sheet.sideMm ?? undefined;
  return [
    ...checkSequence(replay),
    ...checkWanted({ plan, replay, sideMm, limits: defaultLimits, unit: 'mm' }),
  ];
}

/** The one finding of a kind, and the plan with its remedy made. */
function mendOne(plan: Plan, kind: FindingKind): { finding: Finding; mend: Mend; mended: Plan } {
  const finding = findingsOf(plan).find((f) => f.kind === kind)!;
  const mend = findMend(plan, replayOf(plan), finding, 'mend')!;
  expect([kind, mend]).toEqual([kind, expect.objectContaining({ label: expect.any(String) })]);
  return { finding, mend, mended: applyMend(plan, mend) };
}

const has = (plan: Plan, kind: FindingKind): boolean => findingsOf(plan).some((f) => f.kind === kind);
const refused = (plan: Plan): number[] => replayOf(plan).steps.flatMap((s) => (s.refusal ? [s.number] : []));

const fold = (id: string, line: Parameters<typeof across>[1], flap: typeof A, more: object = {}): Step =>
  writeStep(id, { kind: 'fold', sense: 'valley', line, flap: [flap], layers: 'flap' }, more);
const planOf = (steps: readonly Step[], more: Partial<Plan> = {}): Plan => ({
  ...buildPlan('Try'),
  ...more,
  steps: [...steps],
});

describe('at this sheet', () => {
  // Two edges to the diagonal: a kite, its point narrow; from 12 mm of paper nobody folds it.
  const kite = findBase('kite')!.steps;

  test('a flap too narrow for tweezers names its step, and a sheet that would do', () => {
    const plan = planOf(kite, {
      sheet: {
        shape: { kind: 'square' },
        sideMm: 6,
        handling: 'fingers',
        trimMm: 0,
        keepGrain: false,
        halfOf: null,
      },
    });
    const { finding, mend, mended } = mendOne(plan, 'too narrow');
    expect(finding.text).toMatch(
      /^At step \d the flap at corner [AC] is .* too small even for tweezers; from a/,
    );
    expect(mend).toMatchObject({ kind: 'side' });
    expect(has(mended, 'too narrow')).toBe(false);
    // Just below what is offered it is still too narrow: the remedy is the smallest whole millimetre.
    const less = { ...mended, sheet: { ...mended.sheet, sideMm: mended.sheet.sideMm! - 1 } };
    expect(has(less, 'too narrow')).toBe(true);
  });

  test('a stack that will not close names the sheet and the paper that do', () => {
    const stiff = planOf(kite, {
      sheet: {
        shape: { kind: 'square' },
        sideMm: 30,
        handling: 'fingers',
        trimMm: 0,
        keepGrain: false,
        halfOf: null,
      },
      paper: { ...buildPlan('x').paper, caliperMm: 2.9 },
    });
    const { finding, mended } = mendOne(stiff, 'too thick');
    expect(finding.text).toMatch(/of its width, and it will not close; from a .* sheet, or with paper of/);
    expect(has(mended, 'too thick')).toBe(false);
    expect(has({ ...stiff, paper: { ...stiff.paper, caliperMm: 0.05 } }, 'too thick')).toBe(false);
  });
});

describe('colours of the brief', () => {
  const limbs = [{ id: 'l', name: 'Tail', lengthMm: 40, tip: 'B' }];
  const inward = fold('in', onto(B, O), B);

  test('a tip that shows the wrong side is traced to the step that turned it', () => {
    const brief = { ...buildPlan('x').brief, sides: [{ part: 'Tail', side: 'front' as const, at: [] }] };
    const { finding } = mendOne(planOf([inward], { limbs, brief }), 'colour');
    expect(finding).toMatchObject({ step: 1 });
    expect(finding.text).toContain('The brief wants the tail in slate, and oat shows since step 1');
  });

  test('begun other side up it comes right; where two parts contradict each other no such remedy is given', () => {
    const wants = (...sides: [string, 'front' | 'back'][]): Plan =>
      planOf([inward], {
        limbs: [...limbs, { id: 'm', name: 'Head', lengthMm: 40, tip: 'D' }],
        brief: { ...buildPlan('x').brief, sides: sides.map(([part, side]) => ({ part, side, at: [] })) },
      });
    const both = wants(['Tail', 'front'], ['Head', 'back']);
    const { mended } = mendOne(both, 'colour');
    expect(mended.paper.front).toEqual(both.paper.back);
    const torn = wants(['Tail', 'front'], ['Head', 'front']);
    const finding = findingsOf(torn).find((f) => f.kind === 'colour')!;
    expect(findMend(torn, replayOf(torn), finding, 'x')).toBeUndefined();
    expect(has(wants(['Tail', 'back'], ['Head', 'front']), 'colour')).toBe(false);
    const whole = wants(['everything', 'front']);
    expect(has(whole, 'colour')).toBe(true);
    expect(has({ ...whole, steps: [] }, 'colour')).toBe(false);
  });
});

describe('zones that shall stay clean', () => {
  const zones = [{ id: 'z', name: 'the face', at: along(O, D, '1/2'), more: [] }];
  const scar = writeStep('scar', { kind: 'crease', sense: 'valley', line: through(B, D), through: 'all' });

  test('a crease that stays on one is told with its step, and pressed softly it is not', () => {
    const plan = planOf([scar, fold('in', onto(A, O), A)], { zones });
    const { finding, mended } = mendOne(plan, 'scar');
    expect([finding.step, finding.text]).toEqual([1, expect.stringContaining('visible on the face')]);
    expect(has(mended, 'scar')).toBe(false);
    expect(has(planOf([scar, fold('half', through(B, D), C)], { zones }), 'scar')).toBe(false);
  });
});

describe('left against right', () => {
  const side = (id: string, corner: typeof B, degrees: number, more = {}): Step =>
    fold(id, turned(A, corner, degrees), corner, more);

  test('two sides folded by different amounts are told once, and a repeat makes them equal', () => {
    const plan = planOf([side('right', B, 20), side('left', D, -25)]);
    const { finding, mended } = mendOne(plan, 'unequal');
    expect(finding.text).toMatch(/^Step 2 does on one side what step 1 does on the other, by another amount/);
    expect(mended.steps[1]!.move.kind).toBe('repeat');
    expect([has(mended, 'unequal'), refused(mended)]).toEqual([false, []]);
  });

  test('equal sides are none of it, nor sides that differ by taste', () => {
    expect(has(planOf([side('right', B, 20), side('left', D, -20)]), 'unequal')).toBe(false);
    const taste = { tolerance: { kind: 'taste', share: 0.02 } };
    expect(has(planOf([side('right', B, 20), side('left', D, -25, taste)]), 'unequal')).toBe(false);
  });
});

describe('remedies are tried before they are offered', () => {
  const missing = fold('use', across(along(A, B, '3/8'), through(A, B)), B);

  test('a mark that nothing shows is pinched by halving, at the start', () => {
    const { mend, mended } = mendOne(planOf([missing]), 'mark missing');
    expect(mend).toMatchObject({ kind: 'put in', after: 0, label: 'Pinch it first (3 pinches)' });
    expect([has(mended, 'mark missing'), refused(mended), mended.steps.length]).toEqual([false, [], 4]);
  });

  test('a share that halving never meets is found by folding where it is a fraction, else it goes by taste', () => {
    const third = fold('use', across(along(A, B, '1/3'), through(A, B)), B);
    const found = mendOne(planOf([third]), 'mark missing');
    if (found.mend.kind !== 'put in') throw new Error('thirds are folded');
    expect(found.mend.label).toMatch(/^Pinch it first \(\d+ folds\)$/);
    expect(has(found.mended, 'mark missing')).toBe(false);
    const odd = fold('use', across(along(A, B, '0.4321'), through(A, B)), B);
    const { mend, mended } = mendOne(planOf([odd]), 'mark missing');
    expect(mend.kind).toBe('taste');
    expect(has(mended, 'mark missing')).toBe(false);
  });

  test('creases pressed the wrong way are pressed the other way where they are made', () => {
    const preliminary = findBase('preliminary')!.steps.map((s) =>
      s.id === 'preliminary-bd' ? { ...s, move: { ...s.move, sense: 'mountain' } as Step['move'] } : s,
    );
    const { mend, mended } = mendOne(planOf(preliminary), 'reverse first');
    expect(mend).toMatchObject({ kind: 'other sense', steps: ['preliminary-bd'] });
    expect([has(mended, 'reverse first'), refused(mended)]).toEqual([false, []]);
  });

  test('a crease that is missing is put in before the collapse, no longer than it is needed', () => {
    const without = findBase('preliminary')!.steps.filter((s) => s.id !== 'preliminary-bd');
    const { mend, mended } = mendOne(planOf(without), 'crease missing');
    expect(mend).toMatchObject({ kind: 'put in', after: 3 });
    expect([has(mended, 'crease missing'), refused(mended)]).toEqual([false, []]);
    const put = mended.steps[3]!.move;
    expect(put.kind === 'crease' && put.span).not.toBeNull();
  });

  test('a crease that is its own image is there already when it is repeated: the repeat is left out', () => {
    const crease = (id: string, sense: 'valley' | 'mountain', a: typeof A, b: typeof A): Step =>
      writeStep(id, { kind: 'crease', sense, line: through(a, b), through: 'all' });
    const again = (of: string): Step =>
      writeStep(`${of}-again`, {
        kind: 'repeat',
        of,
        map: { kind: 'mirror', in: ['A', 'C'] },
        behind: false,
      });
    const steps = [
      crease('ac', 'valley', A, C),
      crease('half', 'mountain', at('mid AB'), at('mid CD')),
      again('ac'),
      again('half'),
    ];
    const plan = planOf(steps);
    expect(findingsOf(plan).filter((f) => f.kind === 'there already')).toEqual([
      expect.objectContaining({ step: 3, text: expect.stringContaining('its own image') }),
    ]);
    const { mended } = mendOne(plan, 'there already');
    expect(mended.steps.map((s) => s.id)).toEqual(['ac', 'half', 'half-again']);
    expect([has(mended, 'there already'), refused(mended)]).toEqual([false, []]);
    // The same line pressed the other way is work of its own.
    expect(has(planOf([steps[0]!, crease('ca', 'mountain', A, C)]), 'there already')).toBe(false);
  });

  test('a crease that is there already stays where later steps are told by it', () => {
    const ac = through(A, C);
    const twice = planOf([
      writeStep('one', { kind: 'crease', sense: 'valley', line: ac, through: 'all' }),
      writeStep('two', { kind: 'crease', sense: 'valley', line: ac, through: 'all' }),
      fold('by', { kind: 'crease', step: 'two' }, B),
    ]);
    const finding = findingsOf(twice).find((f) => f.kind === 'there already')!;
    expect(finding.step).toBe(2);
    expect(findMend(twice, replayOf(twice), finding, 'm')).toBeUndefined();
  });

  test('a tuck made after its flap was closed over goes before the step that closed it', () => {
    // B folded in, D over it; then the point of B tucked although it lies between.
    const cover = fold('cover', onto(D, B), D);
    const small = writeStep('small', {
      kind: 'fold',
      sense: 'valley',
      line: across(along(B, O, '1/4'), through(B, D)),
      flap: [B],
      layers: 'flap',
      tuck: true,
    });
    const plan = planOf([fold('b', onto(B, O), B), cover, small]);
    const locked = findingsOf(plan).find((f) => f.kind === 'locked');
    if (!locked) {
      // Where the engine refuses the fold outright there is nothing to unlock.
      expect(refused(plan)).toContain(3);
      return;
    }
    const mend = findMend(plan, replayOf(plan), locked, 'x');
    expect(mend === undefined || refused(applyMend(plan, mend)).length === 0).toBe(true);
  });

  test('a step that does not lie flat has no remedy but to stop before or after it', () => {
    const plan = planOf(findBase('preliminary')!.steps);
    const finding = findingsOf(plan).find((f) => f.kind === 'not flat')!;
    expect(finding.text).toContain('stop before or after it');
    expect(findMend(plan, replayOf(plan), finding, 'x')).toBeUndefined();
  });
});

describe('the finished plans of the cast', () => {
  const plans = Object.values(buildCastPlans());
  test.each(plans.map((p) => [p.name, p] as const))(
    'the %s: every step folds, every mark is made, colours are as the brief wants, the sheet is large enough',
    (_name, plan) => {
      expect(refused(plan)).toEqual([]);
      const found = findingsOf(plan).map((f) => f.kind);
      for (const kind of ['mark missing', 'colour', 'too narrow', 'too thick', 'scar', 'unequal'] as const)
        expect([kind, found.filter((k) => k === kind)]).toEqual([kind, []]);
      expect(plan.steps.length).toBeGreaterThanOrEqual(12);
      expect(plan.steps.length).toBeLessThanOrEqual(40);
      expect(plan.limbs.length).toBeGreaterThan(0);
      expect([plan.brief.target.mm, plan.brief.date, plan.baseId, plan.sheet.sideMm].includes(null)).toBe(
        false,
      );
      expect(plan.shaping.length).toBeGreaterThan(0);
    },
  );
});
