import type { Plan } from '../plan/index.ts';
import { type Step, moveWord } from '../sequence/index.ts';

/** What the parts of a plan are called where one was changed. */
const PARTS: Readonly<Record<Exclude<keyof Plan, 'steps'>, string>> = {
  name: 'the name',
  cast: 'the cast it belongs to',
  sheet: 'the sheet',
  paper: 'the paper',
  brief: 'the brief',
  limbs: 'the limbs',
  figure: 'the stick figure',
  baseId: 'the base',
  marks: 'the marks',
  points: 'the named places',
  repeats: 'the repeats',
  alternatives: 'the ways that wait',
  zones: 'the parts without creases',
  sizeStep: 'the step that is measured',
  finish: 'the finish',
};

/**
 * What an edit did, in a few words: "new step 5, valley", "the note of step 3", "the sheet". Steps are named by the number
 * they have in the plan that has them. Empty where nothing differs.
 */
export function sayChange(before: Plan, after: Plan): string {
  const steps = saySteps(before.steps, after.steps);
  const others = (Object.keys(PARTS) as (keyof typeof PARTS)[]).filter(
    (part) => JSON.stringify(before[part]) !== JSON.stringify(after[part]),
  );
  // What follows a step by itself (places it names, repeats) is not said beside it.
  if (steps !== '') return steps;
  if (others.length > MOST_PARTS) return `${others.length} parts of the plan`;
  return others.map((part) => PARTS[part]).join(' and ');
}

const MOST_PARTS = 2;

function saySteps(before: readonly Step[], after: readonly Step[]): string {
  const [was, is] = [before, after].map(
    (list) => new Map(list.map((s, i) => [s.id, { step: s, number: i + 1 }])),
  );
  const added = [...is!.values()].filter(({ step }) => !was!.has(step.id));
  const gone = [...was!.values()].filter(({ step }) => !is!.has(step.id));
  const say = ({ step, number }: { step: Step; number: number }): string =>
    `step ${number}, ${moveWord(step)}`;
  if (added.length > 0 && gone.length > 0) return `${added.length} new steps for ${gone.length}`;
  if (added.length > 0) return added.length === 1 ? `new ${say(added[0]!)}` : `${added.length} new steps`;
  if (gone.length > 0)
    return gone.length === 1 ? `leaving out ${say(gone[0]!)}` : `leaving out ${gone.length} steps`;
  const changed = [...is!.values()].filter(
    ({ step }) => JSON.stringify(was!.get(step.id)!.step) !== JSON.stringify(step),
  );
  if (changed.length > 1) return `${changed.length} steps`;
  const [one] = changed;
  if (one) {
    const old = was!.get(one.step.id)!.step;
    const keys = (Object.keys(one.step) as (keyof Step)[]).filter(
      (key) => JSON.stringify(old[key]) !== JSON.stringify(one.step[key]),
    );
    const [key] = keys;
    const part = keys.length === 1 && key ? STEP_PARTS[key] : undefined;
    return part ? `${part} of step ${one.number}` : `changing ${say(one)}`;
  }
  const moved = after.findIndex((s, i) => s.id !== before[i]?.id);
  return moved < 0 ? '' : 'the order of the steps';
}

/** Parts of a step that have a word of their own; a change of its move is a change of the step. */
const STEP_PARTS: Readonly<Partial<Record<keyof Step, string>>> = {
  note: 'the note',
  passage: 'the passage',
  tolerance: 'how exact',
};
