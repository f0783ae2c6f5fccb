import { describe, expect, test } from '@jest/globals';
import { bases, foldBase, findBase } from '../src/bases/index.ts';
import { buildCastPlans } from '../src/demo/index.ts';
import { checkState } from '../src/folded/index.ts';
import { lineOnto, lineThrough } from '../src/geometry/index.ts';
import { ghostOf } from '../src/moves/index.ts';
import { type Move, listResults, makeMove } from '../src/kinds/index.ts';
import { type ResolveContext, resolveLine } from '../src/references/index.ts';
import { replaySequence, sayStep, stepSchema, write } from '../src/sequence/index.ts';
import { toEvenings } from '../src/schedule/index.ts';
import { buildFlatSheet } from '../src/folded/index.ts';

const { at, on, through } = write;

function contextOf(base: string): ResolveContext {
  const { state, base: own } = foldBase(findBase(base)!);
  return { state, points: own.points, trails: new Map(), numbers: new Map() };
}

describe('every way a move can lie', () => {
  const apex = (mode: 'open' | 'closed'): Move => ({
    kind: 'sink',
    mode,
    line: { kind: 'through', a: on(0.4, 0.4), b: on(0.6, 0.4) },
    flap: [at('O')],
    picks: [],
  });

  test('the apex of the waterbomb base has one open sink, and eight closed or mixed ones', () => {
    const context = contextOf('waterbomb');
    const open = listResults(apex('open'), context);
    const closed = listResults(apex('closed'), context);
    expect(open.ok && open.value.length).toBe(1);
    expect(closed.ok && closed.value.length).toBe(8);
  });

  test('each is a lawful state, different from the others, and its picks lead back to it', () => {
    const base = findBase('waterbomb')!;
    const found = listResults(apex('closed'), contextOf('waterbomb'));
    if (!found.ok) throw new Error(found.fault.text);
    const orders = found.value.map(({ state, picks }) => {
      expect(checkState(state)).toEqual([]);
      const move = stepSchema.parse({
        id: 'sunk',
        move: { ...apex('closed'), picks: picks.map(([p, q]) => [on(...p), on(...q)]) },
      });
      const made = replaySequence({ sheet: base.sheet, points: base.points, steps: [...base.steps, move] });
      expect(made.steps.at(-1)!.refusal).toBeUndefined();
      expect(made.steps.at(-1)!.after.order).toEqual(state.order);
      return state.order.join();
    });
    expect(new Set(orders).size).toBe(8);
  });

  test('squashes, petals, ears and crimps of the atlas and the cast offer all they can be, the one that is made first', () => {
    const counts = new Map<string, number>();
    const sequences = [
      ...bases.map((b) => ({ sheet: b.sheet, points: b.points, steps: b.steps })),
      ...Object.values(buildCastPlans()).map((p) => ({
        sheet: p.sheet.shape,
        points: p.points,
        steps: p.steps.slice(0, 24),
      })),
    ];
    for (const sequence of sequences) {
      const replay = replaySequence(sequence);
      for (const step of replay.steps) {
        const { kind } = step.move;
        if (!['squash', 'petal', 'ear', 'swivel', 'crimp'].includes(kind) || step.refusal) continue;
        if (step.before.facets.length > 40) continue;
        const context: ResolveContext = {
          state: step.before,
          points: sequence.points,
          trails: new Map(
            replay.steps.slice(0, step.number - 1).flatMap((s) => (s.trail ? [[s.step.id, s.trail]] : [])),
          ),
          numbers: new Map(sequence.steps.map((s, n) => [s.id, n + 1])),
        };
        const bare = { ...step.move, picks: [] } as Move;
        const found = listResults(bare, context);
        if (!found.ok) throw new Error(`${kind}: ${found.fault.text}`);
        expect(found.value.length).toBeGreaterThan(0);
        counts.set(kind, Math.max(counts.get(kind) ?? 0, found.value.length));
        const made = makeMove(bare, 'made', context, (l) => l);
        if (made.ok) expect([...found.value[0]!.state.order]).toEqual([...made.value.result.state.order]);
        // Each is lawful, and its picks lead back to it.
        for (const { state, picks } of found.value.slice(0, 4)) {
          expect(checkState(state)).toEqual([]);
          const again = makeMove(
            { ...bare, picks: picks.map(([p, q]) => [on(...p), on(...q)]) } as Move,
            'again',
            context,
            (l) => l,
          );
          expect(again.ok && [...again.value.result.state.order]).toEqual([...state.order]);
        }
      }
    }
    for (const kind of ['squash', 'petal', 'crimp']) expect(counts.get(kind)).toBeGreaterThan(1);
  }, 120_000);

  test('moves with one result offer nothing, and a lost landmark is told', () => {
    const context = contextOf('waterbomb');
    const turned = listResults({ kind: 'turn', over: 'sideways' }, context);
    expect(turned.ok && turned.value).toEqual([]);
    const lost = listResults({ ...apex('open'), flap: [at('nose')] } as Move, context);
    expect(lost.ok ? '' : lost.fault.text).toMatch(/"nose" is gone/);
  });
});

describe('a point brought onto a line', () => {
  const flat: ResolveContext = {
    state: buildFlatSheet({ kind: 'square' }),
    points: {},
    trails: new Map(),
    numbers: new Map(),
  };
  const landing = (which: 0 | 1) =>
    ({
      kind: 'landing',
      from: at('B'),
      on: through(at('mid AB'), at('mid CD')),
      by: { kind: 'through', at: at('A') },
      which,
    }) as const;

  test('with the crease through a corner it makes the angle of an equilateral triangle', () => {
    const lines = ([0, 1] as const).map((which) => resolveLine(landing(which), flat));
    const angles = lines.map((l) => {
      if (!l.ok) throw new Error(l.fault.text);
      return Math.abs(Math.atan(-l.value.normal[0] / l.value.normal[1]) * (180 / Math.PI));
    });
    for (const angle of angles) expect(angle).toBeCloseTo(30, 9);
    const step = stepSchema.parse({
      id: 'x',
      move: { kind: 'fold', sense: 'valley', line: landing(1), flap: [at('B')], layers: 'flap' },
    });
    const replay = replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [step] });
    expect(replay.steps[0]!.refusal).toBeUndefined();
    expect(sayStep(step, replay.sequence)).toBe(
      'Valley-fold corner B onto the line from the middle of AB to the middle of CD, with the crease through corner A.',
    );
  });

  test('a line out of reach, and one the point lies on, are refused', () => {
    const far = resolveLine({ ...landing(0), from: at('mid AB'), on: through(at('C'), at('D')) }, flat);
    expect(far.ok ? '' : far.fault.text).toMatch(/cannot reach that line/);
    const own = resolveLine(
      { ...landing(0), on: through(at('A'), at('B')), by: { kind: 'square', to: through(at('B'), at('C')) } },
      flat,
    );
    expect(own.ok ? '' : own.fault.text).toMatch(/lies on that line already/);
  });
});

describe('the ghost of a fold', () => {
  test('has the outline of the moved paper, reflected, and asks for no order of layers', () => {
    const state = buildFlatSheet({ kind: 'square' });
    const ghost = ghostOf(state, {
      line: lineOnto([1, 0], [0, 1])!,
      flap: [[0.9, 0.1]],
      hold: [],
      layers: 'flap',
    });
    if (!ghost.ok) throw new Error(ghost.fault.text);
    expect(ghost.value).toHaveLength(1);
    const corners = ghost.value[0]!.map(([x, y]) => `${x.toFixed(3)},${y.toFixed(3)}`).sort();
    expect(corners).toEqual(['0.000,0.000', '0.000,1.000', '1.000,1.000']);
  });

  test('refuses a line that misses', () => {
    const state = buildFlatSheet({ kind: 'square' });
    const ghost = ghostOf(state, {
      line: lineThrough([2, 0], [2, 1])!,
      flap: [[0.5, 0.5]],
      hold: [],
      layers: 'all',
    });
    expect(ghost.ok).toBe(false);
  });
});

describe('evenings', () => {
  test('steps are spread in order, none longer than asked but one that is longer itself', () => {
    expect(toEvenings([30, 30, 40, 100, 5], 90)).toEqual([
      { first: 1, last: 2, minutes: 60 },
      { first: 3, last: 3, minutes: 40 },
      { first: 4, last: 4, minutes: 100 },
      { first: 5, last: 5, minutes: 5 },
    ]);
    expect(toEvenings([], 90)).toEqual([]);
  });
});
