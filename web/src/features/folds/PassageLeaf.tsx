import { useEffect, useState } from 'react';
import { type LastChoice, beginVariant, chooseVariant, copyPassage, settleVariant } from '@jade/core/editing';
import type { Plan } from '@jade/core/plan';
import { sayFault, useListPlansQuery } from '../../api/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { getEngine, useEngine } from '../../engine/index.ts';
import { freshId, stepSelected, useChange, usePlan, usePlanState } from '../../plan/index.ts';
import { Choice, NumberField, Leaf, Notice, TextField } from '../../ui/index.ts';

/** What is done with several steps together: naming a passage, a second way to fold it, one from another plan. */
export function PassageLeaf({ step, onClose }: { step: number; onClose: () => void }) {
  const plan = usePlan();
  const [first, last] = passageAround(plan, step);
  const [range, setRange] = useState({ first, last });
  if (step === 0)
    return (
      <Leaf open onOpen={(open) => !open && onClose()} title="Passage" wide>
        <FromAnotherPlan step={0} onClose={onClose} />
      </Leaf>
    );
  return (
    <Leaf open onOpen={(open) => !open && onClose()} title="Passage" wide>
      <div className="mb-4 flex flex-wrap items-end gap-4">
        <NumberField
          label="From step"
          className="w-24"
          value={range.first}
          low={1}
          high={range.last}
          onNumber={(n) => setRange((r) => ({ ...r, first: n }))}
        />
        <NumberField
          label="to step"
          className="w-24"
          value={range.last}
          low={range.first}
          high={plan.steps.length}
          onNumber={(n) => setRange((r) => ({ ...r, last: n }))}
        />
        <p className="note pb-2">
          {range.last - range.first + 1} {range.first === range.last ? 'step' : 'steps'} of{' '}
          {plan.steps.length}
        </p>
      </div>
      <NamePassage range={range} onClose={onClose} />
      <Ways step={step} range={range} onClose={onClose} />
      <FromAnotherPlan step={step} onClose={onClose} />
    </Leaf>
  );
}

/** Numbers of the first and last step of the passage a step belongs to. */
function passageAround(plan: Plan, step: number): [number, number] {
  const name = plan.steps[step - 1]?.passage;
  let [first, last] = [step, step];
  if (!name) return [first, last];
  while (plan.steps[first - 2]?.passage === name) first--;
  while (plan.steps[last]?.passage === name) last++;
  return [first, last];
}

interface Range {
  readonly first: number;
  readonly last: number;
}

function NamePassage({ range, onClose }: { range: Range; onClose: () => void }) {
  const plan = usePlan();
  const change = useChange();
  const [name, setName] = useState(plan.steps[range.first - 1]?.passage ?? '');
  const give = (): void => {
    change((p) => ({
      ...p,
      steps: p.steps.map((s, i) =>
        i >= range.first - 1 && i < range.last ? { ...s, passage: name.trim() } : s,
      ),
    }));
    onClose();
  };
  return (
    <section className="border-t border-rule pt-3">
      <h3 className="head">Its name</h3>
      <div className="flex flex-wrap items-end gap-4">
        <TextField label="Name of the passage" most={60} className="w-64" value={name} onText={setName} />
        <button type="button" className="btn" onClick={give}>
          Name these steps
        </button>
      </div>
    </section>
  );
}

function Ways({ step, range, onClose }: { step: number; range: Range; onClose: () => void }) {
  const plan = usePlan();
  const change = useChange();
  const choices = useChoices();
  const [name, setName] = useState('As it is');
  const [newName, setNewName] = useState('Another way');
  const own = plan.alternatives.find(
    (a) => a.id === plan.steps[step - 1]?.variant || a.after === plan.steps[step - 1]?.id,
  );
  if (own)
    return (
      <section className="mt-4 border-t border-rule pt-3">
        <h3 className="head">Ways to fold it</h3>
        <ul>
          <li className="py-1">
            <b>{own.chosen}</b> is folded.
          </li>
          {own.others.map((other) => {
            const choice = choices?.find((c) => c.alternative === own.id && c.name === other.name);
            return (
              <li key={other.name} className="flex flex-wrap items-baseline gap-3 py-1">
                <button
                  type="button"
                  className="act"
                  onClick={() => {
                    change((p) => chooseVariant(p, own.id, other.name));
                    onClose();
                  }}
                >
                  Fold "{other.name}" instead
                </button>
                <span className="note">
                  {other.steps.length} {other.steps.length === 1 ? 'step' : 'steps'}.{' '}
                  {choice && sayChoice(choice)}
                </span>
              </li>
            );
          })}
        </ul>
        <button type="button" className="act mt-1" onClick={() => change((p) => settleVariant(p, own.id))}>
          Keep "{own.chosen}" and forget the others
        </button>
      </section>
    );
  const begin = (): void => {
    change((p) =>
      beginVariant(p, { id: freshId('w'), ...range, name: name.trim(), newName: newName.trim() }),
    );
    onClose();
  };
  const faulty = name.trim() === '' || newName.trim() === '' || name.trim() === newName.trim();
  const taken = plan.steps
    .slice(range.first - 1, range.last)
    .find((s) => s.variant !== null || s.run !== null);
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <h3 className="head">A second way to fold it</h3>
      <div className="flex flex-wrap items-end gap-4">
        <TextField label="This way is called" most={60} className="w-48" value={name} onText={setName} />
        <TextField label="The other" most={60} className="w-48" value={newName} onText={setNewName} />
        <button type="button" className="btn" disabled={faulty || taken !== undefined} onClick={begin}>
          Begin the other way
        </button>
      </div>
      <p className="note mt-1">
        {taken
          ? 'These steps are already part of another way or of a repeated passage; choose others.'
          : faulty
            ? 'Give the two ways two different names.'
            : 'The other way begins as a copy; change it as you like. Either can be taken at any time.'}
      </p>
    </section>
  );
}

const sayChoice = ({ step }: LastChoice): string =>
  step === undefined
    ? 'With it a later step does not fold.'
    : step === 0
      ? 'It has to be chosen at the start.'
      : `It can still be chosen after step ${step}, not later.`;

function useChoices(): readonly LastChoice[] | undefined {
  const { result } = useEngine();
  const [choices, setChoices] = useState<readonly LastChoice[]>();
  useEffect(() => {
    let live = true;
    getEngine()
      .readChoices()
      .then((found) => live && setChoices(found))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [result]);
  return choices;
}

function FromAnotherPlan({ step, onClose }: { step: number; onClose: () => void }) {
  const { id } = usePlanState();
  const change = useChange();
  const dispatch = useAppDispatch();
  const { data: plans, error } = useListPlansQuery();
  const others = (plans ?? []).filter((p) => p.id !== id && p.plan.steps.length > 0);
  const [chosen, setChosen] = useState('');
  const [said, setSaid] = useState('');
  const from = others.find((p) => p.id === chosen)?.plan ?? others[0]?.plan;
  const take = (passage: Passage): void => {
    if (!from) return;
    let leansOn: readonly number[] = [];
    change((into) => {
      const copied = copyPassage({ from, ...passage, into, after: step, freshId: () => freshId('s') });
      leansOn = copied.leansOn;
      return copied.plan;
    });
    dispatch(stepSelected(step + 1));
    if (leansOn.length === 0) onClose();
    else
      setSaid(
        `Taken. It leans on what step ${leansOn.join(', ')} of the other plan makes, which this plan has not; those of its steps say so and ask for another landmark.`,
      );
  };
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <h3 className="head">From another plan</h3>
      {error ? (
        <Notice tone="care">{sayFault(error)}</Notice>
      ) : from === undefined ? (
        <p className="note">There is no other plan with steps yet.</p>
      ) : (
        <>
          <Choice
            label="Plan"
            className="w-64"
            value={chosen || others[0]!.id}
            options={others.map((p) => ({ value: p.id, label: p.plan.name }))}
            onChoice={setChosen}
          />
          <ul className="mt-2">
            {passagesOf(from).map((p) => (
              <li key={p.first} className="flex items-baseline gap-3 py-0.5">
                <button type="button" className="act" onClick={() => take(p)}>
                  Take "{p.name}"
                </button>
                <span className="note">
                  {p.first === p.last ? `step ${p.first}` : `steps ${p.first} to ${p.last}`}; they come in
                  after step {step}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      {said && (
        <p role="status" className="note mt-2">
          {said}
        </p>
      )}
    </section>
  );
}

interface Passage extends Range {
  readonly name: string;
}

function passagesOf(plan: Plan): Passage[] {
  const found: Passage[] = [];
  plan.steps.forEach((s, i) => {
    const open = found.at(-1);
    const name = s.passage || 'no name';
    if (open?.name === name) found[found.length - 1] = { ...open, last: i + 1 };
    else found.push({ name, first: i + 1, last: i + 1 });
  });
  return found;
}
