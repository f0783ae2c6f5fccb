import { describe, expect, test } from '@jest/globals';
import { buildMothPlan } from '../../src/demo/index.ts';
import { buildPlan } from '../../src/plan/index.ts';
import { Reader } from '../../src/references/index.ts';
import { readPosed } from '../../src/readings/index.ts';
import { contextAfter, replaySequence } from '../../src/sequence/index.ts';
import { readAction, shapingStepSchema } from '../../src/shaping/index.ts';

const named = (name: string) => ({ kind: 'named' as const, name });

describe('a flap of a bare square, turned about its middle', () => {
  const plan = {
    ...buildPlan('Bare'),
    shaping: [
      shapingStepSchema.parse({
        id: 'flap',
        act: {
          kind: 'turn',
          line: {
            kind: 'through',
            a: { kind: 'between', from: named('A'), to: named('B'), share: '1/2' },
            b: { kind: 'between', from: named('D'), to: named('C'), share: '1/2' },
          },
          flap: [named('C')],
          degrees: 20,
          least: 10,
          most: 130,
        },
      }),
    ],
  };
  const replay = replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [] });
  const { shaped } = readPosed(plan, replay, { sideMm: 100 });
  const input = { replay, steps: plan.shaping, sideMm: 100 };
  const read = (held: [number, number], pulled: [number, number], watched: [number, number]) =>
    readAction({ step: 'flap', held, pulled, watched }, input, shaped)!;

  test('a lever: ways are as the distances from the line', () => {
    const { from, to, ratio, ways, stops } = read([0.1, 0.1], [0.7, 0.5], [1, 0.2]);
    expect([from, to, stops]).toEqual([10, 130, [undefined, undefined]]);
    expect(ratio).toBeCloseTo(0.5 / 0.2, 9);
    // Thirteen pictures make a polygon of twelve chords of the arc of 120 degrees.
    const chord = 2 * 0.2 * Math.sin((5 * Math.PI) / 180);
    expect(ways.at(-1)!.pulled).toBeCloseTo(12 * chord, 9);
  });

  test('law: only what lies beyond the line moves; seen from the flap the rest of the sheet does', () => {
    expect(read([0.1, 0.1], [0.3, 0.9], [1, 1]).ratio).toBeUndefined();
    const seen = read([0.9, 0.9], [0.2, 0.5], [0, 0.5]);
    expect(seen.ratio).toBeCloseTo(0.5 / 0.3, 9);
    expect(read([0.9, 0.9], [0.2, 0.5], [0.8, 0.1]).ways.at(-1)!.watched).toBeCloseTo(0, 9);
  });

  test('a step that is gone, and a place off the sheet, move nothing', () => {
    expect(readAction({ step: 'x', held: [0, 0], pulled: [1, 1], watched: [1, 0] }, input, shaped)).toBe(
      undefined,
    );
    expect(read([0, 0], [2, 2], [1, 0])).toBeUndefined();
  });
});

test('the moth beats its wings: the fore wing goes farther than the hind wing that is pulled, within its range', () => {
  const plan = buildMothPlan();
  const replay = replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });
  const { shaped, sideMm } = readPosed(plan, replay);
  const [action] = plan.finish.actions;
  const reader = new Reader(contextAfter(replay), (line) => line);
  const [held, pulled, watched] = [action!.held, action!.pulled, action!.watched].map((p) => reader.paper(p));
  const read = readAction(
    { step: action!.step, held: held!, pulled: pulled!, watched: watched! },
    { replay, steps: plan.shaping, sideMm },
    shaped,
  )!;
  expect([read.from, read.to]).toEqual([10, 30]);
  expect(read.ratio!).toBeGreaterThan(2);
  read.ways.slice(1).forEach((w, i) => {
    expect(w.watched).toBeGreaterThanOrEqual(read.ways[i]!.watched);
  });
});
