import { describe, expect, test } from '@jest/globals';
import { replaySequence, stepSchema } from '@jade/core/sequence';
import {
  type Composer,
  type ComposerEvent,
  type Pick,
  advance,
  asksForFlap,
  beginComposer,
  methodsOf,
  promptOf,
  toMove,
} from '../src/features/folds/composer.ts';

const pick = (name: string): Pick => ({ name, ref: { kind: 'named', name } });
const run = (state: Composer, ...events: ComposerEvent[]): Composer => events.reduce(advance, state);
const point = (name: string): ComposerEvent => ({ kind: 'point picked', pick: pick(name) });

describe('authoring a step', () => {
  test('asks for one thing after the other and ends in a move the engine folds', () => {
    let state = beginComposer('valley');
    expect(promptOf(state)).toBe('Choose the point to bring');
    state = run(state, point('B'));
    expect(promptOf(state)).toBe('Choose the place it comes to');
    expect(toMove(state)).toBeUndefined();
    state = run(state, point('D'));
    expect(promptOf(state)).toBeUndefined();
    const move = toMove(state);
    const result = replaySequence({
      sheet: { kind: 'square' },
      points: {},
      steps: [stepSchema.parse({ id: 'x', move })],
    });
    expect(result.steps[0]!.refusal).toBeUndefined();
  });

  test('a line through two points needs to know which paper moves', () => {
    const state = run(
      beginComposer('mountain'),
      { kind: 'method chosen', method: 'through' },
      point('A'),
      point('C'),
    );
    expect(promptOf(state)).toBe('Choose the paper that moves');
    expect(asksForFlap(state)).toBe(true);
    const whole = run(state, point('B'), { kind: 'layers toggled' });
    expect(toMove(whole)).toMatchObject({
      kind: 'fold',
      sense: 'mountain',
      layers: 'all',
      flap: [{ kind: 'named', name: 'B' }],
    });
  });

  test('choices are taken back one by one, the flap first', () => {
    const state = run(
      beginComposer('valley'),
      { kind: 'method chosen', method: 'bisector' },
      point('B'),
      point('A'),
      point('C'),
      { kind: 'flap chosen', flap: [pick('D')] },
    );
    expect(run(state, { kind: 'taken back' }).flap).toBeNull();
    expect(run(state, { kind: 'taken back' }, { kind: 'taken back' }).picks).toHaveLength(2);
  });

  test('changing valley to mountain keeps the choices, another tool begins anew', () => {
    const state = run(beginComposer('valley', 4), point('B'));
    expect(run(state, { kind: 'tool chosen', tool: 'mountain' }).picks).toHaveLength(1);
    expect(run(state, { kind: 'tool chosen', tool: 'crease' })).toMatchObject({ picks: [], replacing: 4 });
  });

  test('reverse folds and the sink take a line and the tip that moves', () => {
    expect(toMove(run(beginComposer('inside'), point('C'), point('B')))).toMatchObject({
      kind: 'reverse',
      mode: 'inside',
      flap: [{ name: 'C' }],
    });
    expect(
      toMove(run(beginComposer('valley'), point('C'), point('B'), { kind: 'tool chosen', tool: 'outside' })),
    ).toMatchObject({ kind: 'reverse', mode: 'outside' });
    expect(
      toMove(
        run(
          beginComposer('sink'),
          { kind: 'method chosen', method: 'through' },
          point('A'),
          point('C'),
          point('O'),
        ),
      ),
    ).toMatchObject({ kind: 'sink', flap: [{ name: 'O' }] });
  });

  test('pinch, crease, turn, rotate, unfold', () => {
    expect(methodsOf('pinch')).toEqual(['onto', 'across']);
    expect(toMove(run(beginComposer('pinch'), point('A'), point('B')))).toMatchObject({
      kind: 'pinch',
      on: [{ name: 'A' }, { name: 'B' }],
    });
    expect(
      toMove(
        run(
          beginComposer('pinch'),
          { kind: 'method chosen', method: 'across' },
          point('O'),
          point('A'),
          point('B'),
        ),
      ),
    ).toMatchObject({ on: [{ name: 'A' }, { name: 'B' }] });
    expect(
      toMove(
        run(beginComposer('crease'), { kind: 'method chosen', method: 'through' }, point('A'), point('C')),
      ),
    ).toMatchObject({ kind: 'crease', through: 'all' });
    expect(toMove(run(beginComposer('turn'), { kind: 'over set', over: 'lengthways' }))).toEqual({
      kind: 'turn',
      over: 'lengthways',
    });
    expect(toMove(run(beginComposer('rotate'), { kind: 'degrees set', degrees: -30 }))).toEqual({
      kind: 'rotate',
      degrees: -30,
    });
    expect(promptOf(beginComposer('unfold'))).toBe('Choose the step to unfold');
    expect(toMove(run(beginComposer('unfold'), { kind: 'step to open chosen', step: 's' }))).toEqual({
      kind: 'unfold',
      step: 's',
    });
    expect(run(beginComposer('turn'), point('A')).picks).toEqual([]);
  });
});
