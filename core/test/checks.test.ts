import { describe, expect, test } from '@jest/globals';
import { bases, findBase, foldBase } from '../src/bases/index.ts';
import { applyMend, checkSequence, findMend, findSkipped, needsOf } from '../src/checks/index.ts';
import { buildOwlSteps } from '../src/demo/index.ts';
import { castFigures } from '../src/demo/cast/index.ts';
import { toMeasures } from '../src/folded/index.ts';
import { buildPlan } from '../src/plan/index.ts';
import { type Replay, type Step, replaySequence, write } from '../src/sequence/index.ts';

const fold = (steps: readonly Step[], points = {}): Replay =>
  replaySequence({ sheet: { kind: 'square' }, points, steps: [...steps] });
const kinds = (replay: Replay): string[] => checkSequence(replay).map((f) => `${f.step} ${f.kind}`);
const preliminary = findBase('preliminary')!.steps;

describe('creases a collapse needs', () => {
  test('all pressed before with the right sense: nothing to do, creases listed with their layers', () => {
    const replay = fold(preliminary);
    const needs = needsOf(replay.steps.at(-1)!)!;
    expect(needs).toMatchObject({ present: needs.creases.length, missing: 0, toReverse: 0 });
    expect(needs.creases.every((c) => c.layers === 1)).toBe(true);
    expect(kinds(replay)).toEqual(['5 not flat']);
    expect(needsOf(replay.steps[0]!)).toBeUndefined();
  });

  test('a diagonal pressed as a mountain must be reversed first, one left out is missing', () => {
    const turned = preliminary.map((s) =>
      s.id === 'preliminary-bd' ? { ...s, move: { ...s.move, sense: 'mountain' } as Step['move'] } : s,
    );
    const reversed = fold(turned);
    expect(needsOf(reversed.steps.at(-1)!)).toMatchObject({ toReverse: 1, missing: 0 });
    expect(checkSequence(reversed).map((f) => f.text)).toContain(
      'Before step 5 bend 1 crease the other way: pressed before with the wrong sense.',
    );
    const without = fold(preliminary.filter((s) => s.id !== 'preliminary-bd'));
    expect(needsOf(without.steps.at(-1)!)).toMatchObject({ toReverse: 0, missing: 1 });
    expect(kinds(without)).toContain('4 crease missing');
  });

  test('every base of the atlas lists as many creases as its collapse makes', () => {
    for (const base of bases) {
      for (const step of foldBase(base).replay.steps) {
        const needs = needsOf(step);
        if (!needs) continue;
        expect(needs.present + needs.missing + needs.toReverse).toBe(needs.creases.length);
        expect(needs.creases).toHaveLength(step.trail!.creases.length);
      }
    }
  });
});

describe('marks and access', () => {
  test('a plan that pinches all its marks has nothing missing', () => {
    expect(kinds(fold(buildOwlSteps()))).toEqual([]);
  });

  test('a share of the way that nothing shows is named with its step; a pinch there settles it', () => {
    const { at, along, across, through } = write;
    const spot = along(at('A'), at('B'), '1/3');
    const line = across(spot, through(at('A'), at('B')));
    const step = write.writeStep('f', {
      kind: 'fold',
      sense: 'valley',
      line,
      flap: [at('B')],
      layers: 'flap',
    });
    const bare = fold([step]);
    expect(checkSequence(bare)).toEqual([
      {
        step: 1,
        kind: 'mark missing',
        place: spot,
        text: 'Step 1 uses 1/3 of the way from A to B, and nothing marks that place; pinch it first, or take a landmark that is there.',
      },
    ]);
    const pinch = write.writeStep('p', { kind: 'pinch', sense: 'valley', line, on: [at('A'), at('B')] });
    expect(kinds(fold([pinch, step])).filter((k) => k.startsWith('2'))).toEqual([]);
  });

  test('a flap that lies between layers when it is needed is traced to the step that locked it', () => {
    const { points, steps } = castFigures.newt;
    const locked = checkSequence(fold(steps, points)).filter((f) => f.kind === 'locked');
    expect(locked.length).toBeGreaterThan(0);
    for (const f of locked) expect(f.text).toMatch(/lies between layers since step \d+/);
  });
});

describe('a step skipped at the bench', () => {
  test('the size that was measured tells which one', () => {
    const { points, steps } = castFigures.hare;
    const whole = fold(steps, points);
    for (const skipped of [19, 23]) {
      const seen = fold(
        steps.filter((_, i) => i !== skipped - 1),
        points,
      ).steps.at(-1)!.after;
      const { width, height } = toMeasures(seen);
      expect(findSkipped(whole, 23, { width, height })[0]).toEqual({
        step: skipped,
        off: expect.closeTo(0, 9),
      });
    }
    const { width, height } = toMeasures(whole.steps.at(-1)!.after);
    expect(findSkipped(whole, 23, { width, height })).toEqual([]);
  });
});

describe('a step that something lies over', () => {
  const { at, along, onto, through, writeStep } = write;
  const [A, B, C, D, O] = ['A', 'B', 'C', 'D', 'O'].map(at);
  const corner = writeStep('corner', {
    kind: 'fold',
    sense: 'valley',
    line: onto(B!, O!),
    flap: [B!],
    layers: 'flap',
  });
  const over = writeStep('over', {
    kind: 'fold',
    sense: 'valley',
    line: through(A!, C!),
    flap: [D!],
    layers: 'flap',
  });
  const back = writeStep('back', {
    kind: 'fold',
    sense: 'valley',
    line: through(along(A!, B!, '3/5'), along(C!, B!, '3/5')),
    flap: [B!],
    layers: 'flap',
  });

  test('is said with the step that covers it; folding it before that step is tried and offered', () => {
    const steps = [corner, over, back];
    const replay = fold(steps);
    expect(replay.steps[2]!.refusal).toBeDefined();
    const [finding] = checkSequence(replay).filter((f) => f.kind === 'covered');
    expect(finding).toMatchObject({ step: 3, closedBy: 2 });
    expect(finding!.text).toBe(
      'Step 3 does not fold after step 2, which brings paper into its way; before it, it does.',
    );
    const plan = { ...buildPlan('Covered'), steps };
    const mend = findMend(plan, replay, finding!, 'x')!;
    expect(mend).toMatchObject({ kind: 'move', from: 3, to: 2, label: 'Fold it before step 2' });
    const mended = fold(applyMend(plan, mend).steps);
    expect(mended.steps.some((s) => s.refusal)).toBe(false);
    expect(checkSequence(mended).some((f) => f.kind === 'covered')).toBe(false);
  });

  test('a step that folds nowhere earlier is not said to be covered, nor one that uses what comes before', () => {
    const nowhere = writeStep('nowhere', { ...back.move, line: through(O!, O!) } as Step['move']);
    expect(kinds(fold([corner, over, nowhere]))).not.toContain('3 covered');
  });
});
