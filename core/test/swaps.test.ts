import { describe, expect, test } from '@jest/globals';
import { findBase } from '../src/bases/index.ts';
import { buildHeronPlan } from '../src/demo/index.ts';
import { beginVariant, chooseVariant } from '../src/editing/index.ts';
import { checkState, toMeasures } from '../src/folded/index.ts';
import { checkLayers } from '../src/layers/index.ts';
import { type Step, replaySequence, write } from '../src/sequence/index.ts';
import { swapFlaps } from '../src/trying/index.ts';

const { at, across, along, writeStep } = write;

/** A bird base whose flap A is folded back a third of its length. */
const withHead = (() => {
  const bird = findBase('bird')!;
  const [A, O] = [at('A'), at('O')];
  const head = writeStep('head', {
    kind: 'fold',
    sense: 'valley',
    line: across(along(A, O, '1/5'), { kind: 'through', a: A, b: O }),
    flap: [A],
    layers: 'flap',
  });
  return replaySequence({ sheet: bird.sheet, points: bird.points, steps: [...bird.steps, head] });
})();

describe('a stretch on other flaps of the base', () => {
  const last = withHead.steps.length;
  const found = swapFlaps(withHead, last, last);

  test('is offered once for each flap it folds on, every state a right one and none the same', () => {
    expect(withHead.steps.at(-1)!.refusal).toBeUndefined();
    expect(found.length).toBeGreaterThan(0);
    const flaps = found.map((s) => JSON.stringify((s.steps[0]!.move as { flap: unknown }).flap));
    expect(new Set([...flaps, JSON.stringify([at('A')])]).size).toBe(found.length + 1);
    for (const { after } of found) {
      expect([...checkState(after), ...checkLayers(after)]).toEqual([]);
      expect(toMeasures(after).spot.layers).toBe(toMeasures(withHead.steps.at(-1)!.after).spot.layers);
    }
  });

  test('swapped back by the inverse it is as it was', () => {
    for (const { map, steps } of found) {
      const swapped = replaySequence({
        ...withHead.sequence,
        steps: [...withHead.sequence.steps.slice(0, last - 1), ...steps],
      });
      const back = swapFlaps(swapped, last, last).map((s) => s.steps[0]!.move);
      const own = withHead.sequence.steps.at(-1)!.move;
      expect({ map, back: back.some((m) => JSON.stringify(m) === JSON.stringify(own)) }).toEqual({
        map,
        back: true,
      });
    }
  });

  test("the heron's neck and head fold on its other flaps, the legs after them too", () => {
    const plan = buildHeronPlan();
    const replay = replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });
    const neck = plan.steps.flatMap((s, i) => (s.passage === 'Neck and head' ? [i + 1] : []));
    const [first, end] = [neck[0]!, neck.at(-1)!];
    const offers = swapFlaps(replay, first, end);
    expect(offers.length).toBeGreaterThan(0);
    const ask = { id: 'w', first, last: end, name: 'On its flaps', newName: 'On others' };
    const other = beginVariant(plan, { ...ask, steps: offers[0]!.steps });
    const movesOf = (steps: readonly Step[]) => steps.slice(first - 1, end).map((s) => s.move);
    expect(movesOf(other.steps)).toEqual(offers[0]!.steps.map((s) => s.move));
    const folded = replaySequence({ ...replay.sequence, steps: other.steps }, replay);
    expect(folded.steps.flatMap((s) => s.refusal?.text ?? [])).toEqual([]);
    expect(movesOf(chooseVariant(other, 'w', 'On its flaps').steps)).toEqual(movesOf(plan.steps));
  });
});
