import { describe, expect, test } from '@jest/globals';
import { bases as allBases, findBase, foldBase } from '@jade/core/bases';
import { buildCastPlans } from '@jade/core/demo';
import { type Move, TOOLS, type Tool, methodsOf, toolGroups, toolOf, toolOfKey } from '@jade/core/kinds';
import type { PointRef } from '@jade/core/references';
import { replaySequence, stepSchema } from '@jade/core/sequence';
import { listOtherWays } from '@jade/core/trying';
import {
  type Composer,
  type ComposerEvent,
  type Pick,
  advance,
  askedNow,
  asksForFlap,
  beginComposer,
  creasesWanted,
  promptOf,
  recallComposer,
  toMove,
} from '../src/features/folds/composer.ts';

import { nothingInHand, reduce } from '../src/features/folds/authoring.ts';

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
    const whole = run(state, point('B'), { kind: 'option set', option: { allLayers: true } });
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
    expect(
      toMove(run(beginComposer('turn'), { kind: 'option set', option: { over: 'lengthways' } })),
    ).toEqual({
      kind: 'turn',
      over: 'lengthways',
    });
    expect(toMove(run(beginComposer('rotate'), { kind: 'option set', option: { degrees: -30 } }))).toEqual({
      kind: 'rotate',
      degrees: -30,
    });
    expect(promptOf(beginComposer('unfold'))).toBe('Choose the step to unfold');
    expect(toMove(run(beginComposer('unfold'), { kind: 'option set', option: { opens: 's' } }))).toEqual({
      kind: 'unfold',
      step: 's',
    });
    expect(run(beginComposer('turn'), point('A')).picks).toEqual([]);
  });

  test('a limb turned by an angle is creased at half of it', () => {
    const state = run(
      beginComposer('inside'),
      { kind: 'method chosen', method: 'angle' },
      point('O'),
      point('C'),
      { kind: 'option set', option: { turnsBy: 130 } },
    );
    expect(toMove(state)).toMatchObject({
      kind: 'reverse',
      flap: [{ name: 'C' }],
      line: { kind: 'turned', at: { name: 'O' }, towards: { name: 'C' }, degrees: 65 },
    });
  });

  test('creases of a collapse go from valley over mountain and either to not used', () => {
    const click: ComposerEvent = { kind: 'crease clicked', key: 'x', from: pick('O').ref, to: pick('A').ref };
    const states = [1, 2, 3, 4].map((n) =>
      run(beginComposer('collapse'), ...Array.from({ length: n }, () => click)),
    );
    expect(states.map((s) => s.creases.map((c) => c.sense))).toEqual([
      ['valley'],
      ['mountain'],
      ['folded'],
      [],
    ]);
    expect(promptOf(states[0]!)).toMatch(/^Click the creases it folds on/);
    const two = run(states[0]!, { ...click, key: 'y' });
    expect(promptOf(two)).toBe('Choose paper that stays where it is');
    expect(toMove(run(two, { kind: 'flap chosen', flap: [pick('B')] }))).toMatchObject({
      kind: 'collapse',
      anchor: { name: 'B' },
      creases: [{ sense: 'valley' }, { sense: 'valley' }],
    });
    expect(run(two, { kind: 'taken back' }).creases).toHaveLength(1);
  });

  test('a chosen way of lying is kept with the move, and dropped when anything else changes', () => {
    const made = run(
      beginComposer('sink'),
      { kind: 'method chosen', method: 'through' },
      point('A'),
      point('C'),
      point('O'),
      { kind: 'solution chosen', picks: [[pick('A').ref, pick('B').ref]] },
    );
    expect(toMove(made)).toMatchObject({ picks: [[{ name: 'A' }, { name: 'B' }]] });
    expect(toMove(run(made, { kind: 'tool chosen', tool: 'closed' }))).toMatchObject({
      kind: 'sink',
      mode: 'closed',
      picks: [],
    });
  });

  test.each(Object.keys(TOOLS) as Tool[])(
    '%s asks until it has all it needs, then gives a move of the plan',
    (tool) => {
      let state = beginComposer(tool);
      if (creasesWanted(tool) > 0)
        for (const key of ['x', 'y'])
          state = advance(state, { kind: 'crease clicked', key, from: pick('O').ref, to: pick(key).ref });
      if (tool === 'unfold') state = advance(state, { kind: 'option set', option: { opens: 's' } });
      for (let asked = 0; promptOf(state) && asked < 8; asked++) {
        expect(toMove(state)).toBeUndefined();
        state = asksForFlap(state)
          ? advance(state, { kind: 'flap chosen', flap: [pick('D'), pick('E')] })
          : advance(state, point('ABCDEFGH'[asked]!));
      }
      expect(promptOf(state)).toBeUndefined();
      expect(() => stepSchema.parse({ id: 'x', move: toMove(state) })).not.toThrow();
    },
  );

  test('every tool stands in one group and has a key of its own', () => {
    const listed = toolGroups.flatMap((g) => g.tools);
    expect([...listed].sort()).toEqual(Object.keys(TOOLS).sort());
    expect(new Set(Object.values(TOOLS).map((t) => t.key)).size).toBe(listed.length);
    for (const tool of listed) expect(toolOfKey(TOOLS[tool].key.toLowerCase())).toBe(tool);
    // N shows the names.
    expect(toolOfKey('n')).toBeUndefined();
  });

  test('a petal is composed from four corners and folds', () => {
    const bird = findBase('bird')!;
    const upTo = bird.steps.findIndex((s) => s.move.kind === 'petal');
    const state = run(beginComposer('petal'), point('A'), point('O'), point('mid AB'), point('mid DA'));
    const step = stepSchema.parse({ id: 'x', move: toMove(state) });
    const replay = replaySequence({
      sheet: { kind: 'square' },
      points: bird.points,
      steps: [...bird.steps.slice(0, upTo), step],
    });
    const [own, theirs] = [replay.steps.at(-1)!, foldBase(bird).replay.steps[upTo]!];
    expect(own.refusal).toBeUndefined();
    expect(own.after.facets.length).toBe(theirs.after.facets.length);
    expect(own.after.order).toEqual(theirs.after.order);
  });
});

describe('measures while authoring', () => {
  const flat = (move: unknown) =>
    replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [stepSchema.parse({ id: 'x', move })] })
      .steps[0]!;

  test('a flap is cut back to a share of its length, square to it, and folds', () => {
    const state = run(
      beginComposer('mountain'),
      { kind: 'method chosen', method: 'length' },
      point('C'),
      point('A'),
      { kind: 'option set', option: { kept: 0.75 } },
    );
    expect(promptOf(state)).toBeUndefined();
    expect(toMove(state)).toMatchObject({
      kind: 'fold',
      flap: [{ kind: 'named', name: 'C' }],
      line: { kind: 'across', at: { kind: 'between', share: 0.75 } },
    });
    const step = flat(toMove(state));
    expect(step.refusal).toBeUndefined();
    // The corner that was at the end of the diagonal lies half of the diagonal along: twice what is kept, less the whole.
    const far = step.after.facets.length;
    expect(far).toBe(2);
  });

  test('a crease is pressed only between its two points when that is asked', () => {
    const through: ComposerEvent[] = [{ kind: 'method chosen', method: 'through' }, point('A'), point('O')];
    const whole = run(beginComposer('crease'), ...through);
    expect(toMove(whole)).toMatchObject({ kind: 'crease', span: null });
    const short = run(whole, { kind: 'option set', option: { short: true } });
    expect(toMove(short)).toMatchObject({ span: [{ name: 'A' }, { name: 'O' }] });
    expect(flat(toMove(short)).after.resting[0]!.to[0]).toBeCloseTo(0.5, 9);
    const onto = run(
      beginComposer('crease'),
      { kind: 'option set', option: { short: true } },
      point('A'),
      point('C'),
    );
    expect(toMove(onto)).toMatchObject({ span: null });
  });

  test('a pinch goes through all layers when that is asked', () => {
    const own = run(beginComposer('pinch'), point('A'), point('B'));
    expect(toMove(own)).toMatchObject({ kind: 'pinch', layers: 'flap' });
    const all = run(own, { kind: 'option set', option: { allLayers: true } });
    expect(toMove(all)).toMatchObject({ layers: 'all' });
  });

  test('a flap is narrowed to a width, or its edges brought to the middle', () => {
    const state = run(beginComposer('narrow'), point('A'), point('O'), point('B'), point('D'));
    expect(toMove(state)).toMatchObject({ kind: 'narrow', width: null });
    const wide = run(state, { kind: 'option set', option: { width: 0.8 } });
    expect(toMove(wide)).toMatchObject({ width: 0.8 });
    expect(flat(toMove(wide)).refusal).toBeUndefined();
  });
});

describe('changing a step', () => {
  const nameOf = (ref: PointRef): string => (ref.kind === 'named' ? ref.name : ref.kind);
  const changed = (move: Move, replacing = 1): Composer => {
    const tool = toolOf(move);
    if (!tool) throw new Error(`${move.kind} has no tool`);
    return recallComposer(move, tool, replacing, nameOf);
  };
  const steps = [
    ...Object.values(buildCastPlans()).flatMap((p) => p.steps),
    ...allBases.flatMap((b) => b.steps),
  ].filter((s) => toolOf(s.move) && s.move.kind !== 'repeat');

  test('every step of the cast and of the bases comes back as it was, most with every choice filled in', () => {
    const whole = new Map<string, number>();
    for (const { move } of steps) {
      const state = changed(move);
      expect(promptOf(state)).toBeUndefined();
      expect(toMove(state)).toEqual(move);
      if (state.kept?.whole) whole.set(move.kind, (whole.get(move.kind) ?? 0) + 1);
    }
    expect(steps.length).toBeGreaterThan(200);
    const unfilled = [...whole.values()].reduce((sum, n) => sum + n, 0);
    expect(unfilled / steps.length).toBeLessThan(0.1);
  });

  test('one point is chosen anew and the rest stays, with what the tool does not ask for', () => {
    const move: Move = {
      kind: 'fold',
      sense: 'valley',
      line: { kind: 'onto', from: pick('B').ref, to: pick('D').ref },
      flap: [pick('B').ref],
      layers: 'all',
      hold: [pick('A').ref],
      tuck: false,
      held: true,
      picks: [],
    };
    const state = run(changed(move), { kind: 'choice opened', at: 1 });
    expect(askedNow(state)).toBe('Choose the place it comes to');
    expect(asksForFlap(state)).toBe(false);
    expect(toMove(state)).toEqual(move);
    expect(toMove(run(state, point('O')))).toEqual({
      ...move,
      line: { kind: 'onto', from: pick('B').ref, to: pick('O').ref },
    });
    expect(toMove(run(state, { kind: 'taken back' }))).toEqual(move);
  });

  test('a collapse keeps its creases; one is clicked out and the others stay', () => {
    const { move } = steps.find((s) => s.move.kind === 'collapse' && s.move.through === 'sheet')!;
    if (move.kind !== 'collapse') throw new Error('a collapse was looked for');
    const state = changed(move);
    expect(state.creases).toHaveLength(move.creases.length);
    const [first] = state.creases;
    const click: ComposerEvent = {
      kind: 'crease clicked',
      key: first!.key,
      from: first!.from,
      to: first!.to,
    };
    // Mountain, either, out.
    const out = run(state, ...(first!.sense === 'mountain' ? [click, click] : [click, click, click]));
    expect(toMove(out)).toEqual({ ...move, creases: move.creases.slice(1), picks: [] });
  });

  test('a line no method finds stays until it is chosen anew', () => {
    const line = {
      kind: 'lineOnto',
      a: { kind: 'crease', step: 's1' },
      b: { kind: 'crease', step: 's2' },
      which: 0,
    } as const;
    const move: Move = { kind: 'reverse', mode: 'inside', line, flap: [pick('C').ref], picks: [] };
    const state = changed(move);
    expect(toMove(state)).toEqual(move);
    expect(toMove(run(state, { kind: 'tool chosen', tool: 'outside' }))).toEqual({
      ...move,
      mode: 'outside',
    });
    const anew = run(state, point('A'));
    expect(promptOf(anew)).toBe('Choose the place it comes to');
    expect(toMove(run(anew, point('D')))).toMatchObject({ line: { kind: 'onto' }, flap: [{ name: 'C' }] });
  });
});

describe('what is put aside', () => {
  test('a collapse with creases chosen waits while a crease is added, and is taken up again', () => {
    const crease = (key: string) =>
      ({ kind: 'crease clicked', key, from: pick('A').ref, to: pick('C').ref }) as const;
    let state = [
      { kind: 'begun', tool: 'collapse' } as const,
      crease('a'),
      crease('b'),
      { kind: 'begun', tool: 'crease' } as const,
    ].reduce(reduce, nothingInHand);
    expect(state.composer?.tool).toBe('crease');
    expect(state.aside?.creases).toHaveLength(2);
    state = reduce(reduce(state, { kind: 'kept' }), { kind: 'taken up', composer: state.aside! });
    expect(state.composer?.creases.map((c) => c.key)).toEqual(['a', 'b']);
    expect(state.aside).toBeNull();
  });

  test('a step with little chosen is put away for good', () => {
    const state = [
      { kind: 'begun', tool: 'valley' } as const,
      point('A'),
      { kind: 'put away' } as const,
    ].reduce(reduce, nothingInHand);
    expect(state).toEqual(nothingInHand);
  });
});

describe('a point or an edge brought onto a line', () => {
  test('hold here, until this meets that: the point comes to the line, the pivot stays', () => {
    const state = run(
      beginComposer('valley'),
      { kind: 'method chosen', method: 'landing' },
      point('B'),
      point('A'),
      point('mid AB'),
      point('mid CD'),
    );
    expect(promptOf(state)).toBeUndefined();
    const folded = (move: Move | undefined) =>
      replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [stepSchema.parse({ id: 'x', move })] })
        .steps[0]!;
    const other = run(state, { kind: 'option set', option: { other: true } });
    // Turned about A, the corner B (1, 0) meets the upright middle line half the square root of three above or below it.
    const places = [state, other].map((s) => folded(toMove(s)));
    const onPaper = places.filter((p) => !p.refusal);
    expect(onPaper).toHaveLength(1);
    // The one that misses the paper is offered the other, tried before it is shown.
    const missing = toMove(places[0]!.refusal ? state : other)!;
    const ways = listOtherWays(
      replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [] }),
      0,
      missing,
    );
    expect(ways[0]).toMatchObject({ word: 'to the other place', move: { line: { kind: 'landing' } } });
    expect(onPaper[0]!.trace!.to[0]).toBeCloseTo(0.5, 9);
    expect(onPaper[0]!.trace!.to[1]).toBeCloseTo(Math.sqrt(3) / 2, 9);
    expect(toMove(other)).toMatchObject({ line: { kind: 'landing', which: 1 } });
    expect(recallComposer(toMove(other)!, 'valley', 1, (p) => JSON.stringify(p)).options.other).toBe(true);
  });

  test('an edge comes to lie along a line', () => {
    const state = run(
      beginComposer('valley'),
      { kind: 'method chosen', method: 'edge' },
      point('A'),
      point('B'),
      point('mid DA'),
      point('mid BC'),
    );
    const { trace, refusal } = replaySequence({
      sheet: { kind: 'square' },
      points: {},
      steps: [stepSchema.parse({ id: 'x', move: toMove(state) })],
    }).steps[0]!;
    expect(refusal).toBeUndefined();
    expect(trace!.to[1]).toBeCloseTo(0.5, 9);
    expect(trace!.chords[0]!.from[1]).toBeCloseTo(0.25, 9);
    expect(recallComposer(toMove(state)!, 'valley', 1, () => '').picks).toHaveLength(4);
  });
});
