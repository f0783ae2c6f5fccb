import type { Plan } from '../plan/index.ts';
import { type Alternative, type Replay, type Step, replaySequence } from '../sequence/index.ts';

/** Keeps alternatives true after an edit: steps put between steps of a variant are part of it, anchors that went move on. */
export function followVariants(before: Plan, after: Plan): Plan {
  if (
    after.alternatives.length === 0 ||
    (after.steps === before.steps && after.alternatives === before.alternatives)
  )
    return after;
  let { steps } = after;
  const alternatives = after.alternatives.map((alternative) => {
    const places = placesOf(alternative.id, steps);
    if (places.length === 0) return { ...alternative, after: standingBefore(alternative, before, steps) };
    const [a, b] = [places[0]!, places.at(-1)!];
    if (b - a + 1 > places.length)
      steps = steps.map((s, i) =>
        i > a && i < b && s.variant === null ? { ...s, variant: alternative.id } : s,
      );
    return { ...alternative, after: steps[a - 1]?.id ?? null };
  });
  const isSame =
    steps === after.steps && alternatives.every((a, i) => a.after === after.alternatives[i]!.after);
  return isSame ? after : { ...after, steps, alternatives };
}

const placesOf = (id: string, steps: readonly Step[]): number[] =>
  steps.flatMap((s, i) => (s.variant === id ? [i] : []));

/** The last step before the stretch that is still there. */
function standingBefore(alternative: Alternative, before: Plan, steps: readonly Step[]): string | null {
  const there = new Set(steps.map((s) => s.id));
  const first = before.steps.findIndex((s) => s.variant === alternative.id);
  const end = first >= 0 ? first : before.steps.findIndex((s) => s.id === alternative.after) + 1;
  return (
    before.steps
      .slice(0, end)
      .reverse()
      .find((s) => there.has(s.id))?.id ?? null
  );
}

/** What a stretch of steps is given a second way as. */
export interface VariantAsk {
  readonly id: string;
  readonly first: number;
  readonly last: number;
  /** Name of the way folded so far, and of the new one, which begins as its copy. */
  readonly name: string;
  readonly newName: string;
  /** The new way, where it is no mere copy: a step for each of the stretch, by the same ids. */
  readonly steps?: readonly Step[];
}

/** Gives a stretch a second way; the new one is chosen and can be edited, the first one waits as it was. */
export function beginVariant(plan: Plan, { id, first, last, name, newName, steps }: VariantAsk): Plan {
  const stretch = plan.steps.slice(first - 1, last);
  if (stretch.length === 0) return plan;
  const waiting = stretch.map((s) => ({ ...s, variant: null }));
  return {
    ...plan,
    steps: plan.steps.map((s, i) =>
      i >= first - 1 && i < last ? { ...(steps?.[i - first + 1] ?? s), variant: id } : s,
    ),
    alternatives: [
      ...plan.alternatives,
      {
        id,
        chosen: newName,
        after: plan.steps[first - 2]?.id ?? null,
        others: [{ name, steps: waiting }],
      },
    ],
  };
}

/** The plan with another variant of a stretch chosen; the one chosen so far waits as it is. */
export function chooseVariant(plan: Plan, id: string, name: string): Plan {
  const alternative = plan.alternatives.find((a) => a.id === id);
  const wanted = alternative?.others.find((o) => o.name === name);
  if (!alternative || !wanted) return plan;
  const places = placesOf(id, plan.steps);
  const at = places[0] ?? plan.steps.findIndex((s) => s.id === alternative.after) + 1;
  const active = places.map((i) => ({ ...plan.steps[i]!, variant: null }));
  const rest = plan.steps.filter((s) => s.variant !== id);
  const taken = new Set(rest.map((s) => s.id));
  const coming = wanted.steps
    .filter((s) => !taken.has(s.id))
    .map((s) => ({ ...s, variant: id, run: runOf(s, plan) }));
  return {
    ...plan,
    steps: [...rest.slice(0, at), ...coming, ...rest.slice(at)],
    alternatives: plan.alternatives.map((a) =>
      a.id === id
        ? {
            ...a,
            chosen: name,
            others: a.others.map((o) => (o.name === name ? { name: a.chosen, steps: active } : o)),
          }
        : a,
    ),
  };
}

/** A run that was let go while the variant waited is let go in it too. */
const runOf = (step: Step, plan: Plan): string | null =>
  plan.repeats.some((r) => r.id === step.run) ? step.run : null;

/** Keeps the chosen way and forgets the others. */
export const settleVariant = (plan: Plan, id: string): Plan => ({
  ...plan,
  alternatives: plan.alternatives.filter((a) => a.id !== id),
  steps: plan.steps.map((s) => (s.variant === id ? { ...s, variant: null } : s)),
});

/** Until when a variant that is not chosen can still be taken instead. */
export interface LastChoice {
  readonly alternative: string;
  readonly name: string;
  /**
   * Number of the last step after which the variant can begin, with the stretch left out until then and every step of
   * the plan still folding; undefined when it does not fold at its own place either.
   */
  readonly step?: number;
}

/** Steps tried after the stretch, so that the question stays quick on a long plan. */
const MOST_TRIED = 40;

/**
 * For each variant that waits: how long a folder can put the decision off. The plan is folded without the stretch and
 * the variant put in ever later, as long as everything folds.
 */
export function lastChoices(plan: Plan, replay: Replay): LastChoice[] {
  return plan.alternatives.flatMap((alternative) => {
    const places = placesOf(alternative.id, plan.steps);
    const at = places[0] ?? plan.steps.findIndex((s) => s.id === alternative.after) + 1;
    const rest = plan.steps.filter((s) => s.variant !== alternative.id);
    return alternative.others.map(({ name, steps }): LastChoice => {
      let last: number | undefined;
      for (let later = at; later <= Math.min(rest.length, at + MOST_TRIED); later++) {
        const tried = [...rest.slice(0, later), ...steps, ...rest.slice(later)];
        const folded = replaySequence({ ...replay.sequence, steps: tried }, replay);
        if (folded.steps.some((s) => s.refusal)) break;
        // Steps after the stretch keep the number they have with the chosen variant.
        last = later === at ? at : later + places.length;
      }
      return { alternative: alternative.id, name, ...(last === undefined ? {} : { step: last }) };
    });
  });
}
