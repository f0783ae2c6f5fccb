import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import type { BenchRun } from '@jade/core/plan';
import { toFigure, toMinutesText } from '@jade/core/units';
import { type StepDetail, getEngine, useEngine } from '../../engine/index.ts';
import { openAfter, sayOpen } from '@jade/core/sequence';
import { WaitLine, useTaste } from '../../stage/index.ts';
import { usePlan } from '../../plan/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { BenchCheck, useChecks } from './BenchCheck.tsx';
import { ShapeNow } from './ShapeNow.tsx';
import { addTime, countRepeats, goTo, noteCheck, toClock } from './run.ts';
import { useWakeLock } from './useWakeLock.ts';
import { WORDS } from './words.ts';

interface BenchProps {
  readonly run: BenchRun;
  readonly onRun: (run: BenchRun) => void;
  readonly onLeave: () => void;
  readonly onDiary: () => void;
}

/** A swipe counts from this many px. */
const SWIPE_PX = 60;

/** One step at a time, large: what to do, what it becomes, the clock. Hands-free by key, swipe or the page's corner. */
export function Bench({ run, onRun, onLeave, onDiary }: BenchProps) {
  const plan = usePlan();
  const { result } = useEngine();
  const count = plan.steps.length;
  const { seconds, restart } = useClock(`${run.id}:${run.at}`);
  const [said, setSaid] = useState('');
  const touch = useRef<number | null>(null);
  useWakeLock();
  const checks = useChecks();
  const step = plan.steps[run.at];
  const turn = useCallback(
    (by: 1 | -1): void => {
      const timed = step ? addTime(run, step.id, seconds()) : run;
      onRun(goTo(timed, run.at + by, count, new Date()));
      setSaid('');
    },
    [count, onRun, run, seconds, step],
  );
  const stuck = (): void => {
    if (!step) return;
    onRun(addTime(run, step.id, 0, true));
    setSaid('Noted. Place and time are kept.');
  };
  // A tab that is closed or sent to sleep keeps the seconds of the step in hand.
  useEffect(() => {
    const keep = (): void => {
      if (document.visibilityState !== 'hidden' || !step || seconds() < 1) return;
      onRun(addTime(run, step.id, seconds()));
      restart();
    };
    document.addEventListener('visibilitychange', keep);
    return () => document.removeEventListener('visibilitychange', keep);
  }, [onRun, restart, run, seconds, step]);
  const leave = (): void => {
    if (step) onRun(addTime(run, step.id, seconds()));
    onLeave();
  };
  useTurnKeys(turn);
  const done = run.at >= count;
  return (
    <div
      className="fixed inset-0 z-30 flex flex-col bg-leaf"
      role="region"
      aria-label={WORDS.bench}
      onPointerDown={(e) => (touch.current = e.clientX)}
      onPointerUp={(e) => {
        const from = touch.current;
        touch.current = null;
        if (from !== null && !done && Math.abs(e.clientX - from) > SWIPE_PX) turn(e.clientX < from ? 1 : -1);
      }}
    >
      <div className="flex items-baseline justify-between border-b border-rule bg-table px-8 py-3">
        <span>
          <b className="font-serif text-[20px]">{plan.name}</b>{' '}
          <span className="text-ink-2">
            {run.sheetMm ? `${toFigure(run.sheetMm, 1)} mm` : ''} {run.paper}
          </span>
        </span>
        <Waits />
        <button type="button" className="act min-h-[44px] px-3" onClick={leave}>
          {WORDS.leaveTheBenchKeep}
        </button>
      </div>
      {done ? (
        <BenchDone run={run} onDiary={onDiary} onBack={() => turn(-1)} />
      ) : (
        <BenchStep key={run.at} number={run.at + 1}>
          {step &&
            checks
              .filter((c) => c.step === run.at + 1)
              .map((c) => (
                <BenchCheck
                  key={c.says}
                  check={c}
                  step={step.id}
                  known={run.checks.find((k) => k.step === step.id && k.says === c.says)}
                  onMeasured={(measured) => onRun(noteCheck(run, measured))}
                />
              ))}
        </BenchStep>
      )}
      {!done && (
        <>
          <BenchFigures run={run} seconds={seconds} />
          <BenchFoot at={run.at} said={said} onTurn={turn} onStuck={stuck} />
        </>
      )}
      <p className="sr-only" aria-live="polite">
        {done ? WORDS.finished : `Step ${run.at + 1} of ${count}: ${result?.steps[run.at]?.sentence ?? ''}`}
      </p>
    </div>
  );
}

/** The next and the step before by keys, and by a pedal that sends them. */
function useTurnKeys(turn: (by: 1 | -1) => void): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (e.target instanceof HTMLInputElement) return;
      if (e.target instanceof HTMLButtonElement && (e.key === ' ' || e.key === 'Enter')) return;
      if (e.key === ' ' || e.key === 'ArrowRight' || e.key === 'PageDown') turn(1);
      else if (e.key === 'ArrowLeft' || e.key === 'PageUp' || e.key === 'Backspace') turn(-1);
      else return;
      e.preventDefault();
      e.stopPropagation();
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, [turn]);
}

/** All is folded: how long it took, how it is shaped, and its entry in the diary. */
function BenchDone({ run, onDiary, onBack }: Pick<BenchProps, 'run' | 'onDiary'> & { onBack: () => void }) {
  const total = run.steps.reduce((s, x) => s + x.seconds, 0);
  return (
    <div className="say flex-1 overflow-auto px-10 py-12 text-[26px] leading-[36px]">
      <p className="mb-4">
        Folded, in <b>{toMinutesText(total / 60)}</b>; foreseen were{' '}
        <b>{toMinutesText(run.foreseenMinutes)}</b>.
      </p>
      <ShapeNow />
      <p className="mb-8">{WORDS.measureItNowWhile}</p>
      <p className="flex gap-4">
        <button type="button" className="btn solid" onClick={onDiary}>
          {WORDS.writeTheDiaryEntry}
        </button>
        <button type="button" className="btn" onClick={onBack}>
          {WORDS.backToTheLast}
        </button>
      </p>
    </div>
  );
}

/** Back, stuck, next: large enough for a hand that holds paper. */
function BenchFoot({
  at,
  said,
  onTurn,
  onStuck,
}: {
  at: number;
  said: string;
  onTurn: (by: 1 | -1) => void;
  onStuck: () => void;
}) {
  const { paper, steps } = usePlan();
  const count = steps.length;
  return (
    <div className="relative flex h-[132px] shrink-0 items-center gap-4 overflow-hidden border-t border-rule-strong bg-table pl-8">
      <button
        type="button"
        className="min-h-[76px] border-b-[3px] border-jade bg-leaf px-5 text-left text-[21px] leading-[26px] font-semibold disabled:opacity-50"
        disabled={at === 0}
        onClick={() => onTurn(-1)}
      >
        Back
        <small className="block text-[15px] leading-[19px] font-normal text-ink-2">
          {at === 0 ? WORDS.theFirstStep : `to ${at}`}
        </small>
      </button>
      <button
        type="button"
        className="min-h-[76px] border-b-[3px] border-dashed border-persimmon bg-leaf px-5 text-left text-[21px] leading-[26px] font-semibold"
        onClick={onStuck}
      >
        Stuck here
        <small className="block text-[15px] leading-[19px] font-normal text-ink-2">
          {WORDS.keepsPlaceAndTime}
        </small>
      </button>
      <span role="status" className="text-ink-2">
        {said}
      </span>
      <button
        type="button"
        className="absolute right-0 bottom-0 h-full w-[340px] text-on-jade max-[700px]:w-[250px]"
        onClick={() => onTurn(1)}
      >
        <svg
          className="absolute inset-0 h-full w-full"
          viewBox="0 0 340 132"
          preserveAspectRatio="none"
          aria-hidden="true"
        >
          <polygon points="132,0 340,0 340,132 0,132" fill="var(--jade)" />
          <polygon points="132,0 112,86 0,132" fill={paper.back.hex} />
        </svg>
        <span className="relative block pl-[38%] text-left">
          <span className="block font-serif text-[34px] leading-[40px] font-semibold">
            {at + 1 === count ? WORDS.done : WORDS.next}
          </span>
          <span className="block text-[15px]">
            {at + 1 === count ? WORDS.theLastStep : `${at + 2} of ${count}`}; swipe or space
          </span>
        </span>
      </button>
    </div>
  );
}

function BenchStep({ number, children }: { number: number; children?: ReactNode }) {
  const plan = usePlan();
  const palette = usePalette();
  const { result } = useEngine();
  const [detail, setDetail] = useState<StepDetail>();
  useEffect(() => {
    let live = true;
    if (result)
      void getEngine()
        .readDetail(number)
        .then((d) => live && setDetail(d));
    return () => {
      live = false;
    };
  }, [number, result]);
  const height = usePictureHeight();
  const taste = useTaste(number);
  const repeats = countRepeats(
    plan.steps.map((s) => s.move.kind),
    number - 1,
  );
  const layers = detail?.reading?.layersAtCrease ?? 0;
  const own = plan.steps[number - 1];
  const open = openAfter(plan.steps, number);
  const refusal = result?.steps[number - 1]?.refusal;
  return (
    <div className="min-h-0 flex-1 overflow-auto px-8 pt-5">
      <div className="flex items-start gap-6">
        <span className="font-serif text-[64px] leading-[60px] font-semibold" aria-hidden="true">
          {number}
        </span>
        <div>
          <p className="font-serif text-[28px] leading-[36px] font-[450]" data-testid="bench-sentence">
            {detail?.sentence}
          </p>
          {detail?.gap && (
            <p className="mt-1 text-[17px]" data-testid="bench-gap">
              {detail.gap} {layers} {layers === 1 ? WORDS.layerWraps : WORDS.layersWrap} it.
            </p>
          )}
          {detail?.use.startsWith('Structural') && <p className="mt-1 text-[17px]">{detail.use}</p>}
          {own?.note && <p className="mt-1 text-[17px] text-ink-2 italic">{own.note}</p>}
          {open && <p className="mt-1 text-[17px]">{sayOpen(open)}</p>}
          {own && <WaitLine waits={own.waits} className="mt-1 text-[17px]" />}
          {refusal && (
            <p className="mt-1 text-[17px] text-persimmon">The engine cannot fold this step: {refusal}</p>
          )}
          {children}
        </div>
      </div>
      <div className="mt-4 flex items-start gap-8 max-[700px]:flex-wrap">
        {detail && (
          <DrawingView
            drawing={detail.before}
            palette={palette}
            width={488}
            height={height}
            margin={52}
            weight={1.4}
            title={`Step ${number}, what to fold`}
          />
        )}
        <div className="w-[230px] shrink-0">
          <h2 className="head">{WORDS.itBecomes}</h2>
          {detail && (
            <DrawingView
              drawing={taste?.between ?? detail.after}
              palette={palette}
              width={220}
              height={200}
              margin={14}
              title={WORDS.whatItBecomes}
            />
          )}
          {taste && (
            <p className="text-[15px] text-ink-2" data-testid="bench-range">
              Anywhere up to the dotted {taste.ends.length === 1 ? WORDS.outline : WORDS.outlines}.
              {taste.ends.some((e) => e.isCare) &&
                ` ${taste.ends
                  .filter((e) => e.isCare)
                  .map((e) => e.says)
                  .join(' ')}`}
            </p>
          )}
          {repeats && (
            <>
              <p className="mt-3 flex items-center gap-3 font-serif text-[18px] leading-[23px]">
                <b className="font-sans text-[46px] leading-[44px]">{repeats.left}</b> to go of {repeats.of},
                this one counted
              </p>
              <div className="mt-2 flex gap-1" aria-hidden="true">
                {Array.from({ length: repeats.of }, (_, i) => (
                  <span
                    key={i}
                    className={`block w-7 ${i < repeats.of - repeats.left ? 'h-[6px] self-end bg-[var(--pleat-dim)]' : i === repeats.of - repeats.left ? 'h-9 border border-rule-strong bg-jade-wash' : 'h-9 border border-rule-strong bg-[var(--pleat-lit)]'}`}
                  />
                ))}
              </div>
            </>
          )}
        </div>
      </div>
    </div>
  );
}

/** Room for the large picture between sentence and foot, whatever the page's size. */
function usePictureHeight(): number {
  const read = (): number => Math.max(300, Math.min(700, window.innerHeight - 470));
  const [height, setHeight] = useState(read);
  useEffect(() => {
    const onResize = (): void => setHeight(read());
    window.addEventListener('resize', onResize);
    return () => window.removeEventListener('resize', onResize);
  }, []);
  return height;
}

function BenchFigures({ run, seconds }: { run: BenchRun; seconds: () => number }) {
  const plan = usePlan();
  const { result, input } = useEngine();
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((t) => t + 1), 1000);
    return () => clearInterval(timer);
  }, []);
  const step = plan.steps[run.at];
  const before = input?.runs
    .filter((r) => r.id !== run.id)
    .flatMap((r) => r.steps)
    .find((s) => s.step === step?.id);
  const own = (run.steps.find((s) => s.step === step?.id)?.seconds ?? 0) + seconds();
  const all = run.steps.reduce((s, x) => s + x.seconds, 0) + seconds();
  const left = result?.steps.slice(run.at).reduce((s, x) => s + x.minutes, 0) ?? 0;
  const card = result?.steps[run.at];
  return (
    <div className="grid shrink-0 grid-cols-3 gap-6 border-t border-rule px-8 py-3">
      <p>
        <b className="block text-[30px] leading-[36px]" data-testid="step-clock">
          {toClock(own)}
        </b>
        on this step
        {before
          ? `; ${toClock(before.seconds)} the first time`
          : card
            ? `; ${toFigure(card.minutes, 1)} min foreseen`
            : ''}
      </p>
      <p>
        <b className="block text-[30px] leading-[36px]">{toClock(all)}</b>since you began;{' '}
        {toMinutesText(left)} to the end
      </p>
      <p>
        <b className="block text-[30px] leading-[36px]">
          {run.at + 1} <span className="text-[18px] font-normal">of {plan.steps.length}</span>
        </b>
        {step?.passage || WORDS.stepByStep}
      </p>
    </div>
  );
}

/** Seconds since the key last changed, or since it was started again. */
function useClock(key: string): { readonly seconds: () => number; readonly restart: () => void } {
  const start = useRef<{ key: string; at: number }>({ key: '', at: 0 });
  useEffect(() => {
    start.current = { key, at: performance.now() };
  }, [key]);
  const seconds = useCallback(
    () => (start.current.at === 0 ? 0 : (performance.now() - start.current.at) / 1000),
    [],
  );
  const restart = useCallback(() => {
    start.current = { ...start.current, at: performance.now() };
  }, []);
  return { seconds, restart };
}

/** What waits to be decided behind the bench; it does not come between two folds. */
function Waits() {
  const waiting = useAppSelector((s) =>
    Object.values(s.outbox.entries).some((e) => e.state === 'clash' || e.state === 'refused'),
  );
  return (
    <span role="status" className="text-[14px] text-persimmon">
      {waiting ? WORDS.twoVersionsOrA : ''}
    </span>
  );
}
