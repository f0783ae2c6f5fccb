import { useCallback, useEffect, useRef, useState } from 'react';
import { type BenchRun, type StuckReason, stuckReasons } from '@jade/core/plan';
import { toFigure, toMinutesText } from '@jade/core/units';
import { useEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';
import { STUCK } from '../../stage/index.ts';
import { useRecords, useSettings } from '../../records/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { BenchCheck, useChecks } from './BenchCheck.tsx';
import { BenchStep } from './BenchStep.tsx';
import { BenchWaits } from './BenchWaits.tsx';
import { ShapeNow } from './ShapeNow.tsx';
import { addTime, goTo, noteCheck, noteWhy, toClock } from './run.ts';
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
  const [asks, setAsks] = useState(false);
  const touch = useRef<number | null>(null);
  useWakeLock();
  const checks = useChecks();
  const step = plan.steps[run.at];
  const turn = useCallback(
    (by: 1 | -1): void => {
      const timed = step ? addTime(run, step.id, seconds()) : run;
      onRun(goTo(timed, run.at + by, count, new Date()));
      setSaid('');
      setAsks(false);
    },
    [count, onRun, run, seconds, step],
  );
  const stuck = (): void => {
    if (!step) return;
    onRun(addTime(run, step.id, 0, true));
    setAsks(true);
    setSaid(WORDS.stuckNoted);
  };
  const sayWhy = (why: StuckReason): void => {
    if (step) onRun(noteWhy(run, step.id, why));
    setAsks(false);
    setSaid(WORDS.whyNoted);
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
  useVoice(result?.steps[run.at]?.sentence ?? '');
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
        <Wishes />
        <button type="button" className="act min-h-[44px] px-3" onClick={leave}>
          {WORDS.leaveTheBenchKeep}
        </button>
      </div>
      {done ? (
        <BenchDone run={run} onRun={onRun} onDiary={onDiary} onBack={() => turn(-1)} />
      ) : (
        <BenchStep key={run.at} number={run.at + 1}>
          {step && <BenchWaits run={run} step={step.id} waits={step.waits} onRun={onRun} />}
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
          {asks && <WhyStuck onWhy={sayWhy} />}
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

/** What it is stuck at, in one touch. */
function WhyStuck({ onWhy }: { onWhy: (why: StuckReason) => void }) {
  return (
    <div
      role="group"
      aria-label={WORDS.whatIsIt}
      className="flex flex-wrap gap-2 border-t border-rule px-8 py-2"
    >
      <span className="self-center text-ink-2">{WORDS.whatIsIt}</span>
      {stuckReasons.map((why) => (
        <button
          key={why}
          type="button"
          className="min-h-[52px] border border-rule-strong bg-leaf px-4 text-[17px]"
          onClick={() => onWhy(why)}
        >
          {STUCK[why]}
        </button>
      ))}
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
function BenchDone({
  run,
  onRun,
  onDiary,
  onBack,
}: Pick<BenchProps, 'run' | 'onRun' | 'onDiary'> & { onBack: () => void }) {
  const total = run.steps.reduce((s, x) => s + x.seconds, 0);
  return (
    <div className="say flex-1 overflow-auto px-10 py-12 text-[26px] leading-[36px]">
      <p className="mb-4">
        Folded, in <b>{toMinutesText(total / 60)}</b>; foreseen were{' '}
        <b>{toMinutesText(run.foreseenMinutes)}</b>.
      </p>
      <ShapeNow run={run} onRun={onRun} />
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

/** How the bench is wished: spoken, mirrored. */
function Wishes() {
  const settings = useSettings();
  const { write } = useRecords();
  const { bench } = settings;
  const set = (change: Partial<typeof bench>): void =>
    write('settings', '', { ...settings, bench: { ...bench, ...change } });
  return (
    <span className="flex gap-5 text-[15px]">
      {hasVoice() && (
        <label className="flex min-h-[44px] items-center gap-2">
          <input type="checkbox" checked={bench.voice} onChange={(e) => set({ voice: e.target.checked })} />
          {WORDS.spoken}
        </label>
      )}
      <label className="flex min-h-[44px] items-center gap-2">
        <input
          type="checkbox"
          checked={bench.mirrored}
          onChange={(e) => set({ mirrored: e.target.checked })}
        />
        {WORDS.mirrored}
      </label>
    </span>
  );
}

const hasVoice = (): boolean => 'speechSynthesis' in window;

/** Speaks the sentence of the step in hand, once, where that is wished. */
function useVoice(sentence: string): void {
  const { voice } = useSettings().bench;
  const said = useRef('');
  useEffect(() => {
    // Settings are read anew once the server has them; what was said is not said again.
    if (!voice || sentence === '' || !hasVoice() || said.current === sentence) return;
    said.current = sentence;
    window.speechSynthesis.cancel();
    window.speechSynthesis.speak(new SpeechSynthesisUtterance(sentence));
  }, [voice, sentence]);
  useEffect(() => () => (hasVoice() ? window.speechSynthesis.cancel() : undefined), []);
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
