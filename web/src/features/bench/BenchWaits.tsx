import type { Drawing } from '@jade/core/drawing';
import { type BenchRun } from '@jade/core/plan';
import { sayWait, waitKinds } from '@jade/core/waits';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { CountDown } from '../../waiting/index.ts';
import { type BenchPage, beginWait } from './run.ts';
import { WORDS } from './words.ts';

interface BenchRestProps {
  readonly run: BenchRun;
  readonly page: BenchPage;
  readonly number: number;
  readonly onRun: (run: BenchRun) => void;
  /** The model that waits. */
  readonly drawing: Drawing | undefined;
}

/** What is waited for after a step, as a page of its own: begun by a touch, counted down by the clock, also while no page is open. */
export function BenchRest({ run, page, number, onRun, drawing }: BenchRestProps) {
  const palette = usePalette();
  return (
    <div className="min-h-0 flex-1 overflow-auto px-8 pt-5" data-testid="bench-rest">
      <div className="flex items-start gap-6">
        <span className="font-serif text-[64px] leading-[60px] font-semibold" aria-hidden="true">
          {number}
        </span>
        <div>
          <p className="font-serif text-[28px] leading-[36px] font-[450]" data-testid="bench-sentence">
            {page.waits.map((w) => `${sayWait(w)}.`).join(' ')}
          </p>
          <p className="mt-2 max-w-[60ch] text-[17px] text-ink-2">{WORDS.waitSays}</p>
        </div>
      </div>
      <ol className="mt-8 flex flex-col gap-6 text-[22px]">
        {page.waits.map((wait) => {
          const own = run.waiting.find((w) => w.step === page.id && w.kind === wait.kind);
          const { caution } = waitKinds[wait.kind] as { caution?: string };
          return (
            <li key={wait.kind} className="flex flex-wrap items-center gap-x-8 gap-y-1">
              <button
                type="button"
                className="min-h-[64px] border-b-[3px] border-jade bg-table px-6 text-[21px] font-semibold"
                onClick={() => onRun(beginWait(run, page.id, wait, new Date()))}
              >
                {own ? 'Begin it again' : `Begin to wait: ${waitKinds[wait.kind].word}`}
              </button>
              {own && <CountDown waiting={own} />}
              {caution && <p className="basis-full text-[17px] text-ink-2">{caution}</p>}
            </li>
          );
        })}
      </ol>
      {drawing && (
        <DrawingView
          drawing={drawing}
          palette={palette}
          width={360}
          height={250}
          margin={10}
          className="mt-6"
          title="The model that waits"
        />
      )}
    </div>
  );
}
