import { describe, expect, test } from '@jest/globals';
import { bases, foldBase } from '../src/bases/index.ts';
import { checkState } from '../src/folded/index.ts';
import { type Move, TOOLS, toolOf } from '../src/kinds/index.ts';
import { checkLayers } from '../src/layers/index.ts';
import { replaySequence, write } from '../src/sequence/index.ts';
import { listCreases, tryMove } from '../src/trying/index.ts';

const { at, onto, writeStep } = write;

/** The move the tool makes of creases with their new senses, around paper that stays. */
function setAnew(
  creases: readonly {
    from: ReturnType<typeof at>;
    to: ReturnType<typeof at>;
    sense: 'valley' | 'mountain' | 'flat';
  }[],
  stays: ReturnType<typeof at>,
): Move {
  return TOOLS.refold.compose({
    points: [],
    line: () => {
      throw new Error('this tool asks for no line');
    },
    method: 'onto',
    paper: [stays],
    pointedAt: stays,
    creases,
    picks: [],
    tick: () => false,
    number: () => 0,
    text: () => '',
    length: () => null,
  });
}

const book = replaySequence({
  sheet: { kind: 'square' },
  points: {},
  steps: [
    writeStep('half', {
      kind: 'fold',
      sense: 'valley',
      line: onto(at('B'), at('D')),
      flap: [at('B')],
      layers: 'flap',
    }),
  ],
});

describe('setting folds anew', () => {
  test('offers the folds as well as the creases that rest', () => {
    expect(listCreases(book, 1)).toEqual([]);
    const all = listCreases(book, 1, 'all');
    expect(all.map((c) => c.name.split(' to ').sort().join(' '))).toEqual(['A C']);
  });

  test('a fold is opened, and the sheet lies flat again', () => {
    const open = setAnew([{ from: at('A'), to: at('C'), sense: 'flat' }], at('D'));
    const { step } = tryMove(book, 1, open);
    expect(step.refusal).toBeUndefined();
    expect(step.after.facets).toHaveLength(1);
    expect(toolOf(open)).toBe('refold');
  });

  test('a fold gets the other sense', () => {
    const turned = setAnew([{ from: at('A'), to: at('C'), sense: 'mountain' }], at('D'));
    const { step } = tryMove(book, 1, turned);
    expect(step.refusal).toBeUndefined();
    expect(step.after.facets).toHaveLength(2);
    expect(step.after.order).not.toEqual(step.before.order);
  });

  test('a fold that has its sense already is refused: nothing would change', () => {
    const same = setAnew([{ from: at('A'), to: at('C'), sense: 'valley' }], at('D'));
    expect(tryMove(book, 1, same).step.refusal?.text).toMatch(/have the senses asked for already/);
  });

  test('law: on every base with few folds, every crease of it opened or turned gives a lawful state or a refusal with a reason', () => {
    let made = 0;
    for (const base of bases.filter((b) => b.steps.length < 12)) {
      const { replay } = foldBase(base);
      const before = replay.steps.length;
      for (const crease of listCreases(replay, before, 'all').slice(0, 6))
        for (const sense of ['flat', 'valley', 'mountain'] as const) {
          const move = setAnew(
            [{ from: crease.fromRef, to: crease.toRef, sense } as never],
            crease.fromRef as never,
          );
          const { step } = tryMove(replay, before, move);
          if (step.refusal) expect(step.refusal.text.length).toBeGreaterThan(10);
          else {
            made++;
            expect([...checkState(step.after), ...checkLayers(step.after)]).toEqual([]);
          }
        }
    }
    expect(made).toBeGreaterThan(10);
  });
});
