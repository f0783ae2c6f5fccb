import type { ReactNode } from 'react';
import { redone, undone, usePlanState } from '../plan/index.ts';
import { useAppDispatch } from '../state/index.ts';

/** The sentence a stage opens with, and the three words that work everywhere. */
export function StageHead({ title, children }: { title: string; children: ReactNode }) {
  const { past, future } = usePlanState();
  const dispatch = useAppDispatch();
  const word = 'act px-1 disabled:text-ink-3 disabled:no-underline';
  return (
    <div className="flex items-start justify-between gap-6 px-7 pt-5 pb-3">
      <div>
        <h1 className="sr-only">{title}</h1>
        <div className="say max-w-[76ch]" data-testid="stage-sentence">
          {children}
        </div>
      </div>
      <div className="flex shrink-0 gap-3 text-[14px]">
        <button
          type="button"
          className={word}
          disabled={past.length === 0}
          title="Ctrl Z"
          onClick={() => dispatch(undone())}
        >
          Undo
        </button>
        <button
          type="button"
          className={word}
          disabled={future.length === 0}
          title="Ctrl Y"
          onClick={() => dispatch(redone())}
        >
          Redo
        </button>
        <button
          type="button"
          className={word}
          title="Ctrl K"
          onClick={() => window.dispatchEvent(new Event('jade:find'))}
        >
          Find
        </button>
      </div>
    </div>
  );
}
