import { useState } from 'react';
import { copyShaping } from '@jade/core/editing';
import type { Plan } from '@jade/core/plan';
import { nameSteps } from '@jade/core/sequence';
import { shapingOf } from '@jade/core/shaping';
import { sayFault, useListPlansQuery } from '../../api/index.ts';
import { freshId, useChange, usePlanState } from '../../plan/index.ts';
import { Choice, Leaf, Notice } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** Shaping that another plan has already: all of it, or a step with what repeats it. */
export function FromAnother({ onClose }: { readonly onClose: () => void }) {
  const { id } = usePlanState();
  const change = useChange();
  const { data: plans, error } = useListPlansQuery();
  const others = (plans ?? []).filter((p) => p.id !== id && p.plan.shaping.length > 0);
  const [chosen, setChosen] = useState('');
  const [said, setSaid] = useState('');
  const from = (others.find((p) => p.id === chosen) ?? others[0])?.plan;
  const take = (taken: readonly string[]): void => {
    if (!from) return;
    let leansOn: readonly number[] = [];
    change((into) => {
      const copied = copyShaping({ from, taken, into, freshId: () => freshId('w') });
      leansOn = copied.leansOn;
      return copied.plan;
    });
    if (leansOn.length === 0) onClose();
    else
      setSaid(
        `Taken. It leans on what step ${leansOn.join(', ')} of the other plan folds, which this plan has not; those of its steps say so and ask for another place.`,
      );
  };
  return (
    <Leaf open onOpen={(open) => !open && onClose()} title={WORDS.shapingFromAnotherPlan} width="wide">
      {error ? (
        <Notice tone="care">{sayFault(error)}</Notice>
      ) : from === undefined ? (
        <p className="note">{WORDS.noOtherPlanShapes}</p>
      ) : (
        <>
          <div className="flex flex-wrap items-end gap-4">
            <Choice
              label={WORDS.plan}
              className="w-64"
              value={chosen || others[0]!.id}
              options={others.map((p) => ({ value: p.id, label: p.plan.name }))}
              onChoice={setChosen}
            />
            <button type="button" className="btn" onClick={() => take(from.shaping.map((s) => s.id))}>
              Take all {from.shaping.length}
            </button>
          </div>
          <ul className="mt-3" aria-label={WORDS.itsShapingSteps}>
            {rowsOf(from).map((row) => (
              <li key={row.id} className="grid grid-cols-[64px_1fr] gap-3 border-b border-rule py-1.5">
                <button
                  type="button"
                  className="act text-left"
                  aria-label={`Take shaping step ${row.number}`}
                  onClick={() => take([row.id])}
                >
                  Take {row.number}
                </button>
                <span>
                  {row.says}
                  {row.repeats > 0 && <span className="note"> Its repeat comes along.</span>}
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
    </Leaf>
  );
}

/** Steps of their own, each with how many others repeat it. */
function rowsOf(plan: Plan) {
  const names = nameSteps(plan.steps);
  return plan.shaping.flatMap(({ id, act }, i) =>
    act.kind === 'again'
      ? []
      : [
          {
            id,
            number: i + 1,
            says: shapingOf(act).say(act, names),
            repeats: plan.shaping.filter((s) => s.act.kind === 'again' && s.act.of === id).length,
          },
        ],
  );
}
