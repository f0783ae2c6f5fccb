import { describe, expect, test } from '@jest/globals';
import { checkState, toMeasures } from '../../src/folded/index.ts';
import { replaySequence } from '../../src/sequence/index.ts';
import { generateSteps } from '../generated.ts';

describe('generated plans of forty steps', () => {
  test.each([11, 12, 13])('seed %i replays without a refusal, the same twice, every state lawful', (seed) => {
    const steps = generateSteps(40, seed);
    expect(steps).toHaveLength(40);
    const sequence = { sheet: { kind: 'square' as const }, points: {}, steps };
    const [a, b] = [replaySequence(sequence), replaySequence(sequence)];
    for (const s of a.steps)
      expect({ seed, step: s.number, refusal: s.refusal, broken: checkState(s.after) }).toEqual({
        seed,
        step: s.number,
        refusal: undefined,
        broken: [],
      });
    expect(toMeasures(a.steps.at(-1)!.after)).toEqual(toMeasures(b.steps.at(-1)!.after));
  });

  test('an edit in the middle gives what a replay from nothing gives', () => {
    const steps = generateSteps(40, 14);
    const sequence = { sheet: { kind: 'square' as const }, points: {}, steps };
    const edited = { ...sequence, steps: steps.filter((_, i) => i !== 20) };
    const [incremental, scratch] = [replaySequence(edited, replaySequence(sequence)), replaySequence(edited)];
    expect(incremental.steps.map((s) => [s.refusal?.kind, s.after.facets.length])).toEqual(
      scratch.steps.map((s) => [s.refusal?.kind, s.after.facets.length]),
    );
    expect([...incremental.steps.at(-1)!.after.order]).toEqual([...scratch.steps.at(-1)!.after.order]);
  });
});
