import { describe, expect, test } from '@jest/globals';
import { buildPlan, type Plan } from '@jade/core/plan';
import {
  conflictFound,
  mineKept,
  planEdited,
  planOpened,
  planSlice,
  redone,
  saveEnded,
  saveStarted,
  serverAway,
  stepSelected,
  theirsTaken,
  undone,
  type PlanState,
} from '../src/plan/slice.ts';
import { addTime, beginRun, countRepeats, goTo, toClock } from '../src/features/bench/run.ts';
import { pickNearest } from '../src/table/snap.ts';

const named = (name: string): Plan => buildPlan(name);
const saved = (revision: number, name: string) => ({ id: 'p', revision, updatedAt: '', plan: named(name) });
const after = (
  state: PlanState | undefined,
  ...actions: Parameters<typeof planSlice.reducer>[1][]
): PlanState => actions.reduce(planSlice.reducer, state) as PlanState;
const open = after(undefined, planOpened({ saved: saved(3, 'a') }));
const edit = (name: string, mergeKey: string | null = null) => planEdited({ plan: named(name), mergeKey });

describe('the open plan', () => {
  test('undo and redo without limit, and a new edit drops what was undone', () => {
    let state = open;
    for (let i = 0; i < 300; i++) state = after(state, edit(`n${i}`));
    for (let i = 0; i < 300; i++) state = after(state, undone());
    expect(state.present!.name).toBe('a');
    expect(after(state, undone()).present!.name).toBe('a');
    state = after(state, redone(), redone());
    expect(state.present!.name).toBe('n1');
    state = after(state, edit('z'));
    expect(after(state, redone()).present!.name).toBe('z');
  });

  test('typing into one field is undone as one', () => {
    const state = after(open, edit('b', 'name'), edit('bo', 'name'), edit('boa', 'name'), undone());
    expect(state.present!.name).toBe('a');
  });

  test('an edit during a save keeps waiting until it is saved too', () => {
    let state = after(open, edit('b'), saveStarted(), edit('c'), saveEnded({ revision: 4 }));
    expect([state.save, state.revision]).toEqual(['waiting', 4]);
    state = after(state, saveStarted(), saveEnded({ revision: 5 }));
    expect(state.save).toBe('saved');
    expect(after(open, edit('b'), serverAway()).save).toBe('away');
  });

  test('two windows: mine goes on top, or theirs is taken and mine can be undone to', () => {
    const state = after(open, edit('mine'), saveStarted(), conflictFound(saved(7, 'theirs')));
    expect(state.save).toBe('conflict');
    expect(after(state, edit('mine still')).save).toBe('conflict');
    expect(after(state, mineKept())).toMatchObject({ save: 'waiting', revision: 7 });
    const theirs = after(state, theirsTaken());
    expect(theirs).toMatchObject({ save: 'saved', revision: 7 });
    expect(theirs.present!.name).toBe('theirs');
    expect(after(theirs, undone()).present!.name).toBe('mine');
  });

  test('a draft on the same revision goes on, on an older one it is a conflict', () => {
    expect(
      after(undefined, planOpened({ saved: saved(3, 'a'), draft: named('d'), draftRevision: 3 })).save,
    ).toBe('waiting');
    expect(
      after(undefined, planOpened({ saved: saved(4, 'a'), draft: named('d'), draftRevision: 3 })).save,
    ).toBe('conflict');
  });

  test('the selected step stays within the plan', () => {
    expect(after(open, stepSelected(9)).step).toBe(0);
  });
});

describe('a bench run', () => {
  const run = beginRun('r', new Date('2026-11-25T18:00:00Z'), 94, 'gold', 25);
  test('adds time per step, keeps the stuck mark, finishes past the last step', () => {
    const timed = addTime(addTime(addTime(run, 'a', 10.4), 'a', 20, true), 'b', 5);
    expect(timed.steps).toEqual([
      { step: 'a', seconds: 30, stuck: true },
      { step: 'b', seconds: 5, stuck: false },
    ]);
    const now = new Date('2026-11-25T18:30:00Z');
    expect(goTo(timed, 2, 2, now)).toMatchObject({ at: 2, finishedAt: now.toISOString() });
    expect(goTo(timed, -1, 2, now)).toMatchObject({ at: 0, finishedAt: null });
  });
  test('counts repeats down', () => {
    const kinds = ['fold', 'repeat', 'repeat', 'repeat', 'fold'];
    expect([0, 1, 2, 3].map((i) => countRepeats(kinds, i))).toEqual([
      undefined,
      { left: 3, of: 3 },
      { left: 2, of: 3 },
      { left: 1, of: 3 },
    ]);
    expect(toClock(125)).toBe('2:05');
  });
});

test('snapping prefers main landmarks and lets go beyond its reach', () => {
  const points = [
    { at: [0, 0] as const, rank: 'near' as const, n: 1 },
    { at: [0.1, 0] as const, rank: 'main' as const, n: 2 },
  ];
  expect(pickNearest(points, [0.05, 0], 0.2)!.n).toBe(2);
  expect(pickNearest(points, [0.01, 0], 0.2)!.n).toBe(1);
  expect(pickNearest(points, [5, 5], 0.2)).toBeUndefined();
});
