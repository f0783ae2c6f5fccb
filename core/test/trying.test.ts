import { describe, expect, test } from '@jest/globals';
import { findBase, foldBase } from '../src/bases/index.ts';
import { drawModel } from '../src/drawing/index.ts';
import { distance } from '../src/geometry/index.ts';
import type { Move } from '../src/kinds/index.ts';
import { type PointRef, resolvePoint } from '../src/references/index.ts';
import { contextAfter, replaySequence, stepSchema } from '../src/sequence/index.ts';
import {
  dragGhost,
  listCreases,
  listLandmarks,
  offerResults,
  proposeMoves,
  proposeTo,
  placeOnLine,
  readPlace,
  splitIntoStretches,
  tryMove,
} from '../src/trying/index.ts';

const at = (name: string): PointRef => ({ kind: 'named', name });
const empty = replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [] });
const base = (id: string) => foldBase(findBase(id)!).replay;

describe('creases a collapse can use', () => {
  test('are the stretches between crossings, named by their ends', () => {
    const bird = base('bird');
    const collapse = bird.steps.findIndex((s) => s.move.kind === 'collapse');
    const names = listCreases(bird, collapse).map((c) => c.name.split(' to ').sort().join(' to '));
    expect(names.sort()).toEqual(
      [
        'A to O',
        'B to O',
        'C to O',
        'D to O',
        'O to mid AB',
        'O to mid BC',
        'O to mid CD',
        'O to mid DA',
      ].sort(),
    );
  });

  test('a crease chosen whole is the stretches on it; what nothing lies on stays as it is', () => {
    const bird = base('bird');
    const collapse = bird.steps.findIndex((s) => s.move.kind === 'collapse');
    const whole = { from: at('A'), to: at('C'), sense: 'valley' as const };
    const keys = listCreases(bird, collapse);
    const split = splitIntoStretches(bird, collapse, [whole]);
    expect(split).toHaveLength(2);
    for (const stretch of split) {
      expect(stretch.sense).toBe('valley');
      expect(keys.map((c) => c.key)).toContain(stretch.key);
    }
    const nowhere = { from: at('A'), to: at('B'), sense: 'valley' as const };
    expect(splitIntoStretches(bird, collapse, [nowhere])).toEqual([
      { ...nowhere, key: JSON.stringify([nowhere.from, nowhere.to]) },
    ]);
  });

  test('a flat sheet has none', () => {
    expect(listCreases(empty, 0)).toEqual([]);
  });
});

describe('a dragged point', () => {
  test('is offered the moves that bring it there, each different, each foldable', () => {
    const proposals = proposeMoves(empty, 0, at('B'), at('D'));
    expect(proposals.map((p) => p.move.kind)).toEqual(['fold', 'fold', 'crease']);
    for (const { move } of proposals) {
      const made = replaySequence({ ...empty.sequence, steps: [stepSchema.parse({ id: 'x', move })] });
      expect(made.steps[0]!.refusal).toBeUndefined();
    }
  });

  test('on the bird base a point of a flap can be reversed too', () => {
    const bird = base('bird');
    const kinds = proposeMoves(bird, bird.steps.length, at('B'), at('O')).map((p) => p.move.kind);
    expect(kinds).toContain('reverse');
    expect(kinds).toContain('crease');
  });

  test('nowhere to go, nothing to offer', () => {
    expect(proposeMoves(empty, 0, at('B'), at('B'))).toEqual([]);
  });

  test('shows where its paper would come to lie', () => {
    expect(dragGhost(empty.start, [1, 0], [0.2, 0.8])).toHaveLength(1);
    expect(dragGhost(empty.start, [1, 0], [1, 0])).toEqual([]);
    expect(dragGhost(empty.start, [3, 3], [0, 0])).toEqual([]);
  });
});

describe('several ways of lying', () => {
  const sink = (mode: 'open' | 'closed'): Move => ({
    kind: 'sink',
    mode,
    line: { kind: 'through', a: { kind: 'sheet', at: [0.4, 0.4] }, b: { kind: 'sheet', at: [0.6, 0.4] } },
    flap: [at('O')],
    picks: [],
  });

  test('are pictures with what singles each out; a single way needs no choice', () => {
    const waterbomb = base('waterbomb');
    const offered = offerResults(waterbomb, waterbomb.steps.length, sink('closed'));
    expect(offered).toHaveLength(8);
    expect(new Set(offered.map((o) => JSON.stringify(o.picks))).size).toBe(8);
    for (const { state } of offered) expect(state.facets.length).toBeGreaterThan(0);
    expect(offerResults(waterbomb, waterbomb.steps.length, sink('open'))).toEqual([]);
  });
});

describe('landmarks that lie on each other', () => {
  test('the upper one comes first and bears the name; all can still be chosen', () => {
    const bird = base('preliminary');
    const state = bird.steps.at(-1)!.after;
    const corners = listLandmarks(state, bird.steps).filter((l) => /^[A-D]$/.test(l.name));
    expect(corners).toHaveLength(4);
    expect(corners.filter((l) => !l.isUnder)).toHaveLength(1);
    expect(corners[0]!.isUnder).toBeFalsy();
  });

  test('on the flat sheet nothing lies under anything', () => {
    expect(listLandmarks(empty.start, []).some((l) => l.isUnder)).toBe(false);
  });
});

test('a move that was tried is not folded again when it is kept', () => {
  const bird = base('bird');
  const before = bird.steps.length;
  const move = proposeMoves(bird, before, at('B'), at('O'))[0]!.move;
  const tried = tryMove(bird, before, move, 'next');
  const kept = replaySequence(
    { ...bird.sequence, steps: [...bird.sequence.steps, stepSchema.parse({ id: 'next', move })] },
    tried.replay,
  );
  expect(kept.steps.at(-1)!.after).toBe(tried.step.after);
  expect(kept.steps[0]!.after).toBe(bird.steps[0]!.after);
});

describe('a place that is written', () => {
  const landmarks = listLandmarks(empty.start, []);
  const read = (text: string, sideMm?: number) => readPlace(text, landmarks, sideMm);

  test('is a share or a length on the way between two points', () => {
    expect(read('1/3 A B')).toEqual({
      name: '1/3 A–B',
      ref: { kind: 'along', from: at('A'), to: at('B'), share: '1/3' },
      model: [expect.closeTo(1 / 3, 12), 0],
    });
    expect(read('25% of the way from mid AB to C')).toMatchObject({
      ref: { from: at('mid AB'), to: at('C'), share: 0.25 },
      model: [0.625, 0.25],
    });
    const long = read('20 mm a b', 160);
    expect(long).toMatchObject({ ref: { share: 0.125 }, model: [0.125, 0] });
    expect(read('0,5 A-B')).toMatchObject({ model: [0.5, 0] });
  });

  test('is refused with the limit and the remedy; a name alone is none', () => {
    expect(read('200 mm A B', 160)).toEqual({
      fault: 'From A to B it is 160.0 mm; write less than that.',
    });
    expect(read('20 mm A B')).toEqual({
      fault: 'A length needs a sheet; choose one in Paper, or write a share such as 1/3.',
    });
    for (const text of ['B', 'mid AB', '1/3 A', '1/3 A Z', '1/3 A A', '']) expect(read(text)).toBeUndefined();
  });

  test('is taken from a press beside an edge or a crease, in hundredths of the way between its named ends', () => {
    const kite = base('kite');
    const all = listLandmarks(kite.steps.at(-1)!.after, kite.steps);
    const edge = { from: [0, 0] as const, to: [1, 0] as const };
    expect(placeOnLine([0.313, 0.004], [edge], landmarks, 0.02)).toEqual({
      name: '0.31 A–B',
      ref: { kind: 'along', from: at('A'), to: at('B'), share: 0.31 },
      model: [expect.closeTo(0.31, 12), 0],
      way: 1,
    });
    // Too far from every line; at an end; on a line without two points of a name.
    expect(placeOnLine([0.313, 0.1], [edge], landmarks, 0.02)).toBeUndefined();
    expect(placeOnLine([0.001, 0], [edge], landmarks, 0.02)).toBeUndefined();
    expect(placeOnLine([0.3, 0.31], [{ from: [0.3, 0.2], to: [0.3, 0.4] }], landmarks, 0.02)).toBeUndefined();
    // Every place it gives lies where the engine finds it, also where the paper between two corners is folded.
    const context = contextAfter(kite, kite.steps.length);
    const drawn = drawModel(kite.steps.at(-1)!.after).items.flatMap((i) =>
      i.kind === 'line' ? [{ from: i.from, to: i.to }] : [],
    );
    let tried = 0;
    for (const { from, to } of drawn)
      for (const t of [0.23, 0.5, 0.81]) {
        const press = [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])] as const;
        const found = placeOnLine(press, drawn, all, 0.02);
        if (!found) continue;
        tried++;
        const place = resolvePoint(found.ref, context);
        expect(place.ok && distance(place.value.model, found.model)).toBeLessThan(1e-9);
        expect(distance(found.model, press)).toBeLessThan(0.03);
      }
    expect(tried).toBeGreaterThan(5);
  });

  test('a point is brought to any place of the paper, in a move that folds; off the paper there is none', () => {
    const [first] = proposeTo(empty, 0, at('A'), [0.31234, 0.2]);
    expect(first!.move).toMatchObject({ line: { to: { kind: 'sheet', at: [0.3123, 0.2] } } });
    expect(first!.state.facets).toHaveLength(2);
    expect(proposeTo(empty, 0, at('A'), [1.4, 0.2])).toEqual([]);
  });
});
