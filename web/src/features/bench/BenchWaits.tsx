import { type BenchRun } from '@jade/core/plan';
import { type Wait, waitKinds } from '@jade/core/waits';
import { CountDown } from '../../waiting/index.ts';
import { beginWait } from './run.ts';

export interface BenchWaitsProps {
  readonly run: BenchRun;
  /** The step, flat or of shaping, it follows. */
  readonly step: string;
  readonly waits: readonly Wait[];
  readonly onRun: (run: BenchRun) => void;
}

/** The waits after a step: begun by a touch, counted down by the clock, also while no page is open. */
export function BenchWaits({ run, step, waits, onRun }: BenchWaitsProps) {
  const beside = waits.filter((w) => !waitKinds[w.kind].bindsHands);
  if (beside.length === 0) return null;
  return (
    <p className="mt-2 flex flex-wrap items-baseline gap-4 text-[17px]">
      {beside.map((wait) => {
        const own = run.waiting.find((w) => w.step === step && w.kind === wait.kind);
        return (
          <span key={wait.kind} className="flex items-baseline gap-2">
            {own && <CountDown waiting={own} />}
            <button
              type="button"
              className="act min-h-[44px]"
              onClick={() => onRun(beginWait(run, step, wait, new Date()))}
            >
              {own ? 'Begin it again' : `Begin to wait: ${waitKinds[wait.kind].word}`}
            </button>
          </span>
        );
      })}
    </p>
  );
}
