import { type Step, stepsThatUse, stepsUsedBy } from '../sequence/index.ts';

/** Why a step cannot stand at another number: what it uses would come after it, or what uses it before. */
export function whyNotAt(steps: readonly Step[], from: number, to: number): string | undefined {
  const step = steps[from - 1];
  if (!step || from === to) return undefined;
  if (to < from) {
    const used = [...stepsUsedBy(step.move)].map((id) => steps.findIndex((s) => s.id === id) + 1);
    const late = Math.max(0, ...used.filter((n) => n >= to));
    return late > 0
      ? `Step ${from} uses what step ${late} makes; it can go no earlier than after it.`
      : undefined;
  }
  const users = stepsThatUse(step.id, steps).filter((n) => n > from && n <= to);
  return users.length > 0
    ? `Step ${users[0]} uses what step ${from} makes; it can go no later than before it.`
    : undefined;
}
