import type { Plan } from '../plan/index.ts';
import { type Step, moveWord } from '../sequence/index.ts';

/** What the parts of a plan are called where one was changed. */
const PARTS: Readonly<Record<Exclude<keyof Plan, 'steps'>, string>> = {
  name: 'the name',
  cast: 'the cast it belongs to',
  tags: 'the tags',
  origin: 'whose design it is',
  sheet: 'the sheet',
  paper: 'the paper',
  brief: 'the brief',
  limbs: 'the limbs',
  figure: 'the stick figure',
  baseId: 'the base',
  ownBase: 'the base of its own',
  marks: 'the marks',
  points: 'the named places',
  repeats: 'the repeats',
  alternatives: 'the ways that wait',
  zones: 'the parts without creases',
  sizeStep: 'the step that is measured',
  shaping: 'the shaping',
  pieces: 'the further pieces',
  fits: 'how the pieces are put together',
  finish: 'the finish',
};

/**
 * What an edit did, in a few words: "new step 5, valley", "the note of step 3", "the sheet". Steps are named by the number
 * they have in the plan that has them. Empty where nothing differs.
 */
export function sayChange(before: Plan, after: Plan): string {
  const steps = saySteps(before.steps, after.steps);
  const others = partsThatDiffer(before, after);
  // What follows a step by itself (places it names, repeats) is not said beside it.
  if (steps !== '') return steps;
  if (others.length > MOST_PARTS) return `${others.length} parts of the plan`;
  return others.join(' and ');
}

/** Every difference between two versions of a plan, one by one, steps in the order of the second. */
export function listDifferences(then: Plan, now: Plan): string[] {
  const was = new Map(then.steps.map((s, i) => [s.id, { step: s, number: i + 1 }]));
  const is = new Set(now.steps.map((s) => s.id));
  const gone = [...was.values()]
    .filter(({ step }) => !is.has(step.id))
    .map(({ step, number }) => `step ${number}, ${moveWord(step)}, is left out`);
  const others = now.steps.flatMap((step, i) => {
    const old = was.get(step.id);
    const own = `step ${i + 1}, ${moveWord(step)},`;
    if (!old) return [`${own} is new`];
    const said = sayStepChange(old.step, step, i + 1);
    return said === '' ? [] : [said];
  });
  const kept = (a: Plan, b: Plan): string => {
    const there = new Set(b.steps.map((s) => s.id));
    return a.steps.flatMap((s) => (there.has(s.id) ? [s.id] : [])).join();
  };
  const moved = kept(then, now) === kept(now, then) ? [] : ['the steps stand in another order'];
  return [...gone, ...others, ...moved, ...partsThatDiffer(then, now).map((part) => `${part} differs`)];
}

const partsThatDiffer = (before: Plan, after: Plan): string[] =>
  (Object.keys(PARTS) as (keyof typeof PARTS)[])
    .filter((part) => JSON.stringify(before[part]) !== JSON.stringify(after[part]))
    .map((part) => PARTS[part]);

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
    return sayStepChange(was!.get(one.step.id)!.step, one.step, one.number);
  }
  const moved = after.findIndex((s, i) => s.id !== before[i]?.id);
  return moved < 0 ? '' : 'the order of the steps';
}

/** What differs in a step: "the note of step 3", or that it was changed; empty where nothing does. */
function sayStepChange(old: Step, step: Step, number: number): string {
  const keys = (Object.keys(step) as (keyof Step)[]).filter(
    (key) => JSON.stringify(old[key]) !== JSON.stringify(step[key]),
  );
  const [key] = keys;
  if (!key) return '';
  const part = keys.length === 1 ? STEP_PARTS[key] : undefined;
  return part ? `${part} of step ${number}` : `changing step ${number}, ${moveWord(step)}`;
}

/** Parts of a step that have a word of their own; a change of its move is a change of the step. */
const STEP_PARTS: Readonly<Partial<Record<keyof Step, string>>> = {
  note: 'the note',
  passage: 'the passage',
  tolerance: 'how exact',
  called: 'the name of the crease',
  keepsMm: 'what the lengths keep',
};
