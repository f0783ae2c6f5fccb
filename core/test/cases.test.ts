import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { checkSequence } from '../src/checks/index.ts';
import { type FlatState, checkState, foldsOf, toMeasures } from '../src/folded/index.ts';
import { checkLayers } from '../src/layers/index.ts';
import { listResults } from '../src/kinds/index.ts';
import { type Sequence, type Step, contextAfter, replaySequence, stepSchema } from '../src/sequence/index.ts';
import { isSameState, mixedTip } from './walk.ts';

/** Small plans on which the engine was wrong once; each says what is wanted of it. */
function load(name: string): Sequence {
  const text = readFileSync(new URL(`./cases/${name}.json`, import.meta.url), 'utf8');
  const { sheet, points, steps } = JSON.parse(text) as Sequence;
  return { sheet, points, steps: steps.map((s) => stepSchema.parse(s)) };
}

const refusalsOf = (sequence: Sequence): string[] =>
  replaySequence(sequence).steps.flatMap((s) => (s.refusal ? [`${s.number} ${s.refusal.text}`] : []));

const sensesOf = (state: FlatState): string =>
  foldsOf(state)
    .map((f) => f.sense[0])
    .sort()
    .join('');

describe('unfolding gives back the state before', () => {
  test.each([
    ['unfold-rear-petal', 8, 7],
    ['unfold-s-bend', 2, 1],
    ['unfold-fold-of-two-pieces', 3, 2],
    ['unfold-reverse-of-a-diagonal', 3, 2],
    ['unfold-sink-of-a-kite', 5, 4],
    ['unfold-squash-of-a-waterbomb', 7, 6],
  ])('%s', (name, last, opened) => {
    const { steps } = replaySequence(load(name));
    expect(steps.map((s) => s.refusal)).toEqual(steps.map(() => undefined));
    const [before, after] = [steps[opened - 1]!.before, steps[last - 1]!.after];
    expect(isSameState(before, after)).toBe(true);
    expect(sensesOf(after)).toBe(sensesOf(before));
    expect(after.resting.length).toBeGreaterThan(before.resting.length);
  });
});

describe('a reverse fold puts the whole tip where its name says', () => {
  test('one leg of a bird base: all four layers of the tip between the halves', () => {
    const { steps } = replaySequence(load('leg-of-a-bird-base'));
    expect(steps[7]!.refusal).toBeUndefined();
    expect(mixedTip(steps[7]!.before, steps[7]!.after, 'inside')).toBe(false);
  });

  test('both legs of a narrowed bird base lie inside, and the state is symmetric', () => {
    const { steps } = replaySequence(load('legs-both-inside'));
    expect(steps.map((s) => s.refusal)).toEqual(steps.map(() => undefined));
    for (const i of [11, 12]) expect(mixedTip(steps[i]!.before, steps[i]!.after, 'inside')).toBe(false);
    // Mirrored in AC and seen again: every stack of layers has the same heights left and right.
    const state = steps[12]!.after;
    const heights = state.facets.map(
      (_, f) => state.facets.filter((_g, g) => state.order[f * state.facets.length + g] === 1).length,
    );
    const twins = new Map<string, number[]>();
    state.facets.forEach(({ loop }, f) => {
      const at = loop.reduce<[number, number]>(
        ([x, y], v) => [x + state.vertices[v]![0], y + state.vertices[v]![1]],
        [0, 0],
      );
      const key = at
        .map((v) => (v / loop.length).toFixed(6))
        .sort()
        .join();
      twins.set(key, [...(twins.get(key) ?? []), heights[f]!]);
    });
    for (const list of twins.values()) expect(new Set(list).size).toBe(1);
  });
});

describe('open sinks', () => {
  test('a corner sink after two at the tip', () => {
    expect(refusalsOf(load('sink-after-two-at-the-tip'))).toEqual([]);
  });

  test('a tip that lies in the pocket is sunk along with it', () => {
    const sequence = load('sink-over-a-tip-folded-in');
    const replay = replaySequence(sequence);
    expect(refusalsOf(sequence)).toEqual([]);
    const { before, after } = replay.steps[6]!;
    expect([...checkState(after), ...checkLayers(after)]).toEqual([]);
    const offered = listResults(replay.steps[6]!.move, contextAfter(replay, 6));
    expect(offered.ok && offered.value.length).toBeGreaterThan(1);
    expect(after.facets.length).toBeGreaterThan(before.facets.length);
  });

  test('layers that change places against a sunk corner are ordered with all others, also with those far from it', () => {
    const { steps } = replaySequence(load('sink-among-loose-layers'));
    const { refusal, after } = steps.at(-1)!;
    expect(refusal).toBeUndefined();
    expect([...checkState(after), ...checkLayers(after)]).toEqual([]);
  });

  // Each sink's line is read off P and Q, which the first two sinks have moved: the fourth corner would have to pass
  // through the pocket of the third. The search proves that no order has its creases alike, so it is refused.
  test('the fourth of four corner sinks is refused where no order of layers is open', () => {
    expect(refusalsOf(load('sinks-front-pair-first'))).toEqual([expect.stringMatching(/^14 .*sunk open/)]);
  });
});

describe('four corner sinks at a fifth of the crease, measured along the paper', () => {
  const plan = load('sinks-front-pair-first');
  const sinks = new Map<string, Step>(
    (
      [
        ['P', 'P', 'Q'],
        ['Q', 'Q', 'P'],
        ['R', 'R', 'S'],
        ['S', 'S', 'R'],
      ] as const
    ).map(([corner, from, to]) => {
      const named = (name: string) => ({ kind: 'named', name });
      const [a, b] = [named(from), named(to)];
      const at = { kind: 'along', from: a, to: b, share: '1/5' };
      const line = { kind: 'across', at, to: { kind: 'through', a, b } };
      const move = { kind: 'sink', mode: 'open', line, flap: [named(corner)], picks: [] };
      return [corner, stepSchema.parse({ id: `k${corner}`, move })];
    }),
  );
  const foldIn = (order: string) =>
    replaySequence({
      ...plan,
      steps: [...plan.steps.slice(0, 10), ...[...order].map((corner) => sinks.get(corner)!)],
    });
  const first = foldIn('PQRS');

  test.each(['PQSR', 'SRQP', 'PRQS', 'QSPR', 'RQSP'])(
    'in the order %s all are open, and give one state',
    (order) => {
      const other = foldIn(order);
      for (const { steps } of [first, other]) {
        expect(steps.map((s) => s.refusal?.text)).toEqual(steps.map(() => undefined));
      }
      expect(isSameState(first.steps.at(-1)!.after, other.steps.at(-1)!.after)).toBe(true);
    },
  );
});

describe('creases and layers', () => {
  test('an accordion of a strip: four even pleats of a single layer', () => {
    const { steps } = replaySequence(load('accordion-of-a-strip'));
    expect(steps[0]!.refusal).toBeUndefined();
    const { after } = steps[0]!;
    expect(foldsOf(after).map((f) => Math.round(f.from[1] * 1e9) / 1e9)).toEqual([1.2, 1.4, 1.6, 1.8]);
    expect(toMeasures(after).height).toBeCloseTo(1.2, 9);
  });

  test('a crease a reverse fold needs in two layers: the layer where it is missing is named, with the remedy', () => {
    const found = checkSequence(replaySequence(load('crease-in-one-layer'))).filter(
      (f) => f.step === 3 && f.kind !== 'not flat',
    );
    expect(found).toHaveLength(1);
    expect(found[0]!.text).toContain('missing in the top layer, that of corner B');
    expect(found[0]!.text).toContain('Bend the crease back and forth there first.');
  });
});
