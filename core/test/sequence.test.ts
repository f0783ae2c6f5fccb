import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { buildOwlSteps } from '../src/demo/index.ts';
import { toMeasures } from '../src/folded/index.ts';
import type { Move } from '../src/kinds/index.ts';
import { type LineRef, type PointRef, sayPoint } from '../src/references/index.ts';
import {
  type Step,
  nameSteps,
  replaySequence,
  sayStep,
  stepSchema,
  stepsThatUse,
} from '../src/sequence/index.ts';
import { symmetriesOf } from '../src/sheet/index.ts';

const at = (name: string): PointRef => ({ kind: 'named', name });
const step = (id: string, move: unknown): Step => stepSchema.parse({ id, move });
const replay = (steps: Step[], points = {}) => replaySequence({ sheet: { kind: 'square' }, points, steps });
const valley = (id: string, line: LineRef, flap: PointRef): Step =>
  step(id, { kind: 'fold', sense: 'valley', line, flap: [flap], layers: 'flap' });

describe('replay', () => {
  test('the replay of a prefix is the prefix of the replay', () => {
    const steps = buildOwlSteps();
    const whole = replay(steps);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: steps.length }), (count) => {
        const part = replay(steps.slice(0, count));
        part.steps.forEach((s, i) => expect([...s.after.order]).toEqual([...whole.steps[i]!.after.order]));
      }),
      { numRuns: 8 },
    );
  });

  test('a refused step leaves the model as it was and later steps go on', () => {
    const steps = [
      valley('a', { kind: 'onto', from: at('gone'), to: at('A') }, at('B')),
      valley('b', { kind: 'onto', from: at('B'), to: at('A') }, at('B')),
    ];
    const result = replay(steps);
    expect(result.steps[0]!.refusal).toMatchObject({ kind: 'reference' });
    expect(result.steps[0]!.refusal!.text).toContain('"gone" is gone');
    expect(toMeasures(result.steps[1]!.after).width).toBeCloseTo(0.5, 12);
  });

  test('a mark of a step that is gone or comes later is said', () => {
    const pinch = step('p', {
      kind: 'pinch',
      sense: 'valley',
      line: { kind: 'onto', from: at('A'), to: at('B') },
      on: [at('A'), at('B')],
    });
    const use = valley('u', { kind: 'onto', from: at('B'), to: { kind: 'mark', step: 'p' } }, at('B'));
    expect(replay([pinch, use]).steps[1]!.refusal).toBeUndefined();
    expect(replay([use, pinch]).steps[0]!.refusal!.text).toContain('Step 2');
    expect(replay([use]).steps[0]!.refusal!.text).toContain('is gone');
    expect(stepsThatUse('p', [pinch, use])).toEqual([2]);
  });

  test('unfolding a step brings the sheet back and keeps its crease for later references', () => {
    const result = replay([
      valley('a', { kind: 'onto', from: at('B'), to: at('D') }, at('B')),
      step('u', { kind: 'unfold', step: 'a' }),
      valley('b', { kind: 'crease', step: 'a' }, at('B')),
    ]);
    expect(result.steps.map((s) => s.refusal?.text)).toEqual([undefined, undefined, undefined]);
    expect(result.steps[1]!.after.facets).toHaveLength(1);
    expect(result.steps[1]!.after.resting).toHaveLength(1);
    expect(result.steps[2]!.after.facets).toHaveLength(2);
  });

  test('points of the plan may be constructed, by name, along, at a crossing, mirrored', () => {
    const points = {
      third: { kind: 'along', from: at('A'), to: at('B'), share: '1/3' },
      middle: {
        kind: 'meet',
        a: { kind: 'through', a: at('A'), b: at('C') },
        b: { kind: 'through', a: at('B'), b: at('D') },
        frame: 'sheet',
      },
      exact: { kind: 'sheet', at: ['sqrt(2)-1', '1/2'] },
    } as const;
    const result = replay(
      [
        step('a', {
          kind: 'crease',
          sense: 'valley',
          line: { kind: 'across', at: at('third'), to: { kind: 'through', a: at('A'), b: at('B') } },
          through: 'all',
        }),
        step('b', {
          kind: 'crease',
          sense: 'valley',
          line: { kind: 'through', a: at('middle'), b: at('exact') },
          through: 'all',
        }),
        step('c', {
          kind: 'crease',
          sense: 'mountain',
          line: { kind: 'turned', at: at('A'), towards: at('B'), degrees: 22.5 },
          through: 'all',
        }),
        step('d', {
          kind: 'crease',
          sense: 'mountain',
          line: { kind: 'beside', at: at('exact'), to: { kind: 'through', a: at('A'), b: at('B') } },
          through: 'all',
          soft: true,
        }),
      ],
      points,
    );
    expect(result.steps.map((s) => s.refusal?.text ?? 'made')).toEqual(['made', 'made', 'made', 'made']);
    expect(result.steps[0]!.trail!.creases[0]!.from[0]).toBeCloseTo(1 / 3, 12);
    expect(result.steps[3]!.after.resting.at(-1)).toMatchObject({ pressed: 'soft', sense: 'mountain' });
  });

  test.each([
    [{ kind: 'through', a: at('A'), b: at('A') }, 'lie on each other'],
    [{ kind: 'onto', from: at('A'), to: at('A') }, 'already lies'],
    [{ kind: 'turned', at: at('A'), towards: at('A'), degrees: 10 }, 'without length'],
    [{ kind: 'bisector', from: at('A'), at: at('A'), to: at('B') }, 'no length'],
    [{ kind: 'crease', step: 'nothing' }, 'is gone'],
    [{ kind: 'through', a: { kind: 'sheet', at: [4, 4] }, b: at('A') }, 'off the sheet'],
    [{ kind: 'through', a: { kind: 'sheet', at: ['1/0', 0] }, b: at('A') }, 'has no value'],
    [
      {
        kind: 'through',
        a: {
          kind: 'meet',
          a: { kind: 'through', a: at('A'), b: at('B') },
          b: { kind: 'through', a: at('D'), b: at('C') },
          frame: 'sheet',
        },
        b: at('A'),
      },
      'never meet',
    ],
  ])('a line that cannot be found is refused: %j', (line, part) => {
    const result = replay([valley('a', line as LineRef, at('B'))]);
    expect(result.steps[0]!.refusal?.kind).toBe('reference');
    expect(result.steps[0]!.refusal?.text).toContain(part);
  });
});

describe('collapse, sink and reverse as steps', () => {
  const spoke = (to: string, sense: 'mountain' | 'valley') => ({ from: at('O'), to: at(to), sense });
  const base = step('base', {
    kind: 'collapse',
    creases: [
      ...['mid AB', 'mid BC', 'mid CD', 'mid DA'].map((m) => spoke(m, 'mountain')),
      spoke('B', 'valley'),
      spoke('D', 'valley'),
    ],
    anchor: { kind: 'sheet', at: [0.2, 0.2] },
  });
  const sink = step('sink', {
    kind: 'sink',
    line: { kind: 'onto', from: at('O'), to: { kind: 'along', from: at('O'), to: at('A'), share: '1/2' } },
    flap: [at('O')],
  });

  test('a preliminary base is collapsed and its closed corner sunk open', () => {
    const result = replay([base, sink]);
    expect(result.steps.map((s) => s.refusal?.text)).toEqual([undefined, undefined]);
    expect(toMeasures(result.steps[1]!.after).silhouetteArea).toBeCloseTo(0.25 - 0.03125, 9);
    const sequence = { sheet: { kind: 'square' as const }, points: {}, steps: [base, sink] };
    expect(sayStep(base, sequence)).toBe('Collapse to the preliminary base, on the 6 creases drawn.');
    const { creases } = base.move as Extract<Move, { kind: 'collapse' }>;
    const retold = (changed: typeof creases): string =>
      sayStep({ ...base, move: { ...base.move, creases: changed } as Move }, sequence);
    // A collapse is called a base only where all its senses are those of the base.
    expect(retold(creases.map((c, i) => (i === 0 ? { ...c, sense: 'valley' } : c)))).toMatch(
      /^Collapse on the 6 creases drawn that meet in the centre O: 3 mountain and 3 valley/,
    );
    // Of many creases it is said how many and on which grid; the picture shows which.
    const onGrid = creases.flatMap((c) => [
      c,
      { ...c, from: { kind: 'sheet' as const, at: ['1/8', 0] as [string, number] } },
    ]);
    expect(retold(onGrid)).toBe(
      'Collapse on the 12 creases drawn of the grid of eighths, set in the order of the numbers: 8 mountain and 4 valley.',
    );
    const offGrid = onGrid.map((c, i) =>
      i === 1 ? { ...c, from: { kind: 'sheet' as const, at: ['0.123', 0] as [string, number] } } : c,
    );
    expect(retold(offGrid)).toMatch(/^Collapse on the 12 creases drawn, set in the order/);
    expect(sayStep(sink, sequence)).toBe('Open-sink the centre O to halfway from O to A.');
  });

  test('a reverse fold is repeated, depends on its marks and is said', () => {
    const reverse = (mode: string) =>
      step(`r-${mode}`, {
        kind: 'reverse',
        mode,
        line: { kind: 'onto', from: at('C'), to: at('mid CD') },
        flap: [at('C')],
      });
    const result = replay([
      valley('d', { kind: 'onto', from: at('B'), to: at('D') }, at('B')),
      reverse('inside'),
    ]);
    expect(result.steps[1]!.refusal).toBeUndefined();
    expect(result.steps[1]!.after.facets).toHaveLength(4);
    expect(
      replay([valley('d', { kind: 'onto', from: at('B'), to: at('D') }, at('B')), reverse('outside')])
        .steps[1]!.refusal!.text,
    ).toContain('try the inside');
    expect(sayStep(result.steps[1]!.step, result.sequence)).toBe(
      'Inside-reverse-fold corner C to the middle of CD.',
    );
  });
});

describe('repeats', () => {
  const corner = valley('b', { kind: 'onto', from: at('B'), to: at('O') }, at('B'));
  const again = (id: string, of: string, map: unknown): Step => step(id, { kind: 'repeat', of, map });

  test('four corners by three turns make a blintz', () => {
    const result = replay([
      corner,
      ...([90, 180, 270] as const).map((degrees) => again(`r${degrees}`, 'b', { kind: 'turn', degrees })),
    ]);
    expect(result.steps.map((s) => s.refusal?.text)).toEqual([undefined, undefined, undefined, undefined]);
    expect(toMeasures(result.steps.at(-1)!.after).silhouetteArea).toBeCloseTo(0.5, 12);
  });

  test('a repeat follows its original when that is edited', () => {
    const changed = valley(
      'b',
      { kind: 'onto', from: at('B'), to: { kind: 'along', from: at('O'), to: at('B'), share: '1/2' } },
      at('B'),
    );
    const result = replay([changed, again('d', 'b', { kind: 'mirror', in: ['A', 'C'] })]);
    expect(toMeasures(result.steps[1]!.after).silhouetteArea).toBeCloseTo(1 - 2 * (1 / 32), 12);
  });

  test('what cannot be repeated says so', () => {
    const pinch = step('p', {
      kind: 'pinch',
      sense: 'valley',
      line: { kind: 'onto', from: at('A'), to: at('B') },
      on: [at('A'), at('B')],
    });
    const use = valley('u', { kind: 'onto', from: at('B'), to: { kind: 'mark', step: 'p' } }, at('B'));
    const result = replay([
      pinch,
      use,
      again('r', 'u', { kind: 'mirror', in: ['A', 'C'] }),
      again('s', 'nothing', { kind: 'turn', degrees: 90 }),
      step('t', { kind: 'turn', over: 'sideways' }),
      again('v', 't', { kind: 'turn', degrees: 90 }),
    ]);
    expect(result.steps[2]!.refusal).toMatchObject({ kind: 'asymmetric' });
    expect(result.steps[2]!.refusal!.text).toContain('repeat step 1 first');
    expect(result.steps[3]!.refusal!.text).toContain('is gone');
    expect(result.steps[5]!.refusal!.text).toContain('cannot be repeated themselves');
  });

  test('the sheet knows its own symmetries', () => {
    expect(symmetriesOf({ kind: 'square' })).toHaveLength(7);
    expect(symmetriesOf({ kind: 'rectangle', width: 2, height: 3 })).toHaveLength(3);
    expect(symmetriesOf({ kind: 'triangle' })).toHaveLength(1);
  });
});

describe('sentences', () => {
  const names = nameSteps([]);
  test.each([
    [at('B'), 'corner B'],
    [at('O'), 'the centre O'],
    [at('mid AB'), 'the middle of AB'],
    [{ kind: 'along', from: at('A'), to: at('B'), share: '3/8' }, '3/8 of the way from A to B'],
    [{ kind: 'along', from: at('A'), to: at('B'), share: '1/2' }, 'halfway from A to B'],
    [{ kind: 'sheet', at: ['3/8', 0.5] }, 'the point 3/8, 1/2'],
  ] as [PointRef, string][])('%j is "%s"', (ref, words) => expect(sayPoint(ref, names)).toBe(words));

  test('say the move, the landmarks and what is special', () => {
    const sequence = {
      sheet: { kind: 'square' as const },
      points: {},
      steps: [
        step('a', {
          kind: 'crease',
          sense: 'mountain',
          line: { kind: 'through', a: at('A'), b: at('C') },
          through: 'all',
        }),
        step('b', {
          kind: 'fold',
          sense: 'valley',
          line: { kind: 'onto', from: at('B'), to: at('O') },
          flap: [at('B')],
          layers: 'all',
        }),
        stepSchema.parse({
          id: 'c',
          move: {
            kind: 'fold',
            sense: 'mountain',
            line: { kind: 'bisector', from: at('D'), at: at('A'), to: at('C') },
            flap: [at('D')],
            layers: 'flap',
          },
          tolerance: { kind: 'taste', share: 0.02 },
        }),
        step('d', { kind: 'rotate', degrees: -45 }),
        step('e', { kind: 'repeat', of: 'b', map: { kind: 'mirror', in: ['A', 'C'] } }),
      ],
    };
    expect(sequence.steps.map((s) => sayStep(s, sequence))).toEqual([
      'Fold and unfold along diagonal AC (mountain).',
      'Valley-fold corner B to the centre O; all layers.',
      'Mountain-fold through corner A, halving the angle between corner D and corner C. To taste.',
      'Rotate by 45° clockwise.',
      'Repeat step 2 on the other side of AC: valley-fold corner D to the centre O; all layers.',
    ]);
  });
});
