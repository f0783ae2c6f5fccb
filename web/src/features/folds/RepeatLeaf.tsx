import { useState } from 'react';
import { repeatPassage } from '@jade/core/editing';
import { write } from '@jade/core/sequence';
import { type SheetSymmetry, symmetriesOf } from '@jade/core/sheet';
import { useAppDispatch } from '../../state/index.ts';
import { freshId, stepSelected, useChange, usePlan } from '../../plan/index.ts';
import { Choice, NumberField, Leaf } from '../../ui/index.ts';
import { WORDS } from './words.ts';

export const sayMap = (m: SheetSymmetry): string =>
  m.kind === 'mirror' ? `mirrored in ${m.in.join('–')}` : `turned by ${m.degrees}°`;

/** Folding again what was folded: one step or a passage, mirrored, turned, behind, or on every further flap. */
export function RepeatLeaf({ step, onClose }: { step: number; onClose: () => void }) {
  const plan = usePlan();
  const change = useChange();
  const dispatch = useAppDispatch();
  const maps = symmetriesOf(plan.sheet.shape);
  const turns = maps.filter((m) => m.kind === 'turn');
  const [first, setFirst] = useState(step);
  const [last, setLast] = useState(step);
  const [choice, setChoice] = useState('0');
  const [isBehind, setBehind] = useState(false);
  const wanted = choice === 'turns' ? turns : [maps[Number(choice)]!];
  const count = last - first + 1;
  const repeat = (): void => {
    change((p) =>
      [...wanted].reverse().reduce(
        (done, map) =>
          count === 1
            ? repeatStep(done, first, map, isBehind)
            : repeatPassage(done, {
                id: freshId('r'),
                first,
                last,
                map: structuredClone(map) as never,
                behind: isBehind,
              }),
        p,
      ),
    );
    dispatch(stepSelected(last + 1));
    onClose();
  };
  return (
    <Leaf open onOpen={(open) => !open && onClose()} title={WORDS.repeat}>
      <div className="flex flex-wrap items-end gap-4">
        <NumberField
          label={WORDS.fromStep}
          className="w-24"
          value={first}
          low={1}
          high={last}
          onNumber={setFirst}
        />
        <NumberField
          label={WORDS.toStep}
          className="w-24"
          value={last}
          low={first}
          high={plan.steps.length}
          onNumber={setLast}
        />
        <Choice
          label={WORDS.repeatIt}
          className="w-56"
          value={choice}
          options={[
            ...maps.map((m, i) => ({ value: String(i), label: sayMap(m) })),
            ...(turns.length > 1 ? [{ value: 'turns', label: WORDS.onEveryFurtherFlap }] : []),
          ]}
          onChoice={setChoice}
        />
        <label className="flex items-center gap-2 pb-2 text-[14px]">
          <input type="checkbox" checked={isBehind} onChange={() => setBehind((b) => !b)} /> behind
        </label>
      </div>
      <p className="note mt-3">
        {count === 1
          ? `Step ${first} is folded ${wanted.length === 1 ? 'once' : `${wanted.length} times`} more.`
          : `${count} steps are folded ${wanted.length === 1 ? 'once' : `${wanted.length} times`} more, and follow their originals: what you change, put in or take out there changes here.`}
      </p>
      <button type="button" className="btn solid mt-4" onClick={repeat}>
        {WORDS.repeat}
      </button>
    </Leaf>
  );
}

type Plan = ReturnType<typeof usePlan>;

function repeatStep(plan: Plan, number: number, map: SheetSymmetry, behind: boolean): Plan {
  const own = plan.steps[number - 1]!;
  const of = own.move.kind === 'repeat' ? own.move.of : own.id;
  const again = write.writeStep(
    freshId('s'),
    { kind: 'repeat', of, map: structuredClone(map) as never, behind },
    { passage: own.passage, tolerance: own.tolerance },
  );
  return { ...plan, steps: [...plan.steps.slice(0, number), again, ...plan.steps.slice(number)] };
}
