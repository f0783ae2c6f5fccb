import { useState } from 'react';
import { copyPassage } from '@jade/core/editing';
import type { Plan } from '@jade/core/plan';
import { sayFault, useListPlansQuery } from '../../api/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { freshId, stepSelected, useChange, useEdit, usePlan, usePlanState } from '../../plan/index.ts';
import { Ways } from './Ways.tsx';
import { Choice, NumberField, Leaf, Notice, TextField } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** What is done with several steps together: naming a passage, a second way to fold it, one from another plan. */
export function PassageLeaf({ step, onClose }: { step: number; onClose: () => void }) {
  const plan = usePlan();
  const [first, last] = passageAround(plan, step);
  const [range, setRange] = useState({ first, last });
  if (step === 0)
    return (
      <Leaf open onOpen={(open) => !open && onClose()} title={WORDS.passage} width="wide">
        <FromAnotherPlan step={0} onClose={onClose} />
      </Leaf>
    );
  return (
    <Leaf open onOpen={(open) => !open && onClose()} title={WORDS.passage} width="wide">
      <div className="mb-4 flex flex-wrap items-end gap-4">
        <NumberField
          label={WORDS.fromStep}
          className="w-24"
          value={range.first}
          low={1}
          high={range.last}
          onNumber={(n) => setRange((r) => ({ ...r, first: n }))}
        />
        <NumberField
          label={WORDS.toStep}
          className="w-24"
          value={range.last}
          low={range.first}
          high={plan.steps.length}
          onNumber={(n) => setRange((r) => ({ ...r, last: n }))}
        />
        <p className="note pb-2">
          {range.last - range.first + 1} {range.first === range.last ? WORDS.step : WORDS.steps} of{' '}
          {plan.steps.length}
        </p>
      </div>
      <NamePassage range={range} onClose={onClose} />
      <Ways step={step} range={range} onClose={onClose} />
      <HeldOpen range={range} onClose={onClose} />
      <FromAnotherPlan step={step} onClose={onClose} />
    </Leaf>
  );
}

/** A stretch over which the model does not lie flat on purpose: it is not put down in the middle of it. */
function HeldOpen({ range: { first, last }, onClose }: { range: Range; onClose: () => void }) {
  const { steps } = usePlan();
  const edit = useEdit();
  const own = steps[first - 1];
  const isHeld = own !== undefined && own.openUntil === steps[last - 1]?.id && first < last;
  const hold = (): void => {
    edit((p) => void (p.steps[first - 1]!.openUntil = isHeld ? null : p.steps[last - 1]!.id));
    onClose();
  };
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <h3 className="head">{WORDS.heldOpen}</h3>
      <p className="note mb-2 max-w-[560px]">
        Where the model does not lie flat on purpose, from step {first} until step {last}. The engine folds
        these steps flat all the same; evenings do not end among them, and the bench says so.
      </p>
      <button type="button" className="btn" disabled={first === last} onClick={hold}>
        {isHeld ? WORDS.itLiesFlatAll : WORDS.itDoesNotLie}
      </button>
    </section>
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

export interface Range {
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
      <h3 className="head">{WORDS.itsName}</h3>
      <div className="flex flex-wrap items-end gap-4">
        <TextField label={WORDS.nameOfThePassage} most={60} className="w-64" value={name} onText={setName} />
        <button type="button" className="btn" onClick={give}>
          {WORDS.nameTheseSteps}
        </button>
      </div>
    </section>
  );
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
      <h3 className="head">{WORDS.fromAnotherPlan}</h3>
      {error ? (
        <Notice tone="care">{sayFault(error)}</Notice>
      ) : from === undefined ? (
        <p className="note">{WORDS.thereIsNoOther}</p>
      ) : (
        <>
          <Choice
            label={WORDS.plan}
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
