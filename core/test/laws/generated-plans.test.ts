import { describe, expect, test } from '@jest/globals';
import { checkState, toMeasures } from '../../src/folded/index.ts';
import { buildChance } from '../../src/chance/index.ts';
import {
  type Replay,
  type Sequence,
  type Step,
  replaySequence,
  stepSchema,
} from '../../src/sequence/index.ts';
import { generateSteps } from '../generated.ts';
import { often } from '../long.ts';

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

  test('random edits one after the other give, replayed with what is kept, what a replay from nothing gives', () => {
    const chance = buildChance(20261130);
    const repeat = (of: string, id: string): Step =>
      stepSchema.parse({
        id,
        move: { kind: 'repeat', of, map: { kind: 'mirror', in: ['A', 'C'] }, behind: chance() < 0.3 },
      });
    const spare = generateSteps(30, 15);
    let sequence: Sequence = { sheet: { kind: 'square' }, points: {}, steps: generateSteps(20, 14) };
    let kept = replaySequence(sequence);
    let refusedForLater = 0;
    for (let edit = 0; edit < often(25, 60); edit++) {
      const steps = [...sequence.steps];
      const at = (): number => Math.floor(chance() * steps.length);
      const kind = chance();
      if (kind < 0.25) steps.splice(at(), 1);
      else if (kind < 0.5) steps.splice(at(), 0, { ...spare[edit % 30]!, id: `e${edit}` });
      else if (kind < 0.75) steps.splice(at(), 0, repeat(steps[at()]!.id, `r${edit}`));
      else {
        const [moved] = steps.splice(at(), 1);
        steps.splice(at(), 0, moved!);
      }
      sequence = { ...sequence, steps };
      kept = replaySequence(sequence, kept);
      const scratch = replaySequence(sequence);
      const tell = (r: Replay) =>
        r.steps.map((s) => [s.step.id, s.refusal?.text, s.after.facets, [...s.after.order], s.after.resting]);
      expect({ edit, steps: tell(kept) }).toEqual({ edit, steps: tell(scratch) });
      refusedForLater += kept.steps.filter((s) => s.refusal?.text.includes('is not folded before')).length;
    }
    expect(refusedForLater).toBeGreaterThan(0);
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
