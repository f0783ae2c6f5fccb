import { specOf } from '../kinds/index.ts';
import type { Plan } from '../plan/index.ts';
import { type RepeatRun, type Step, write } from '../sequence/index.ts';

/**
 * Keeps the repeats of passages true after an edit: a run has one repeat for every step of its passage, in the same
 * order. Steps put into the passage are repeated too, steps taken out are no longer. A run from which the folder took a
 * single repeat is let go: what is left of it stays as repeats of their own.
 */
export function followRepeats(before: Plan, after: Plan): Plan {
  if (after.repeats.length === 0 || (after.steps === before.steps && after.repeats === before.repeats))
    return after;
  let { steps } = after;
  const kept: RepeatRun[] = [];
  for (const run of after.repeats) {
    const ends = findEnds(run, before.steps, steps);
    const passage = ends && passageOf(run, ends, steps);
    if (!passage || passage.length === 0) {
      steps = steps.filter((s) => s.run !== run.id);
      continue;
    }
    const own = { ...run, ...ends };
    if (isBrokenUp(run, before, steps, passage)) {
      steps = steps.map((s) => (s.run === run.id ? { ...s, run: null } : s));
      continue;
    }
    kept.push(own);
    steps = layRun(own, passage, steps);
  }
  const isSame = steps === after.steps && kept.every((r, i) => isSameRun(r, after.repeats[i]));
  return isSame && kept.length === after.repeats.length ? after : { ...after, steps, repeats: kept };
}

const isSameRun = (a: RepeatRun, b: RepeatRun | undefined): boolean =>
  b !== undefined && a.id === b.id && a.from === b.from && a.to === b.to;

/** First and last step of a run's passage that are still there, by the order they had before. */
function findEnds(
  run: RepeatRun,
  before: readonly Step[],
  steps: readonly Step[],
): Pick<RepeatRun, 'from' | 'to'> | undefined {
  const there = new Set(steps.map((s) => s.id));
  // Steps that still stand together are the passage, in whatever order they were put.
  const known = new Set(steps.flatMap((s) => (s.run === run.id ? [repeated(s)] : [])));
  const places = steps.flatMap((s, i) => (known.has(s.id) ? [i] : []));
  if (places.length === known.size && places.length > 1 && places.at(-1)! - places[0]! + 1 === places.length)
    return widest(run, steps, places[0]!, places.at(-1)!);
  if (there.has(run.from) && there.has(run.to)) return { from: run.from, to: run.to };
  const [a, b] = [run.from, run.to].map((id) => before.findIndex((s) => s.id === id));
  if (a! < 0 || b! < 0) return undefined;
  const left = before.slice(Math.min(a!, b!), Math.max(a!, b!) + 1).filter((s) => there.has(s.id));
  return left.length === 0 ? undefined : { from: left[0]!.id, to: left.at(-1)!.id };
}

/** The run's own ends where they reach beyond what is repeated so far: a step was put in at an end. */
function widest(
  run: RepeatRun,
  steps: readonly Step[],
  low: number,
  high: number,
): Pick<RepeatRun, 'from' | 'to'> {
  const own = [run.from, run.to].map((id) => steps.findIndex((s) => s.id === id)).filter((i) => i >= 0);
  const [first, last] = [Math.min(low, ...own), Math.max(high, ...own)];
  return { from: steps[first]!.id, to: steps[last]!.id };
}

/** Steps of the passage that fold paper; turning the model is not repeated with it. */
function passageOf(run: RepeatRun, ends: Pick<RepeatRun, 'from' | 'to'>, steps: readonly Step[]): Step[] {
  const [a, b] = [ends.from, ends.to].map((id) => steps.findIndex((s) => s.id === id));
  return steps
    .slice(Math.min(a!, b!), Math.max(a!, b!) + 1)
    .filter((s) => s.run !== run.id && specOf(s.move).motion !== 'whole model');
}

const repeated = (step: Step): string => (step.move.kind === 'repeat' ? step.move.of : '');

/** True when a repeat that was there is gone although the step it repeats is not. */
function isBrokenUp(run: RepeatRun, before: Plan, steps: readonly Step[], passage: readonly Step[]): boolean {
  const there = new Set(steps.flatMap((s) => (s.run === run.id ? [s.id] : [])));
  const wanted = new Set(passage.map((s) => s.id));
  return before.steps.some((s) => s.run === run.id && !there.has(s.id) && wanted.has(repeated(s)));
}

function layRun(run: RepeatRun, passage: readonly Step[], steps: readonly Step[]): Plan['steps'] {
  const own = new Map(steps.flatMap((s) => (s.run === run.id ? [[repeated(s), s] as const] : [])));
  const used = new Set(steps.map((s) => s.id));
  let count = 0;
  const nextId = (): string => {
    while (used.has(`${run.id}-${++count}`));
    return `${run.id}-${count}`;
  };
  const label = steps.find((s) => s.run === run.id)?.passage;
  const members = passage.map((original): Step => {
    const known = own.get(original.id);
    if (known) return sameTolerance(known, original);
    const { map, behind } = run;
    return write.writeStep(
      nextId(),
      { kind: 'repeat', of: original.id, map, behind },
      { passage: label ?? original.passage, run: run.id, tolerance: original.tolerance },
    );
  });
  const places = steps.flatMap((s, i) => (s.run === run.id ? [i] : []));
  if (places.length === members.length) {
    if (places.every((at, i) => steps[at] === members[i])) return steps as Plan['steps'];
    const laid = [...steps];
    places.forEach((at, i) => (laid[at] = members[i]!));
    return laid;
  }
  const at = places[0] ?? steps.findIndex((s) => s.id === passage.at(-1)!.id) + 1;
  const rest = steps.filter((s) => s.run !== run.id);
  const before = steps.slice(0, at).filter((s) => s.run !== run.id).length;
  return [...rest.slice(0, before), ...members, ...rest.slice(before)];
}

const sameTolerance = (step: Step, original: Step): Step =>
  JSON.stringify(step.tolerance) === JSON.stringify(original.tolerance)
    ? step
    : { ...step, tolerance: original.tolerance };

/** What a passage is folded again as. */
export interface RunAsk {
  readonly id: string;
  /** Numbers of the first and last step of the passage, from 1. */
  readonly first: number;
  readonly last: number;
  readonly map: RepeatRun['map'];
  readonly behind: boolean;
}

/** Folds a passage again straight after it. */
export function repeatPassage(plan: Plan, { id, first, last, map, behind }: RunAsk): Plan {
  const [from, to] = [plan.steps[first - 1], plan.steps[last - 1]];
  if (!from || !to) return plan;
  const run: RepeatRun = { id, from: from.id, to: to.id, map, behind };
  return followRepeats(plan, { ...plan, repeats: [...plan.repeats, run] });
}

/** Lets a run go: its repeats stay, and no longer follow what is put into or taken out of the passage. */
export const dissolveRun = (plan: Plan, id: string): Plan => ({
  ...plan,
  repeats: plan.repeats.filter((r) => r.id !== id),
  steps: plan.steps.map((s) => (s.run === id ? { ...s, run: null } : s)),
});
