import type { Plan } from '../plan/index.ts';
import { nameSteps } from '../sequence/index.ts';

/**
 * Keeps what creases and marks are called through an edit: c5 is c5 also after a step was put in before it, moved or taken
 * out. Names are kept with the steps only where the order alone would give others; a step that is new gets one of its own.
 */
export function keepNames(before: Plan, after: Plan): Plan {
  if (after.steps === before.steps) return after;
  const [was, is] = [nameSteps(before.steps), nameSteps(after.steps)];
  const nameOf = (names: typeof was, id: string): string | undefined => {
    const own = names.get(id);
    return own?.crease ?? own?.mark;
  };
  const isSame = after.steps.every((s) => !was.has(s.id) || nameOf(was, s.id) === nameOf(is, s.id));
  if (isSame) return after;
  return {
    ...after,
    steps: after.steps.map((s) => {
      const called = nameOf(was, s.id) ?? null;
      return called === s.called || called === null ? s : { ...s, called };
    }),
  };
}
