import { type Wait, waitMinutes } from '../waits/index.ts';
import type { Task } from './types.ts';

/** A step, flat or of shaping, as time sees it. */
export interface TimedStep {
  readonly minutes: number;
  /** Whether the model can be put down after it. */
  readonly canStop: boolean;
  readonly waits: readonly Wait[];
}

/** Copies of a model side by side, stretch by stretch, or one finished before the next is begun. */
export const schools = ['together', 'one by one'] as const;
export type School = (typeof schools)[number];

/** Stretches shorter than this are joined with the next: nobody sits down for five minutes. */
const LEAST_STRETCH = 25;
/** A wait longer than this is not sat through. */
const SITS_BY = 45;

/** The stretches of one folding, cut only where the model can lie: at long waits, and where enough has been folded. */
export function toStretches(steps: readonly TimedStep[], longest: number): Omit<Task, 'copy'>[] {
  const least = Math.min(LEAST_STRETCH, longest / 2);
  const cells: Omit<Task, 'copy'>[] = [];
  let open: { first: number; minutes: number } | undefined;
  steps.forEach(({ minutes, canStop, waits }, i) => {
    open ??= { first: i + 1, minutes: 0 };
    const beside = waitMinutes(waits);
    const sat = beside > 0 && beside <= SITS_BY ? beside : 0;
    open.minutes += minutes + sat;
    const isLong = beside > SITS_BY;
    if (!canStop && !isLong && i < steps.length - 1) return;
    cells.push({ first: open.first, last: i + 1, minutes: open.minutes, waits: isLong ? waits : [] });
    open = undefined;
  });
  // Short cells run together, as long as they stay within an evening.
  return cells.reduce<Omit<Task, 'copy'>[]>((list, cell) => {
    const last = list.at(-1);
    const joins =
      last !== undefined &&
      last.waits.length === 0 &&
      last.minutes < least &&
      last.minutes + cell.minutes <= Math.max(longest, least);
    if (joins) list[list.length - 1] = { ...cell, first: last.first, minutes: last.minutes + cell.minutes };
    else list.push(cell);
    return list;
  }, []);
}

/**
 * All foldings of a model as one list of tasks. Together: every stretch for all copies, then the next. One by one: a copy as
 * far as its next long wait, then the next copy as far, so that nobody sits beside drying paper.
 * `begun` steps of the first folding are done.
 */
export function toTasks(
  steps: readonly TimedStep[],
  copies: number,
  {
    school,
    longest,
    begun = 0,
  }: { readonly school: School; readonly longest: number; readonly begun?: number },
): Task[] {
  const all = toStretches(steps, longest);
  const left =
    begun > 0
      ? toStretches(steps.slice(begun), longest).map((s) => ({
          ...s,
          first: s.first + begun,
          last: s.last + begun,
        }))
      : all;
  const foldings = Array.from({ length: copies }, (_, k) =>
    (k === 0 ? left : all).map((s) => ({ ...s, copy: k + 1 })),
  );
  const parts = foldings.map((list) => {
    if (school === 'together') return list.map((task) => [task]);
    const runs: Task[][] = [[]];
    for (const task of list) {
      runs.at(-1)!.push(task);
      if (task.waits.length > 0) runs.push([]);
    }
    return runs.filter((r) => r.length > 0);
  });
  const rounds = Math.max(0, ...parts.map((p) => p.length));
  // The begun one is ahead: rounds are counted from the end, so that all copies meet at the same waits.
  return Array.from({ length: rounds }, (_, r) =>
    parts.flatMap((p) => p[r - (rounds - p.length)] ?? []),
  ).flat();
}
