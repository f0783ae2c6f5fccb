import { specOf } from '../kinds/index.ts';
import type { StepNames } from '../references/index.ts';
import type { Step } from './schema.ts';

/** Names by step id, in the order the steps make their creases; unique in a plan and short. */
export function nameSteps(steps: readonly Step[]): ReadonlyMap<string, StepNames> {
  const names = new Map<string, StepNames>();
  const kinds = new Map(steps.map((s) => [s.id, s.move]));
  let [creases, marks] = [0, 0];
  steps.forEach((step, i) => {
    const number = i + 1;
    const original = step.move.kind === 'repeat' ? kinds.get(step.move.of) : step.move;
    const leaves = original ? specOf(original).leaves : 'nothing';
    if (leaves === 'mark') names.set(step.id, { number, mark: `m${++marks}` });
    else if (leaves === 'crease') names.set(step.id, { number, crease: `c${++creases}` });
    else names.set(step.id, { number });
  });
  for (const { move } of steps) {
    const original = move.kind === 'repeat' ? names.get(move.of) : undefined;
    if (original && move.kind === 'repeat')
      names.set(move.of, { ...original, repeats: (original.repeats ?? 0) + 1 });
  }
  return names;
}

/** One word for the move, as under a thumbnail. */
export const moveWord = ({ move }: Step): string => specOf(move).word(move);
