import { useState } from 'react';
import { type Move, stepsThatUse } from '@jade/core/sequence';
import { symmetriesOf, type SheetSymmetry } from '@jade/core/sheet';
import { useAppDispatch } from '../../app/hooks.ts';
import { freshId, stepSelected, useEdit, usePlan, usePlanState } from '../../plan/index.ts';
import { Choice, TextField } from '../../ui/index.ts';
import type { Tool } from './tools.ts';

const sayMap = (m: SheetSymmetry): string =>
  m.kind === 'mirror' ? `mirrored in ${m.in.join('–')}` : `turned by ${m.degrees}°`;

/** The tool that makes such a move; undefined for kinds that come with a base or a plan and have no tool yet. */
function toolOf(move: Move): Tool | undefined {
  switch (move.kind) {
    case 'fold':
      return move.tuck ? 'tuck' : move.sense;
    case 'reverse':
      return move.mode === 'outside' ? 'outside' : 'inside';
    case 'sink':
      return move.mode === 'open' ? 'sink' : move.mode === 'closed' ? 'closed' : 'unsink';
    case 'repeat':
      return 'valley';
    case 'refold':
      return undefined;
    default:
      return move.kind;
  }
}

/** What can be done with the selected step besides looking: note, passage, change, move, repeat, leave out. */
export function StepActions({ onChange }: { onChange: (tool: Tool) => void }) {
  const plan = usePlan();
  const { step } = usePlanState();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const maps = symmetriesOf(plan.sheet.shape);
  const [map, setMap] = useState(0);
  const [isBehind, setBehind] = useState(false);
  const own = plan.steps[step - 1];
  if (!own)
    return (
      <p className="note px-7 pb-2">
        Drag a point of the model to where it shall come, or choose a move below and then its landmarks. Page
        Down and Page Up go through the steps.
      </p>
    );
  const users = stepsThatUse(own.id, plan.steps);
  const shift = (by: -1 | 1): void => {
    const to = step - 1 + by;
    if (to < 0 || to >= plan.steps.length) return;
    edit((p) => {
      const [moved] = p.steps.splice(step - 1, 1);
      p.steps.splice(to, 0, moved!);
    });
    dispatch(stepSelected(step + by));
  };
  const remove = (): void => {
    edit((p) => void p.steps.splice(step - 1, 1));
    dispatch(stepSelected(step - 1));
  };
  const repeat = (): void => {
    const of = own.move.kind === 'repeat' ? own.move.of : own.id;
    edit(
      (p) =>
        void p.steps.splice(step, 0, {
          id: freshId('s'),
          passage: own.passage,
          note: '',
          tolerance: { kind: 'exact' },
          move: { kind: 'repeat', of, map: structuredClone(maps[map]!) as never, behind: isBehind },
        }),
    );
    dispatch(stepSelected(step + 1));
  };
  const tool = toolOf(own.move);
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2 px-7 pb-2">
      <TextField
        label="Note to this step"
        most={2000}
        className="min-w-[200px] flex-1"
        value={own.note}
        onText={(t) => edit((p) => void (p.steps[step - 1]!.note = t), `note-${own.id}`)}
      />
      <TextField
        label="Passage"
        most={60}
        className="w-32"
        value={own.passage}
        onText={(t) => edit((p) => void (p.steps[step - 1]!.passage = t), `passage-${own.id}`)}
      />
      {tool && (
        <button type="button" className="act pb-2" onClick={() => onChange(tool)}>
          Change
        </button>
      )}
      <button type="button" className="act pb-2" onClick={() => shift(-1)} disabled={step === 1}>
        Earlier
      </button>
      <button
        type="button"
        className="act pb-2"
        onClick={() => shift(1)}
        disabled={step === plan.steps.length}
      >
        Later
      </button>
      <button
        type="button"
        className="act pb-2"
        onClick={remove}
        title={
          users.length > 0 ? `Steps ${users.join(', ')} use it and will say so` : 'No later step uses it'
        }
      >
        Leave out{users.length > 0 ? ` (used by ${users.join(', ')})` : ''}
      </button>
      {own.move.kind !== 'turn' && own.move.kind !== 'rotate' && (
        <>
          <Choice
            label="Repeat it"
            className="w-44"
            value={String(map)}
            options={maps.map((m, i) => ({ value: String(i), label: sayMap(m) }))}
            onChoice={(v) => setMap(Number(v))}
          />
          <label className="flex items-center gap-2 pb-2 text-[14px]">
            <input type="checkbox" checked={isBehind} onChange={() => setBehind((b) => !b)} /> behind
          </label>
          <button type="button" className="act pb-2" onClick={repeat}>
            Repeat
          </button>
        </>
      )}
    </div>
  );
}
