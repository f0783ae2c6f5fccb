import { useEffect, useState } from 'react';
import { hasLengths, whyNotAt } from '@jade/core/editing';
import { type Tool, specOf, toolOf } from '@jade/core/kinds';
import { stepsThatUse } from '@jade/core/sequence';
import { toLengthText } from '@jade/core/units';
import { useEngine } from '../../engine/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { stepSelected, useEdit, usePlan, usePlanState } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import { TextField, ask } from '../../ui/index.ts';
import { Exactness } from './Exactness.tsx';
import { WaitsButton, isTyping } from '../../stage/index.ts';
import { BaseLeaf } from './BaseLeaf.tsx';
import { PassageLeaf } from './PassageLeaf.tsx';
import { RepeatLeaf } from './RepeatLeaf.tsx';
import { WORDS } from './words.ts';

/** What can be done with the selected step besides looking: note, exactness, change, move, leave out, repeat, passage. */
export function StepActions({ onChange }: { onChange: (tool: Tool) => void }) {
  const plan = usePlan();
  const { step } = usePlanState();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const [why, setWhy] = useState<string>();
  const [leaf, setLeaf] = useState<'repeat' | 'passage' | 'base' | null>(null);
  const canBegin = step === 0;
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (e.key !== '0' || !canBegin || isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      e.preventDefault();
      setLeaf('base');
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [canBegin]);
  const own = plan.steps[step - 1];
  if (!own)
    return (
      <div className="px-7 pb-2">
        <p className="note">
          Drag a point of the model to where it shall come, or choose a move below and then its landmarks. Or{' '}
          <button type="button" className="act" onClick={() => setLeaf('base')}>
            {WORDS.beginWithABase}
          </button>{' '}
          (0), or{' '}
          <button type="button" className="act" onClick={() => setLeaf('passage')}>
            {WORDS.takeAPassageFrom}
          </button>
          , or{' '}
          <button type="button" className="act" onClick={() => ask('bring')}>
            {WORDS.bringInAPattern}
          </button>
          . All keys: ?
        </p>
        {leaf === 'passage' && <PassageLeaf step={0} onClose={() => setLeaf(null)} />}
        {leaf === 'base' && <BaseLeaf onClose={() => setLeaf(null)} />}
      </div>
    );
  const users = stepsThatUse(own.id, plan.steps);
  const shift = (by: -1 | 1): void => {
    const to = step - 1 + by;
    if (to < 0 || to >= plan.steps.length) return;
    const fault = whyNotAt(plan.steps, step, to + 1);
    setWhy(fault);
    if (fault) return;
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
  const tool = toolOf(own.move);
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2 px-7 pb-2">
      <TextField
        label={WORDS.noteToThisStep}
        most={2000}
        className="min-w-[200px] flex-1"
        value={own.note}
        onText={(t) => edit((p) => void (p.steps[step - 1]!.note = t), `note-${own.id}`)}
      />
      <Exactness step={step} />
      {hasLengths(own) && plan.sheet.sideMm !== null && (
        <label className="flex items-center gap-2 pb-2 text-[14px]" title={WORDS.whenTheSheetGets}>
          <input
            type="checkbox"
            checked={own.keepsMm}
            onChange={() => edit((p) => void (p.steps[step - 1]!.keepsMm = !own.keepsMm))}
          />{' '}
          stays in mm
          <Lengths />
        </label>
      )}
      {tool && (
        <button type="button" className="act pb-2" onClick={() => onChange(tool)}>
          {WORDS.change}
        </button>
      )}
      <button type="button" className="act pb-2" onClick={() => shift(-1)} disabled={step === 1}>
        {WORDS.earlier}
      </button>
      <button
        type="button"
        className="act pb-2"
        onClick={() => shift(1)}
        disabled={step === plan.steps.length}
      >
        {WORDS.later}
      </button>
      <button
        type="button"
        className="act pb-2"
        onClick={remove}
        title={users.length > 0 ? `Steps ${users.join(', ')} use it and will say so` : WORDS.noLaterStepUses}
      >
        Leave out{users.length > 0 ? ` (used by ${users.join(', ')})` : ''}
      </button>
      {own.move.kind === 'fold' && (
        <button
          type="button"
          className="act pb-2"
          aria-pressed={own.move.held}
          title={WORDS.aFoldThatIs}
          onClick={() =>
            edit((p) => {
              const { move } = p.steps[step - 1]!;
              if (move.kind === 'fold') move.held = !move.held;
            })
          }
        >
          {own.move.held ? WORDS.pressIt : WORDS.onlyHoldIt}
        </button>
      )}
      {specOf(own.move).motion !== 'whole model' && (
        <button type="button" className="act pb-2" onClick={() => setLeaf('repeat')}>
          {WORDS.repeat2}
        </button>
      )}
      <button type="button" className="act pb-2" onClick={() => setLeaf('passage')}>
        {WORDS.passage2}
      </button>
      <WaitsButton
        className="pb-2"
        after={`step ${step}`}
        waits={own.waits}
        onWaits={(waits) => edit((p) => void (p.steps[step - 1]!.waits = waits), `waits-${own.id}`)}
      />
      {why && (
        <p role="status" className="note w-full !text-persimmon">
          {why}
        </p>
      )}
      {leaf === 'repeat' && <RepeatLeaf step={step} onClose={() => setLeaf(null)} />}
      {leaf === 'passage' && <PassageLeaf step={step} onClose={() => setLeaf(null)} />}
    </div>
  );
}

/** The lengths of the step on the sheet of the plan and on another. */
function Lengths() {
  const lengths = useEngine().detail?.lengths;
  const { unit } = useSettings();
  if (!lengths) return null;
  const say = (mm: number): string => toLengthText(mm, unit).text;
  const [first] = lengths.lengths;
  return (
    <span className="note whitespace-nowrap">
      {say(first!.hereMm)} here, {say(first!.thereMm)} on a {say(lengths.otherMm)} sheet
    </span>
  );
}
