import { describe, expect, test } from '@jest/globals';
import { buildNewtPlan } from '@jade/core/demo';
import { buildPlan, type Plan } from '@jade/core/plan';
import { documentMerged, documentSaved } from '../src/outbox/index.ts';
import {
  planEdited,
  planOpened,
  planSlice,
  redone,
  stepSelected,
  undone,
  type PlanState,
} from '../src/state/planSlice.ts';
import {
  addTime,
  beginWait,
  beginRun,
  countRepeats,
  benchPages,
  noteWhy,
  turnPage,
} from '../src/features/bench/run.ts';
import { toClock } from '../src/along/index.ts';
import { pickNearest } from '../src/pictures/snap.ts';

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

  const plan = (change: Partial<Plan['brief']>): Plan => ({
    ...named('a'),
    brief: { ...named('a').brief, ...change },
  });
  const address = { kind: 'plan' as const, owner: '', id: 'p' };

  test('an acknowledged edit is what later ones grow from', () => {
    const state = after(
      open,
      edit('b'),
      edit('c'),
      documentSaved({ ...address, version: { revision: 4, document: named('b') } }),
    );
    expect([state.revision, state.base!.name, state.present!.name]).toEqual([4, 'b', 'c']);
    expect(
      after(state, documentSaved({ ...address, id: 'q', version: { revision: 9, document: null } })),
    ).toBe(state);
  });

  test('undoing takes back own edits only: what another window saved since stays', () => {
    const base = plan({});
    const mine = plan({ pose: 'mine' });
    const theirs = plan({ subject: 'theirs' });
    let state = after(
      undefined,
      planOpened({ saved: { id: 'p', revision: 1, updatedAt: '', plan: base } }),
      planEdited({ plan: mine, mergeKey: null }),
      documentMerged({
        ...address,
        before: { revision: 1, document: base },
        base: { revision: 2, document: theirs },
        mine: plan({ pose: 'mine', subject: 'theirs' }),
      }),
    );
    expect(state.present!.brief).toMatchObject({ pose: 'mine', subject: 'theirs' });
    state = after(state, undone());
    expect(state.present!.brief).toMatchObject({ pose: '', subject: 'theirs' });
    state = after(state, redone());
    expect(state.present!.brief).toMatchObject({ pose: 'mine', subject: 'theirs' });
  });

  test('a change this browser still holds goes on, and can be undone to what it grew from', () => {
    const unsent = {
      ...address,
      base: { revision: 3, document: named('a') },
      mine: named('d'),
      at: '',
    };
    const state = after(undefined, planOpened({ saved: saved(4, 'theirs'), unsent }));
    expect([state.revision, state.present!.name]).toEqual([3, 'd']);
    expect(after(state, undone()).present!.name).toBe('a');
  });

  test('the selected step stays within the plan', () => {
    expect(after(open, stepSelected(9)).step).toBe(0);
  });
});

describe('a bench run', () => {
  const run = beginRun('r', new Date('2026-11-25T18:00:00Z'), 94, 'gold', 25);
  test('adds time per step, keeps the stuck mark, finishes past the last step', () => {
    const timed = addTime(
      addTime(addTime(run, 'a', 10.4), 'a', 20, { stuck: true, kind: 'sink', foreseenSeconds: 120 }),
      'b',
      5,
    );
    expect(timed.steps).toEqual([
      { step: 'a', seconds: 30, stuck: true, why: null, kind: 'sink', foreseenSeconds: 120 },
      { step: 'b', seconds: 5, stuck: false, why: null, kind: null, foreseenSeconds: null },
    ]);
    const why = noteWhy(timed, 'a', 'layers').steps.map((s) => s.why);
    expect(why).toEqual(['layers', null]);
    const now = new Date('2026-11-25T18:30:00Z');
    const pages = ['a', 'b'].map((id, i) => ({ id, kind: 'fold' as const, number: i + 1, waits: [] }));
    const second = turnPage(timed, 1, pages, now);
    expect(second).toMatchObject({ at: 1, finishedAt: null });
    expect(turnPage(second, 1, pages, now)).toMatchObject({ at: 2, finishedAt: now.toISOString() });
    expect(turnPage(timed, -1, pages, now)).toMatchObject({ at: 0, finishedAt: null });
  });
  test('a step that is waited after has a page for its waits, shaping too; work while damp is none', () => {
    const plan = buildNewtPlan();
    const pages = benchPages(plan);
    expect(pages).toHaveLength(plan.steps.length + plan.shaping.length);
    const at = pages.findIndex((p) => p.waits.length > 0);
    expect(pages[at]).toMatchObject({ kind: 'shape', waits: [{ kind: 'dry', minutes: 840 }] });
    const now = new Date('2026-11-25T18:30:00Z');
    const resting = turnPage({ ...run, at }, 1, pages, now);
    expect(resting).toMatchObject({ at, resting: true, finishedAt: null });
    expect(turnPage(resting, -1, pages, now)).toMatchObject({ at, resting: false });
    expect(turnPage(resting, 1, pages, now)).toMatchObject({ at: at + 1, resting: false });
    expect(turnPage(resting, 1, pages, now).finishedAt).toBe(
      at + 1 === pages.length ? now.toISOString() : null,
    );
  });
  test('a wait that is begun anew counts from then; another kind runs beside it', () => {
    const [dry, press] = [
      { kind: 'dry', minutes: 840 },
      { kind: 'press', minutes: 1440 },
    ] as const;
    const [first, then] = [new Date('2026-11-25T18:30:00Z'), new Date('2026-11-25T19:00:00Z')];
    const begun = beginWait(beginWait(run, 'a', dry, first), 'a', press, first);
    const again = beginWait(
      { ...begun, waiting: begun.waiting.map((w) => ({ ...w, seen: true })) },
      'a',
      dry,
      then,
    );
    expect(again.waiting).toEqual([
      { step: 'a', ...press, startedAt: first.toISOString(), seen: true },
      { step: 'a', ...dry, startedAt: then.toISOString(), seen: false },
    ]);
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
