import { type ReactNode, useMemo, useState } from 'react';
import { sayChange } from '@jade/core/editing';
import type { Plan } from '@jade/core/plan';
import { redone, undone, usePlanState } from '../plan/index.ts';
import { useAppDispatch } from '../state/index.ts';
import { ask } from '../ui/index.ts';
import { WORDS } from './words.ts';

/** The sentence a stage opens with, and the three words that work everywhere. */
export function StageHead({ title, children }: { title: string; children: ReactNode }) {
  const { past, present, future } = usePlanState();
  const dispatch = useAppDispatch();
  const [last, next] = [past.at(-1)?.plan, future[0]?.plan];
  // Compared when the plan changes only: both plans can have hundreds of steps.
  const back = useMemo(() => (last && present ? sayChange(last, present) : ''), [last, present]);
  const again = useMemo(() => (next && present ? sayChange(present, next) : ''), [next, present]);
  const word = 'act px-1 disabled:text-ink-3 disabled:no-underline';
  const said = useSaid({
    undoable: back,
    redoable: again,
    next,
    present,
    behind: past.length,
    ahead: future.length,
  });
  return (
    <div className="flex items-start justify-between gap-6 px-7 pt-5 pb-3">
      <div>
        <h1 className="sr-only">{title}</h1>
        <div className="say max-w-[76ch]" data-testid="stage-sentence">
          {children}
        </div>
      </div>
      <div className="flex shrink-0 flex-wrap justify-end gap-x-3 text-[14px]">
        <button
          type="button"
          className={word}
          disabled={past.length === 0}
          title={`Undo ${back} (Ctrl Z)`}
          aria-describedby="undo-said"
          onClick={() => dispatch(undone())}
        >
          {WORDS.undo}
        </button>
        <button
          type="button"
          className={word}
          disabled={future.length === 0}
          title={`Redo ${again} (Ctrl Y)`}
          onClick={() => dispatch(redone())}
        >
          {WORDS.redo}
        </button>
        <button type="button" className={word} title={WORDS.ctrlK} onClick={() => ask('find')}>
          {WORDS.find}
        </button>
        <button type="button" className={word} title={WORDS.takeItSays} onClick={() => ask('take')}>
          {WORDS.takeIt}
        </button>
        <span id="undo-said" role="status" className="note w-full max-w-[180px] text-right">
          {said}
        </span>
      </div>
    </div>
  );
}

/** What was just undone or done again, by button or by key; empty after any other edit. */
function useSaid(now: {
  undoable: string;
  redoable: string;
  next: Plan | undefined;
  present: Plan | null;
  /** How many edits can be undone, and done again. */
  behind: number;
  ahead: number;
}): string {
  const [seen, setSeen] = useState({ ...now, said: '' });
  // What another window saved changes the plan too, and neither number.
  if (seen.behind === now.behind && seen.ahead === now.ahead && seen.next === now.next) return seen.said;
  const said =
    now.ahead > seen.ahead
      ? `Undone: ${now.redoable}`
      : now.present === seen.next
        ? `Done again: ${now.undoable}`
        : '';
  setSeen({ ...now, said });
  return said;
}
