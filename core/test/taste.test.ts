import { describe, expect, test } from '@jest/globals';
import { beginVariant } from '../src/editing/index.ts';
import { buildHeronPlan } from '../src/demo/index.ts';
import { checkState, toMeasures } from '../src/folded/index.ts';
import { checkLayers } from '../src/layers/index.ts';
import { compareWays } from '../src/readings/index.ts';
import { replaySequence, sayStep, write } from '../src/sequence/index.ts';
import { defaultSettings } from '../src/settings/index.ts';
import { sayTasteEnd, tasteEnds } from '../src/slips/index.ts';

const { at, onto, along, across, through, writeStep } = write;
const heron = buildHeronPlan();
const replay = replaySequence({ sheet: heron.sheet.shape, points: heron.points, steps: heron.steps });
const taste = (share: number, sided?: 'less' | 'more') =>
  ({ kind: 'taste', share, ...(sided ? { sided } : {}) }) as const;

describe('a step by taste at the ends of its range', () => {
  test('is made with the whole sequence at the least and at the most; both are lawful states', () => {
    const turned = replay.steps.filter((s) => s.step.tolerance.kind === 'taste');
    expect(turned.length).toBeGreaterThan(5);
    for (const { number } of turned.slice(0, 4)) {
      const ends = tasteEnds(replay, number)!;
      expect(ends.map((e) => e.end)).toEqual(['least', 'most']);
      for (const { whole } of ends) expect([...checkState(whole), ...checkLayers(whole)]).toEqual([]);
    }
  });

  test('with the crease nearer to the tip less paper moves: a corner cut off at 1/4 of the diagonal', () => {
    const [a, c] = [at('A'), at('C')];
    const cut = writeStep(
      'cut',
      {
        kind: 'fold',
        sense: 'mountain',
        line: across(along(a, c, '1/4'), through(a, c)),
        flap: [a],
        layers: 'flap',
      },
      { tolerance: taste(0.05) },
    );
    const folded = replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [cut] });
    const [least, most] = tasteEnds(folded, 1)!;
    const areaOf = (state: (typeof folded)['start']): number => toMeasures(state).silhouetteArea;
    // The corner is a triangle of twice its height; its height is a quarter of the diagonal, 0.05 less or more.
    const cutOff = (height: number): number => 1 - height ** 2;
    expect(areaOf(least!.step)).toBeCloseTo(cutOff(Math.SQRT2 / 4 - 0.05), 9);
    expect(areaOf(most!.step)).toBeCloseTo(cutOff(Math.SQRT2 / 4 + 0.05), 9);
    expect(sayStep(cut, folded.sequence)).toMatch(/ To taste\.$/);
  });

  test('a side that is ruled out is left out, and the sentence says so', () => {
    const [a, b] = [at('A'), at('B')];
    const half = (tolerance: ReturnType<typeof taste>) =>
      writeStep(
        'h',
        { kind: 'fold', sense: 'valley', line: onto(a, b), flap: [a], layers: 'flap' },
        { tolerance },
      );
    const folded = (tolerance: ReturnType<typeof taste>) =>
      replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [half(tolerance)] });
    expect(tasteEnds(folded(taste(0.03, 'less')), 1)!.map((e) => e.end)).toEqual(['least']);
    const [most] = tasteEnds(folded(taste(0.03, 'more')), 1)!;
    // The crease goes past the middle: the doubled paper is wider by twice as much on one side.
    expect(toMeasures(most!.whole).width).toBeCloseTo(0.53, 9);
    expect(sayTasteEnd(most!, 200)).toBe('At the most every step folds; the model is 6.0 mm wider.');
    expect(sayStep(half(taste(0.03, 'less')), folded(taste(0.03)).sequence)).toMatch(
      /To taste, rather less than drawn\.$/,
    );
  });

  test('a later step that no longer folds is named, with why', () => {
    const steps = heron.steps.map((s, i) => (i === 30 ? { ...s, tolerance: taste(0.15) } : s));
    const folded = replaySequence({ ...replay.sequence, steps });
    const [least, most] = tasteEnds(folded, 31)!;
    expect(least!.refused[0]!.number).toBe(34);
    expect(sayTasteEnd(least!, 240)).toMatch(
      /^At the least step 34 does not fold \(and 1 more\): Paper would pass/,
    );
    expect(most!.refused).toEqual([]);
  });

  test('exact steps and steps without a line have no range', () => {
    expect(tasteEnds(replay, 1)).toBeUndefined();
    expect(tasteEnds(replay, 99)).toBeUndefined();
  });
});

describe('ways side by side', () => {
  const input = {
    plan: heron,
    replay,
    runs: [],
    diary: [],
    otherDiary: [],
    limits: defaultSettings.limits,
    sigma: defaultSettings.sigma,
    unit: 'mm' as const,
  };

  test('each way is the whole plan folded with it, read at the same sheet', () => {
    const [alternative] = heron.alternatives;
    const ways = compareWays(input, alternative!.id);
    expect(ways.map((w) => [w.name, w.isChosen])).toEqual([
      [alternative!.chosen, true],
      ...alternative!.others.map((o) => [o.name, false]),
    ]);
    expect(ways[0]!.steps).toBe(heron.steps.length);
    for (const way of ways) {
      expect(way.refused).toEqual([]);
      expect(way.minutes).toBeGreaterThan(30);
      expect(way.neededMm).toBeGreaterThan(100);
      expect(toMeasures(way.after).width).toBeGreaterThan(0);
    }
    expect(new Set(ways.map((w) => w.minutes)).size).toBeGreaterThan(1);
  });

  test('a way that begins as a copy is the same in every figure; one that is not there has none', () => {
    const plan = beginVariant(heron, { id: 'w', first: 36, last: 36, name: 'as it is', newName: 'other' });
    const [a, b] = compareWays({ ...input, plan }, 'w');
    expect({ ...a, name: '', isChosen: true, after: null }).toEqual({
      ...b,
      name: '',
      isChosen: true,
      after: null,
    });
    expect(compareWays(input, 'none')).toEqual([]);
  });
});
