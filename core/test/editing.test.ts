import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  beginVariant,
  chooseVariant,
  copyPassage,
  copyShaping,
  dissolveRun,
  followRepeats,
  followVariants,
  hasLengths,
  keepLengths,
  keepNames,
  lastChoices,
  listDifferences,
  repeatPassage,
  sayChange,
  settleVariant,
  whyNotAt,
} from '../src/editing/index.ts';
import { buildHeronPlan, buildMothPlan, buildOwlPlan } from '../src/demo/index.ts';
import { toMeasures } from '../src/folded/index.ts';
import { type Plan, buildPlan, planSchema } from '../src/plan/index.ts';
import { readLengths } from '../src/readings/index.ts';
import { type Replay, type Step, nameSteps, replaySequence, sayStep, write } from '../src/sequence/index.ts';
import { readPosed } from '../src/readings/index.ts';

const { at, along, through, onto, writeStep } = write;
const [A, B, C, D, O] = ['A', 'B', 'C', 'D', 'O'].map(at) as [
  ReturnType<typeof at>,
  ReturnType<typeof at>,
  ReturnType<typeof at>,
  ReturnType<typeof at>,
  ReturnType<typeof at>,
];
const fold = (plan: Plan): Replay =>
  replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });
const refusals = (plan: Plan): string[] =>
  fold(plan).steps.flatMap((s) => (s.refusal ? [`${s.number} ${s.refusal.text}`] : []));
const ids = (plan: Plan): string[] => plan.steps.map((s) => s.id);
const planOf = (...steps: Step[]): Plan => ({ ...buildPlan('Try'), steps });

const diagonal = writeStep('d', { kind: 'crease', sense: 'valley', line: through(A, C), through: 'all' });
const half = writeStep('m', { kind: 'pinch', sense: 'valley', line: onto(B, O), on: [O, B] });
const inward = writeStep('f', {
  kind: 'fold',
  sense: 'valley',
  line: onto(B, write.mark('m')),
  flap: [B],
  layers: 'flap',
});
const other = { kind: 'mirror' as const, in: ['A', 'C'] as [string, string] };
const twice = (plan: Plan): Plan =>
  repeatPassage(plan, { id: 'r', first: 2, last: 3, map: other, behind: false });

describe('a passage folded again', () => {
  const plan = twice(planOf(diagonal, half, inward));

  test('is a repeat for each of its steps, which fold and name the other side', () => {
    expect(ids(plan)).toEqual(['d', 'm', 'f', 'r-1', 'r-2']);
    expect(refusals(plan)).toEqual([]);
    const m = toMeasures(fold(plan).steps.at(-1)!.after);
    // Both corners come a quarter in from the ends of the diagonal: the width loses the same on either side.
    expect(m.centroid[0]).toBeCloseTo(m.centroid[1], 9);
    expect(sayStep(plan.steps[4]!, { sheet: { kind: 'square' }, points: {}, steps: plan.steps })).toContain(
      'corner D',
    );
  });

  test('follows what is put into the passage, taken out of it and put in another order', () => {
    const soft = writeStep('n', { kind: 'pinch', sense: 'valley', line: onto(B, A), on: [A, B] });
    const more = followRepeats(plan, {
      ...plan,
      steps: [...plan.steps.slice(0, 2), soft, ...plan.steps.slice(2)],
    });
    expect(more.steps.map((s) => (s.move.kind === 'repeat' ? `again ${s.move.of}` : s.id))).toEqual([
      'd',
      'm',
      'n',
      'f',
      'again m',
      'again n',
      'again f',
    ]);
    expect(refusals(more)).toEqual([]);
    const less = followRepeats(more, { ...more, steps: more.steps.filter((s) => s.id !== 'n') });
    expect(ids(less)).toEqual(ids(plan));
    const turned = followRepeats(more, {
      ...more,
      steps: ['d', 'n', 'm', 'f', ...ids(more).slice(4)].map((id) => more.steps.find((s) => s.id === id)!),
    });
    expect(turned.steps.slice(4).map((s) => s.move.kind === 'repeat' && s.move.of)).toEqual(['n', 'm', 'f']);
  });

  test('goes with its passage, shrinks with its ends, and is let go when one repeat is left out', () => {
    const gone = followRepeats(plan, {
      ...plan,
      steps: plan.steps.filter((s) => !['m', 'f'].includes(s.id)),
    });
    expect([ids(gone), gone.repeats]).toEqual([['d'], []]);
    const shorter = followRepeats(plan, { ...plan, steps: plan.steps.filter((s) => s.id !== 'f') });
    expect(ids(shorter)).toEqual(['d', 'm', 'r-1']);
    expect(shorter.repeats[0]).toMatchObject({ from: 'm', to: 'm' });
    const broken = followRepeats(plan, { ...plan, steps: plan.steps.filter((s) => s.id !== 'r-1') });
    expect([ids(broken), broken.repeats, broken.steps.some((s) => s.run !== null)]).toEqual([
      ['d', 'm', 'f', 'r-2'],
      [],
      false,
    ]);
    const free = dissolveRun(plan, 'r');
    expect([ids(free), free.repeats]).toEqual([ids(plan), []]);
  });

  test('an edit elsewhere leaves it untouched, and the tolerance of a step is that of its repeats', () => {
    const noted = { ...plan, steps: plan.steps.map((s) => (s.id === 'd' ? { ...s, note: 'x' } : s)) };
    expect(followRepeats(plan, noted)).toBe(noted);
    const freely = {
      ...plan,
      steps: plan.steps.map((s): Step =>
        s.id === 'f' ? { ...s, tolerance: { kind: 'taste', share: 0.1 } } : s,
      ),
    };
    expect(followRepeats(plan, freely).steps[4]!.tolerance).toEqual({ kind: 'taste', share: 0.1 });
  });

  test('a passage that holds repeats can be repeated too', () => {
    // Corner B in, repeated on D; both together turned by half a turn onto A and C.
    const corner = writeStep('b', {
      kind: 'fold',
      sense: 'valley',
      line: onto(B, along(O, B, '3/4')),
      flap: [B],
      layers: 'flap',
    });
    const pair = planOf(corner, writeStep('b-again', { kind: 'repeat', of: 'b', map: other, behind: false }));
    const all = repeatPassage(pair, {
      id: 'q',
      first: 1,
      last: 2,
      map: { kind: 'turn', degrees: 90 },
      behind: false,
    });
    expect(refusals(all)).toEqual([]);
    const m = toMeasures(fold(all).steps.at(-1)!.after);
    // Four corners off: every one is an isosceles right triangle with legs a quarter of the diagonal's half.
    const cut = (Math.SQRT2 / 16) ** 2;
    expect(m.silhouetteArea).toBeCloseTo(1 - 4 * cut, 9);
  });

  test('a ring of repeats is refused with a sentence: the first would repeat what comes later', () => {
    const ring = planOf(
      writeStep('x', { kind: 'repeat', of: 'y', map: other, behind: false }),
      writeStep('y', { kind: 'repeat', of: 'x', map: other, behind: false }),
    );
    expect(refusals(ring)[0]).toMatch(/^1 Step 2, which is to be repeated here, is not folded before step 1/);
  });
});

describe('two ways to fold a stretch', () => {
  const plan = planOf(diagonal, half, inward, writeStep('t', { kind: 'turn', over: 'sideways' }));
  const begun = beginVariant(plan, { id: 'w', first: 3, last: 3, name: 'one fold', newName: 'none' });

  test('the new way begins as a copy, either can be taken, and nothing is lost on the way', () => {
    expect(ids(begun)).toEqual(ids(plan));
    const without = followVariants(begun, { ...begun, steps: begun.steps.filter((s) => s.id !== 'f') });
    expect(without.alternatives[0]).toMatchObject({ chosen: 'none', after: 'm' });
    const back = chooseVariant(without, 'w', 'one fold');
    expect([ids(back), back.alternatives[0]!.chosen]).toEqual([ids(plan), 'one fold']);
    expect(ids(chooseVariant(back, 'w', 'none'))).toEqual(['d', 'm', 't']);
    expect(chooseVariant(back, 'w', 'no such way')).toBe(back);
    expect(planSchema.safeParse(back).success).toBe(true);
    const settled = settleVariant(back, 'w');
    expect([settled.alternatives, settled.steps.some((s) => s.variant !== null)]).toEqual([[], false]);
  });

  test('a step put between steps of a way belongs to it', () => {
    const wide = beginVariant(plan, { id: 'w', first: 2, last: 3, name: 'a', newName: 'b' });
    const put = writeStep('z', { kind: 'rotate', degrees: 45 });
    const after = followVariants(wide, {
      ...wide,
      steps: [...wide.steps.slice(0, 2), put, ...wide.steps.slice(2)],
    });
    expect(after.steps.filter((s) => s.variant === 'w').map((s) => s.id)).toEqual(['m', 'z', 'f']);
  });

  test('until when the other way can be taken is found by folding: before the model is closed over it', () => {
    const closing = writeStep('c', {
      kind: 'fold',
      sense: 'mountain',
      line: through(A, C),
      flap: [D],
      layers: 'all',
    });
    const long = planOf(diagonal, half, inward, closing);
    const two = chooseVariant(
      beginVariant(long, { id: 'w', first: 2, last: 3, name: 'in', newName: 'in too' }),
      'w',
      'in',
    );
    const [choice] = lastChoices(two, fold(two));
    expect(choice).toMatchObject({ alternative: 'w', name: 'in too' });
    expect(choice!.step).toBeGreaterThanOrEqual(1);
    // A way that leans on a step that is never made cannot be taken at all.
    const lost = {
      ...two,
      alternatives: two.alternatives.map((a) => ({
        ...a,
        others: a.others.map((o) => ({ ...o, steps: [{ ...inward, id: 'g' }] })),
      })),
    };
    expect(lastChoices(lost, fold(lost))[0]!.step).toBeUndefined();
  });
});

describe('a passage from another plan', () => {
  let n = 0;
  const freshId = (): string => `new-${++n}`;

  test('comes with its points under free names, and folds here as it folds there', () => {
    const from = buildHeronPlan();
    const into = { ...buildPlan('Other'), points: { P: along(A, B, '1/2') } };
    const copied = copyPassage({ from, first: 1, last: 20, into, after: 0, freshId });
    expect(copied.leansOn).toEqual([]);
    expect(new Set(ids(copied.plan)).size).toBe(20);
    expect(copied.plan.points.P).toEqual(into.points.P);
    expect(copied.plan.points['P 2']).toEqual(from.points.P);
    expect(refusals(copied.plan)).toEqual([]);
    const [here, there] = [fold(copied.plan), fold({ ...from, steps: from.steps.slice(0, 20) })];
    expect(toMeasures(here.steps.at(-1)!.after).silhouetteArea).toBeCloseTo(
      toMeasures(there.steps.at(-1)!.after).silhouetteArea,
      12,
    );
  });

  test('finds steps it leans on by what they do, and says which have no like here', () => {
    const from = buildOwlPlan();
    const at = from.steps.findIndex((s) => s.move.kind === 'repeat');
    const taken = { from, first: at + 1, last: at + 1, after: 0, freshId };
    const bare = copyPassage({ ...taken, into: buildPlan('Bare') });
    expect(bare.plan.steps[0]!.move.kind).toBe('pinch');
    const later = from.steps.findIndex((s, i) => i > at && JSON.stringify(s.move).includes('"mark"'));
    const leaning = copyPassage({
      from,
      first: later + 1,
      last: later + 1,
      into: buildPlan('Bare'),
      after: 0,
      freshId,
    });
    expect(leaning.leansOn.length).toBeGreaterThan(0);
    const whole = copyPassage({
      from,
      first: later + 1,
      last: later + 1,
      into: { ...buildPlan('Same'), steps: from.steps.slice(0, later) },
      after: later,
      freshId,
    });
    expect([whole.leansOn, refusals(whole.plan)]).toEqual([[], []]);
  });
});

describe('the order steps can stand in', () => {
  const { steps } = planOf(diagonal, half, inward);
  test('a step stays after what it uses and before what uses it', () => {
    expect(whyNotAt(steps, 3, 2)).toMatch(/Step 3 uses what step 2 makes.*no earlier/);
    expect(whyNotAt(steps, 2, 3)).toMatch(/Step 3 uses what step 2 makes.*no later/);
    expect(whyNotAt(steps, 1, 3)).toBeUndefined();
    expect(whyNotAt(steps, 3, 3)).toBeUndefined();
  });
});

describe('the demo plans', () => {
  test('the left wings of the moth are a run of the right ones, and stay so after an edit', () => {
    const moth = buildMothPlan();
    expect(moth.steps.filter((s) => s.run === 'other-wings')).toHaveLength(3);
    expect(refusals(moth)).toEqual([]);
    expect(followRepeats(moth, { ...moth, steps: moth.steps.map((s) => ({ ...s })) }).repeats).toHaveLength(
      1,
    );
  });

  test('the tail of the heron can be left pointed, and until when is found by folding', () => {
    const heron = buildHeronPlan();
    const pointed = chooseVariant(heron, 'tail-ways', 'Pointed');
    expect([pointed.steps.length, refusals(pointed)]).toEqual([heron.steps.length - 1, []]);
    expect(ids(chooseVariant(pointed, 'tail-ways', 'Blunt'))).toEqual(ids(heron));
    const [choice] = lastChoices(heron, fold(heron));
    expect(choice!.step).toBeGreaterThanOrEqual(heron.steps.findIndex((s) => s.id === 'tail'));
  });
});

describe('what creases and marks are called', () => {
  const nameOf = (plan: Plan, id: string): string | undefined => {
    const own = nameSteps(plan.steps).get(id);
    return own?.crease ?? own?.mark;
  };
  const crease = (id: string): Step =>
    writeStep(id, { kind: 'crease', sense: 'valley', line: through(A, C), through: 'all' });
  const pinch = (id: string): Step =>
    writeStep(id, { kind: 'pinch', sense: 'valley', line: onto(B, O), on: [O, B] });

  test('c2 is c2 also after a step was put in before it, and its sentence says so', () => {
    const before = planOf(crease('a'), crease('b'));
    expect(nameOf(before, 'b')).toBe('c2');
    const after = keepNames(before, { ...before, steps: [crease('new'), ...before.steps] });
    expect([nameOf(after, 'a'), nameOf(after, 'b'), nameOf(after, 'new')]).toEqual(['c1', 'c2', 'c3']);
    const along2 = writeStep('x', {
      kind: 'crease',
      sense: 'valley',
      line: { kind: 'crease', step: 'b' },
      through: 'all',
    });
    expect(
      sayStep(along2, { sheet: { kind: 'square' }, points: {}, steps: [...after.steps, along2] }),
    ).toContain('along c2');
  });

  test('a plan to which steps are only added keeps nothing: the order says it', () => {
    const before = planOf(crease('a'));
    const after = keepNames(before, { ...before, steps: [...before.steps, crease('b')] });
    expect(after.steps.map((s) => s.called)).toEqual([null, null]);
  });

  test('through any edits the names of steps that stay are what they were, and no two are alike', () => {
    const edit = fc.oneof(
      fc.record({ kind: fc.constant('add' as const), at: fc.nat(8), isMark: fc.boolean() }),
      fc.record({ kind: fc.constant('leave out' as const), at: fc.nat(8) }),
      fc.record({ kind: fc.constant('move' as const), at: fc.nat(8), to: fc.nat(8) }),
    );
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 14 }), (edits) => {
        let plan = planOf(crease('a'), pinch('b'), crease('c'));
        edits.forEach((e, i) => {
          const steps = [...plan.steps];
          const place = steps.length === 0 ? 0 : e.at % steps.length;
          if (e.kind === 'add') steps.splice(place, 0, e.isMark ? pinch(`n${i}`) : crease(`n${i}`));
          else {
            const [taken] = steps.splice(place, 1);
            if (e.kind === 'move' && taken) steps.splice(e.to % (steps.length + 1), 0, taken);
          }
          const next = keepNames(plan, { ...plan, steps });
          for (const { id } of next.steps)
            if (plan.steps.some((s) => s.id === id)) expect(nameOf(next, id)).toBe(nameOf(plan, id));
          const all = next.steps.map((s) => nameOf(next, s.id));
          expect(new Set(all).size).toBe(all.length);
          plan = { ...planSchema.parse(next) };
        });
      }),
    );
  });
});

describe('lengths at a step', () => {
  const half = { kind: 'between' as const, from: at('O'), to: at('A'), share: 0.4 };
  const cut = (share: number | string, keepsMm: boolean): Step =>
    writeStep(
      'cut',
      {
        kind: 'fold',
        sense: 'valley',
        line: { kind: 'across', at: { ...half, share }, to: through(A, C) },
        flap: [A],
        layers: 'flap',
      },
      { keepsMm },
    );
  const on = (sideMm: number | null, step: Step): Plan => {
    const plan = planOf(step);
    return { ...plan, sheet: { ...plan.sheet, sideMm } };
  };
  const shareAfter = (step: Step, from: number | null, to: number | null): unknown => {
    const before = on(from, step);
    const { move } = keepLengths(before, { ...before, sheet: { ...before.sheet, sideMm: to } }).steps[0]!;
    return (move as { line: { at: { share: unknown } } }).line.at.share;
  };

  test('stay in mm where that is asked, and grow with the sheet where it is not', () => {
    expect(shareAfter(cut(0.4, true), 150, 200)).toBeCloseTo(0.3, 12);
    expect(shareAfter(cut(0.4, false), 150, 200)).toBe(0.4);
    // A fraction that was written is meant as one.
    expect(shareAfter(cut('2/5', true), 150, 200)).toBe('2/5');
    expect(shareAfter(cut(0.4, true), 150, null)).toBe(0.4);
    expect([hasLengths(cut(0.4, false)), hasLengths(cut('2/5', false)), hasLengths(diagonal)]).toEqual([
      true,
      false,
      false,
    ]);
  });

  test('are read on the sheet of the plan and on another, what is kept in mm the same on both', () => {
    const read = (step: Step, wantedMm?: number) =>
      readLengths(replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [step] }), 1, 150, wantedMm);
    const long = 0.4 * Math.SQRT1_2 * 150;
    const grown = read(cut(0.4, false), 300);
    expect(grown.otherMm).toBe(300);
    expect(grown.lengths).toEqual([
      { hereMm: expect.closeTo(long, 9), thereMm: expect.closeTo(2 * long, 9) },
    ]);
    expect(read(cut(0.4, true), 300).lengths[0]!.thereMm).toBeCloseTo(long, 9);
    // Without another sheet that is wanted, one a quarter larger; a written fraction is no length.
    expect(read(cut(0.4, false)).otherMm).toBe(187.5);
    expect(read(cut('2/5', false)).lengths).toEqual([]);
  });

  test('there and back again the plan is what it was; a hem keeps its width', () => {
    const hem = writeStep(
      'hem',
      { kind: 'hem', sense: 'valley', edge: [A, B], towards: O, width: 0.06, times: 1, layers: [] },
      { keepsMm: true },
    );
    const before = on(150, hem);
    const larger = keepLengths(before, on(300, hem));
    expect((larger.steps[0]!.move as { width: number }).width).toBeCloseTo(0.03, 12);
    expect(keepLengths(larger, { ...larger, sheet: before.sheet })).toEqual(before);
  });
});

describe('what an edit did, in words', () => {
  const plan = planOf(diagonal, half);
  const sayOf = (after: Plan): string => sayChange(plan, after);

  test('steps by their number and word', () => {
    expect(sayOf({ ...plan, steps: [diagonal, half, inward] })).toBe('new step 3, valley');
    expect(sayOf({ ...plan, steps: [diagonal] })).toBe('leaving out step 2, pinch');
    expect(sayOf({ ...plan, steps: [half, diagonal] })).toBe('the order of the steps');
    expect(sayOf({ ...plan, steps: [{ ...diagonal, note: 'softly' }, half] })).toBe('the note of step 1');
    const turned = { ...diagonal, move: { ...half.move } };
    expect(sayOf({ ...plan, steps: [turned, half] })).toBe('changing step 1, pinch');
    expect(sayOf({ ...plan, steps: [] })).toBe('leaving out 2 steps');
  });

  test('every difference of two versions, one by one', () => {
    const now = { ...plan, name: 'Other', steps: [{ ...half, note: 'softly' }, inward] };
    expect(listDifferences(plan, now)).toEqual([
      'step 1, crease, is left out',
      'the note of step 1',
      'step 2, valley, is new',
      'the name differs',
    ]);
    expect(listDifferences(plan, { ...plan, steps: [half, diagonal] })).toEqual([
      'the steps stand in another order',
    ]);
    expect(listDifferences(plan, structuredClone(plan))).toEqual([]);
  });

  test('other parts by their names, and nothing where nothing differs', () => {
    expect(sayOf({ ...plan, name: 'Other', paper: { ...plan.paper, name: 'kraft' } })).toBe(
      'the name and the paper',
    );
    expect(sayOf(structuredClone(plan))).toBe('');
  });
});

describe('shaping from another plan', () => {
  let n = 0;
  const freshId = (): string => `shaped-${++n}`;
  const heron = buildHeronPlan();
  const repeat = heron.shaping.find((s) => s.act.kind === 'again')!;
  const of = (repeat.act as { of: string }).of;

  test('all of it, onto the same folds: the figure comes out the same', () => {
    const bare = { ...heron, shaping: [], points: { ...heron.points } };
    const { plan, leansOn } = copyShaping({
      from: heron,
      taken: heron.shaping.map((s) => s.id),
      into: bare,
      freshId,
    });
    expect(leansOn).toEqual([]);
    expect(plan.shaping).toHaveLength(heron.shaping.length);
    expect(plan.shaping.some((s) => heron.shaping.some((own) => own.id === s.id))).toBe(false);
    const [here, there] = [readPosed(plan, fold(plan)), readPosed(heron, fold(heron))];
    expect(here.pose.heightMm).toBeCloseTo(there.pose.heightMm, 9);
    expect(here.pose.marginMm).toBeCloseTo(there.pose.marginMm, 9);
  });

  test('a step brings its repeats, and a repeat what it repeats', () => {
    for (const id of [of, repeat.id]) {
      const { plan } = copyShaping({ from: heron, taken: [id], into: buildPlan('Bare'), freshId });
      expect(plan.shaping.map((s) => s.act.kind)).toContain('again');
      const again = plan.shaping.find((s) => s.act.kind === 'again')!;
      expect(plan.shaping.some((s) => s.id === (again.act as { of: string }).of)).toBe(true);
    }
  });

  test('flat steps that have no like are told, and nothing else of the plan changes', () => {
    const into = buildPlan('Bare');
    const { plan, leansOn } = copyShaping({
      from: heron,
      taken: heron.shaping.map((s) => s.id),
      into,
      freshId,
    });
    const opened = heron.shaping.find((s) => s.act.kind === 'open')!.act as { half: string };
    expect(leansOn).toContain(heron.steps.findIndex((s) => s.id === opened.half) + 1);
    expect({ ...plan, shaping: [], points: {} }).toEqual({ ...into, shaping: [], points: {} });
  });
});
