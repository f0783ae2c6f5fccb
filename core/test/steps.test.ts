import { describe, expect, test } from '@jest/globals';
import { findBase } from '../src/bases/index.ts';
import { drawStep } from '../src/drawing/index.ts';
import { checkState, toMeasures, toModel } from '../src/folded/index.ts';
import { moveSchema, refsOf } from '../src/kinds/index.ts';
import type { PointRef } from '../src/references/index.ts';
import {
  type Replay,
  type Step,
  moveWord,
  nameSteps,
  replaySequence,
  sayStep,
  stepsUsedBy,
  write,
} from '../src/sequence/index.ts';

const { at, on, along, between, mirrorOf, through, onto, across, turned, writeStep } = write;
type Written = Parameters<typeof writeStep>[1];
const [A, B, C, D, O] = ['A', 'B', 'C', 'D', 'O'].map(at) as [
  PointRef,
  PointRef,
  PointRef,
  PointRef,
  PointRef,
];
const mAB = at('mid AB');

/** A sheet folded along its diagonal AC, and the tip of the flap at C. */
const triangle: Step[] = [
  writeStep('half', { kind: 'fold', sense: 'valley', line: through(A, C), flap: [B], layers: 'flap' }),
];
const preliminary = findBase('preliminary')!.steps;
const across7 = across(along(A, C, '0.7'), through(A, C));
const across8 = across(along(A, C, '0.8'), through(A, C));

/** Every kind of move as a step after others, with the sentence it must have. */
const cases: Record<string, { before: readonly Step[]; move: Written; says: string; word: string }> = {
  tuck: {
    before: [
      writeStep('book', { kind: 'fold', sense: 'valley', line: onto(B, A), flap: [B], layers: 'flap' }),
    ],
    move: {
      kind: 'fold',
      sense: 'valley',
      line: onto(A, on(0.3, 0.3)),
      flap: [on(0.01, 0.01)],
      layers: 'flap',
      tuck: true,
    },
    says: 'Valley-fold corner A to the point 3/10, 3/10, tucking it in between.',
    word: 'valley',
  },
  pleat: {
    before: [],
    move: {
      kind: 'pleat',
      sense: 'mountain',
      lines: [across(along(A, B, '1/2'), through(A, B)), across(along(A, B, '5/8'), through(A, B))],
      flap: [B],
      layers: 'flap',
    },
    says: 'Pleat: mountain-fold straight across edge AB at halfway from A to B, and back at 5/8 of the way from A to B.',
    word: 'pleat',
  },
  reverse: {
    before: triangle,
    move: { kind: 'reverse', mode: 'auto', line: across7, flap: [C] },
    says: 'Reverse-fold straight across diagonal AC at 7/10 of the way from A to C.',
    word: 'reverse',
  },
  crimp: {
    before: triangle,
    move: { kind: 'crimp', mode: 'inside', lines: [across7, across8], flap: [C] },
    says: 'Inside-crimp straight across diagonal AC at 7/10 of the way from A to C, and back at 4/5 of the way from A to C.',
    word: 'crimp',
  },
  'closed sink': {
    before: preliminary,
    move: { kind: 'sink', mode: 'closed', line: onto(O, along(O, A, '1/2')), flap: [O] },
    says: 'Closed-sink the centre O to halfway from O to A.',
    word: 'sink',
  },
  accordion: {
    before: triangle,
    move: { kind: 'accordion', lines: [across7, across8], pleats: 3, flap: [C] },
    says: 'Accordion-fold to and fro on 3 creases, evenly apart: the first straight across diagonal AC at 7/10 of the way from A to C, the next straight across diagonal AC at 4/5 of the way from A to C.',
    word: 'accordion',
  },
  narrow: {
    before: [],
    move: { kind: 'narrow', sense: 'valley', tip: A, axis: C, edges: [B, D], layers: 'flap' },
    says: 'Narrow the flap at corner A: valley-fold both edges to the line towards corner C.',
    word: 'narrow',
  },
  blintz: {
    before: [],
    move: { kind: 'blintz', sense: 'mountain', points: [A, B, C, D], to: O },
    says: 'Mountain-fold A, B, C and D to the centre O.',
    word: 'blintz',
  },
  pull: {
    before: triangle,
    move: { kind: 'pull', line: across7, flap: [C] },
    says: 'Pull out the flap and fold it straight across diagonal AC at 7/10 of the way from A to C; open its neighbours, fold, close them.',
    word: 'pull out',
  },
  squash: {
    before: preliminary,
    move: {
      kind: 'squash',
      apex: O,
      hinge: A,
      ridge: mAB,
      to: A,
      front: [on(0.35, 0.1)],
      back: [on(0.65, 0.1)],
      side: 'front',
    },
    says: 'Squash-fold the flap at the centre O: open it and lay its ridge on corner A.',
    word: 'squash',
  },
  petal: {
    before: preliminary,
    move: {
      kind: 'petal',
      tip: C,
      hinge: [on('1/2', '1-tan(22.5)/2'), on('1-tan(22.5)/2', '1/2')],
      flap: [on(0.8, 0.8)],
      side: 'behind',
    },
    says: 'Petal-fold: lift corner C over the line from the point 1/2, 0.793 to the point 0.793, 1/2; its edges come to the middle, behind.',
    word: 'petal',
  },
  ear: {
    before: [],
    move: { kind: 'ear', tip: B, base: [A, C], towards: 1, through: 'all', anchor: O, side: 'behind' },
    says: 'Rabbit-ear corner B: both its edges come to diagonal AC, the ear points to corner C, behind.',
    word: 'rabbit ear',
  },
  collapse: {
    before: [],
    move: {
      kind: 'collapse',
      creases: [
        ...['mid AB', 'mid BC', 'mid CD', 'mid DA'].map((m) => ({
          from: O,
          to: at(m),
          sense: 'folded' as const,
        })),
        { from: O, to: B, sense: 'valley' },
        { from: O, to: D, sense: 'valley' },
      ],
      anchor: on(0.2, 0.2),
    },
    says: 'Collapse on the 6 creases drawn that meet in the centre O: 2 valley and 4 either way.',
    word: 'collapse',
  },
  refold: {
    before: [],
    move: {
      kind: 'refold',
      name: 'refold',
      creases: [{ line: onto(B, A), on: 'all', wish: 'valley' }],
      bring: [{ point: B, to: A }],
      anchor: on(0.1, 0.5),
      side: 'front',
    },
    says: 'Refold on one crease, bringing corner B to corner A.',
    word: 'refold',
  },
  'spread sink': {
    before: findBase('waterbomb')!.steps,
    move: {
      kind: 'refold',
      name: 'spread sink',
      creases: [
        [on(0.35, 0), on(0.35, 1)],
        [on(0.65, 0), on(0.65, 1)],
        [on(0, 0.35), on(1, 0.35)],
        [on(0, 0.65), on(1, 0.65)],
      ].map(([from, to]) => ({ from: from!, to: to!, wish: 'folded' as const })),
      bring: [{ point: O, to: on(0.5, 0.2) }],
      anchor: on(0.5, 0.01),
      side: 'any',
    },
    says: 'Spread-sink: open the layers, push the centre O to the point 1/2, 1/5 and spread the paper round it flat, on 4 creases together.',
    word: 'spread sink',
  },
};

const foldAll = (steps: readonly Step[]): Replay =>
  replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [...steps] });

describe.each(Object.entries(cases))('%s as a step', (_name, { before, move, says, word }) => {
  const step = writeStep('own', move);
  const replay = foldAll([...before, step]);
  const last = replay.steps.at(-1)!;

  test('folds, keeps every law, leaves creases and is drawn with its lines', () => {
    expect(last.refusal?.text).toBeUndefined();
    expect(checkState(last.after)).toEqual([]);
    expect(last.trail!.creases.length).toBeGreaterThan(0);
    const drawn = drawStep(last, nameSteps(replay.sequence.steps));
    expect(drawn.items.some((i) => i.kind === 'arrow')).toBe(true);
  });

  test('has its sentence and its word', () => {
    expect(sayStep(step, replay.sequence)).toBe(says);
    expect(moveWord(step)).toBe(word);
  });

  test('reads back from what is saved, and names nothing it does not hold', () => {
    expect(moveSchema.parse(JSON.parse(JSON.stringify(step.move)))).toEqual(step.move);
    expect(refsOf(step.move).points.length + refsOf(step.move).lines.length).toBeGreaterThan(0);
    expect(stepsUsedBy(step.move).size).toBe(0);
  });

  test('is undone by unfolding: the model has its size of before', () => {
    const opened = foldAll([...before, step, writeStep('open', { kind: 'unfold', step: 'own' })]).steps.at(
      -1,
    )!;
    expect(opened.refusal?.text).toBeUndefined();
    const size = (m: ReturnType<typeof toMeasures>): string[] =>
      [m.width, m.height].sort((a, b) => a - b).map((v) => v.toFixed(6));
    expect(size(toMeasures(opened.after))).toEqual(size(toMeasures(last.before)));
    expect(opened.after.facets).toHaveLength(last.before.facets.length);
  });
});

describe('references of new kinds', () => {
  test('a point between two others as the model lies is not the one along the sheet', () => {
    const steps = [
      ...triangle,
      writeStep('f', {
        kind: 'fold',
        sense: 'valley',
        line: across(between(A, C, '1/4'), through(A, C)),
        flap: [A],
        layers: 'all',
      }),
    ];
    const replay = foldAll(steps);
    expect(replay.steps.at(-1)!.refusal).toBeUndefined();
    expect(toModel(replay.steps.at(-1)!.after, [0, 0])).toEqual([
      expect.closeTo(0.5, 9),
      expect.closeTo(0.5, 9),
    ]);
  });

  test('a mirrored line is the image of the line, and an unfolded construction ignores the folds', () => {
    const image = { kind: 'mirrored' as const, line: through(A, mAB), in: through(A, C) };
    const replay = foldAll([
      writeStep('c', { kind: 'crease', sense: 'valley', line: through(D, B), through: 'all' }),
      writeStep('m', {
        kind: 'crease',
        sense: 'valley',
        line: { kind: 'beside', at: on(0.2, 0.2), to: image },
        through: 'all',
      }),
    ]);
    const made = replay.steps.at(-1)!.trail!.creases[0]!;
    expect(Math.abs(made.from[0] - made.to[0])).toBeLessThan(1e-12);
    const b = write.unfolded(mirrorOf(B, through(A, C)));
    const folded = foldAll([
      ...triangle,
      writeStep('t', {
        kind: 'crease',
        sense: 'valley',
        line: turned(A, b, -10),
        through: 'all',
      }),
    ]);
    expect(folded.steps.at(-1)!.refusal).toBeUndefined();
    expect(sayStep(folded.sequence.steps[1]!, folded.sequence)).toContain('the mirror image of corner B');
  });

  test('a repeat behind exchanges senses, sides and orders, and turns angles the other way', () => {
    const fold = writeStep('f', {
      kind: 'fold',
      sense: 'valley',
      line: turned(A, B, 20),
      flap: [B],
      layers: 'flap',
      picks: [[B, C]],
    });
    const again = writeStep('r', {
      kind: 'repeat',
      of: 'f',
      map: { kind: 'turn', degrees: 180 },
      behind: true,
    });
    const replay = foldAll([fold, again]);
    const { move } = replay.steps[1]!;
    expect(move).toMatchObject({
      kind: 'fold',
      sense: 'mountain',
      line: { kind: 'turned', degrees: -20 },
      picks: [[A, D]],
    });
    expect(sayStep(again, replay.sequence)).toContain('Repeat step 1 turned by 180°, behind: mountain-fold');
  });
});
