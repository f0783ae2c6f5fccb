import { specOf } from '../kinds/index.ts';
import type { StepNames } from '../references/index.ts';
import type { Step } from './schema.ts';

/**
 * Names by step id; unique in a plan and short. A name that was kept with its step stays; the others follow the order in
 * which the steps make their creases and marks, from the first number above those that were kept.
 */
export function nameSteps(steps: readonly Step[]): ReadonlyMap<string, StepNames> {
  const names = new Map<string, StepNames>();
  const kinds = new Map(steps.map((s) => [s.id, s.move]));
  const leavesOf = ({ move }: Step): 'crease' | 'mark' | 'nothing' => {
    const original = move.kind === 'repeat' ? kinds.get(move.of) : move;
    return original ? specOf(original).leaves : 'nothing';
  };
  const kept = new Map<string, string>();
  for (const step of steps) {
    const letter = leavesOf(step).charAt(0);
    // Of two steps with one name, as after a copy, the first keeps it.
    if (step.called?.startsWith(letter) && !kept.has(step.called)) kept.set(step.called, step.id);
  }
  const most = (letter: string): number =>
    Math.max(0, ...[...kept.keys()].flatMap((n) => (n.startsWith(letter) ? [Number(n.slice(1))] : [])));
  const next = { crease: most('c'), mark: most('m') };
  steps.forEach((step, i) => {
    const number = i + 1;
    const leaves = leavesOf(step);
    if (leaves === 'nothing') {
      names.set(step.id, { number });
      return;
    }
    const own = step.called !== null && kept.get(step.called) === step.id ? step.called : undefined;
    names.set(step.id, { number, [leaves]: own ?? `${leaves.charAt(0)}${++next[leaves]}` });
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
