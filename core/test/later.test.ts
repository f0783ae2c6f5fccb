import { describe, expect, test } from '@jest/globals';
import { readLater, readStep, sayGap, sayUse } from '../src/readings/index.ts';
import { defaultLimits } from '../src/paper/index.ts';
import { replaySequence, write } from '../src/sequence/index.ts';

const { at, onto, through, writeStep } = write;
const [A, B, D, O] = [at('A'), at('B'), at('D'), at('O')];

/** A diagonal fold, its tip reversed in: the tip's stretch of the diagonal turns its sense. */
const replay = replaySequence({
  sheet: { kind: 'square' },
  points: {},
  steps: [
    writeStep('mark', { kind: 'pinch', sense: 'valley', line: onto(A, B), on: [A, B] }),
    writeStep('half', { kind: 'fold', sense: 'valley', line: through(B, D), flap: [A], layers: 'flap' }),
    writeStep('tip', {
      kind: 'reverse',
      mode: 'inside',
      line: through({ kind: 'mark', step: 'mark' }, O),
      flap: [B],
    }),
    writeStep('turn', { kind: 'turn', over: 'sideways' }),
  ],
});

describe('what later steps make of a step', () => {
  test('the steps fold', () => {
    expect(replay.steps.map((s) => s.refusal?.text)).toEqual([undefined, undefined, undefined, undefined]);
  });

  test('a mark that a later step is found by is structural; a fold nothing is found by is not', () => {
    const mark = readLater(replay, 1);
    expect(mark.usedBy).toEqual([3]);
    expect(sayUse(mark, false)).toBe('Structural: step 3 is found by it.');
    const tip = readLater(replay, 3);
    expect(tip.usedBy).toEqual([]);
    expect(sayUse(tip, true)).toMatch(/^To taste/);
    expect(readLater(replay, 9)).toEqual({ usedBy: [] });
  });

  test('a fold that is reversed later wraps its layers both ways: pi/2 as much gap', () => {
    const half = readLater(replay, 2);
    expect(half.reversedAt).toBe(3);
    const gap = (later?: ReturnType<typeof readLater>): number =>
      readStep(replay.steps[1]!, 200, 0.2, 1, defaultLimits, later).gapMm!;
    expect(gap(half) / gap()).toBeCloseTo(Math.PI / 2, 12);
    expect(sayGap(gap(half) * 3, half, 'mm')).toMatch(
      /^Leave 0\.9 mm at the edge, .*; step 3 turns this fold round\.$/,
    );
    expect(sayGap(0.1, half, 'mm')).toBe('');
    // Turned over, a crease keeps its sense: it belongs to the sheet.
    const { sequence } = replay;
    const turned = replaySequence({ ...sequence, steps: sequence.steps.filter((s) => s.id !== 'tip') });
    expect(turned.steps.at(-1)!.move.kind).toBe('turn');
    expect(readLater(turned, 2).reversedAt).toBeUndefined();
  });
});
