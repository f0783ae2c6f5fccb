import { useCallback, useEffect, useMemo, useState } from 'react';
import { type BenchRun, type Plan, type StuckReason, listPieces, stuckReasons } from '@jade/core/plan';
import { shapingOf } from '@jade/core/shaping';
import { toFigure, toMinutesText } from '@jade/core/units';
import { sayWait } from '@jade/core/waits';
import { sayJoin } from '@jade/core/whole';
import {
  AlongFoot,
  AlongFrame,
  Wishes,
  toClock,
  useClock,
  useTicks,
  useTurnKeys,
  useVoice,
  useWakeLock,
} from '../../along/index.ts';
import { type StepCard, useEngine } from '../../engine/index.ts';
import { pieceShown, usePiece, usePlan, useWholePlan } from '../../plan/index.ts';
import { STUCK, usePosed } from '../../stage/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { BenchCheck, useChecks } from './BenchCheck.tsx';
import { BenchShape } from './BenchShape.tsx';
import { BenchStep, useDetail } from './BenchStep.tsx';
import { BenchRest } from './BenchWaits.tsx';
import { Showing } from './Showing.tsx';
import { StopHere } from './StopHere.tsx';
import { type BenchPage, addTime, benchPages, noteCheck, noteWhy, turnPage } from './run.ts';
import { WORDS } from './words.ts';

interface BenchProps {
  readonly run: BenchRun;
  readonly onRun: (run: BenchRun) => void;
  readonly onLeave: () => void;
  readonly onDiary: () => void;
}

/**
 * One step at a time, large: folds, shaping, and what is waited for, each with its picture and the clock. Hands-free by key,
 * pedal, swipe or the page's corner.
 */
export function Bench({ run, onRun, onLeave, onDiary }: BenchProps) {
  const plan = usePlan();
  const { result } = useEngine();
  const { steps, shaping } = plan;
  const pages = useMemo(() => benchPages({ steps, shaping }), [steps, shaping]);
  const { seconds, restart } = useClock(`${run.id}:${run.at}:${run.resting}`);
  const [said, setSaid] = useState('');
  const [asks, setAsks] = useState(false);
  const [stops, setStops] = useState(false);
  const [look, setLook] = useState<Look>({ isLarge: false, isPeeled: false });
  useWakeLock();
  const checks = useChecks();
  const page = pages[run.at];
  const isDone = page === undefined;
  // Figures of a plan without shaping would be reckoned for nothing.
  const figure = usePosed(shaping);
  const detail = useDetail(page?.kind === 'fold' ? page.number : null);
  const sentence = !page
    ? ''
    : run.resting
      ? page.waits.map((w) => `${sayWait(w)}.`).join(' ')
      : page.kind === 'fold'
        ? (result?.steps[page.number - 1]?.sentence ?? '')
        : (figure?.steps.find((s) => s.id === page.id)?.sentence ?? '');
  /** Time runs for folding alone: what is waited for is no work. */
  const timed = useCallback(
    (): BenchRun =>
      page && !run.resting ? addTime(run, page.id, seconds(), foreseenOf(page, result?.steps, shaping)) : run,
    [page, result, run, seconds, shaping],
  );
  const turn = useCallback(
    (by: 1 | -1): void => {
      if (isDone && by === 1) return;
      onRun(turnPage(timed(), by, pages, new Date()));
      setSaid('');
      setAsks(false);
      setStops(false);
    },
    [isDone, onRun, pages, timed],
  );
  const stuck = (): void => {
    if (!page) return;
    onRun(addTime(run, page.id, 0, { stuck: true }));
    setAsks(true);
    setSaid(WORDS.stuckNoted);
  };
  const sayWhy = (why: StuckReason): void => {
    if (page) onRun(noteWhy(run, page.id, why));
    setAsks(false);
    setSaid(WORDS.whyNoted);
  };
  // A tab that is closed or sent to sleep keeps the seconds of the step in hand.
  useEffect(() => {
    const keep = (): void => {
      if (document.visibilityState !== 'hidden' || !page || seconds() < 1) return;
      onRun(timed());
      restart();
    };
    document.addEventListener('visibilitychange', keep);
    return () => document.removeEventListener('visibilitychange', keep);
  }, [onRun, page, restart, seconds, timed]);
  const leave = (): void => {
    onRun(timed());
    onLeave();
  };
  useTurnKeys(turn, {
    e: () => setLook((l) => ({ ...l, isLarge: !l.isLarge })),
    p: () => setLook((l) => ({ ...l, isPeeled: !l.isPeeled })),
    s: stuck,
    h: () => setStops((s) => !s),
  });
  useVoice(sentence);
  const where = run.resting ? run.at + 1 : run.at;
  return (
    <AlongFrame
      label={WORDS.bench}
      onTurn={isDone ? null : turn}
      head={
        <>
          <span>
            <b className="font-serif text-[20px]">{plan.name}</b>{' '}
            <span className="text-ink-2">
              {run.sheetMm ? `${toFigure(run.sheetMm, 1)} mm` : ''} {run.paper}
            </span>
          </span>
          <Undecided />
          <span className="flex flex-wrap items-baseline justify-end gap-x-5">
            <Wishes />
            <Showing
              name={plan.name}
              says={isDone ? WORDS.finished : sentence}
              place={isDone ? '' : `${run.at + 1} of ${pages.length}`}
              drawings={
                page?.kind === 'fold' && detail && !run.resting
                  ? [detail.before, detail.after]
                  : [figure?.steps.find((s) => s.id === page?.id)?.drawing ?? detail?.after].flatMap(
                      (d) => d ?? [],
                    )
              }
            />
            {!isDone && (
              <button
                type="button"
                className="act min-h-[44px]"
                aria-expanded={stops}
                onClick={() => setStops(!stops)}
              >
                {WORDS.stopInTheMiddle}
              </button>
            )}
            <button type="button" className="act min-h-[44px]" onClick={leave}>
              {WORDS.leaveTheBenchKeep}
            </button>
          </span>
        </>
      }
    >
      {stops && page && <StopHere done={where} isWaiting={run.resting} />}
      {!page ? (
        <BenchDone run={run} onDiary={onDiary} onBack={() => turn(-1)} />
      ) : run.resting ? (
        <BenchRest
          run={run}
          page={page}
          number={run.at + 1}
          onRun={onRun}
          drawing={figure?.steps.find((s) => s.id === page.id)?.drawing ?? detail?.after}
        />
      ) : page.kind === 'shape' ? (
        <BenchShape
          key={page.id}
          figure={figure}
          place={page.number}
          number={run.at + 1}
          isLarge={look.isLarge}
        />
      ) : (
        <BenchStep key={run.at} number={page.number} detail={detail} look={look}>
          {checks
            .filter((c) => c.step === page.number)
            .map((c) => (
              <BenchCheck
                key={c.says}
                check={c}
                step={page.id}
                known={run.checks.find((k) => k.step === page.id && k.says === c.says)}
                onMeasured={(measured) => onRun(noteCheck(run, measured))}
              />
            ))}
        </BenchStep>
      )}
      {page && (
        <>
          {asks && <WhyStuck onWhy={sayWhy} />}
          {!look.isLarge && <BenchFigures run={run} seconds={seconds} />}
          <AlongFoot
            back={run.resting ? WORDS.toTheStep : run.at === 0 ? '' : `to ${run.at}`}
            next={
              !run.resting && page.waits.length > 0
                ? WORDS.thenAWait
                : run.at + 1 === pages.length
                  ? WORDS.theLastStep
                  : `${run.at + 2} of ${pages.length}`
            }
            isLast={run.at + 1 === pages.length && (run.resting || page.waits.length === 0)}
            under={plan.paper.back.hex}
            said={said === '' ? WORDS.keys : said}
            onTurn={turn}
            {...(run.resting ? {} : { onStuck: stuck })}
          />
        </>
      )}
      <p className="sr-only" aria-live="polite">
        {isDone ? WORDS.finished : `Step ${run.at + 1} of ${pages.length}: ${sentence}`}
      </p>
    </AlongFrame>
  );
}

/** Kind of a page's step and what the rule of thumb foresees for it. */
function foreseenOf(
  { id, kind, number }: BenchPage,
  cards: readonly StepCard[] | undefined,
  shaping: Plan['shaping'],
): { kind?: string; foreseenSeconds?: number } {
  if (kind === 'fold') {
    const card = cards?.[number - 1];
    return card ? { kind: card.kind, foreseenSeconds: card.ruleSeconds } : {};
  }
  const act = shaping.find((s) => s.id === id)?.act;
  return act ? { kind: act.kind, foreseenSeconds: 60 * shapingOf(act).minutes } : {};
}

/** How the step in hand is looked at. */
export interface Look {
  readonly isLarge: boolean;
  readonly isPeeled: boolean;
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
          className="min-h-[48px] border border-rule-strong bg-leaf px-3 text-[16px]"
          onClick={() => onWhy(why)}
        >
          {STUCK[why]}
        </button>
      ))}
    </div>
  );
}

/** A piece is folded: the others, and how all are put together. */
function Together() {
  const whole = useWholePlan();
  const piece = usePiece();
  const dispatch = useAppDispatch();
  const others = listPieces(whole).filter((p) => p.id !== piece);
  return (
    <div className="mb-8 text-[20px] leading-[30px]" data-testid="together">
      <p className="mb-2 flex flex-wrap gap-4">
        {others.map((p) => (
          <button key={p.id ?? ''} type="button" className="btn" onClick={() => dispatch(pieceShown(p.id))}>
            {WORDS.takeThe} {p.name}
          </button>
        ))}
      </p>
      {whole.fits.length > 0 && (
        <>
          <p>{WORDS.putTogether}</p>
          <ol className="list-decimal pl-7">
            {whole.fits.map((f) => (
              <li key={f.id}>{sayJoin(f, whole)}</li>
            ))}
          </ol>
        </>
      )}
    </div>
  );
}

/** All is folded and shaped: how long it took, and its entry in the diary. */
function BenchDone({ run, onDiary, onBack }: Pick<BenchProps, 'run' | 'onDiary'> & { onBack: () => void }) {
  const { pieces } = useWholePlan();
  const total = run.steps.reduce((s, x) => s + x.seconds, 0);
  return (
    <div className="say flex-1 overflow-auto px-10 py-12 text-[26px] leading-[36px]">
      <p className="mb-4">
        Folded, in <b>{toMinutesText(total / 60)}</b>; foreseen were{' '}
        <b>{toMinutesText(run.foreseenMinutes)}</b>.
      </p>
      {pieces.length > 0 ? <Together /> : <p className="mb-8">{WORDS.measureItNowWhile}</p>}
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

function BenchFigures({ run, seconds }: { run: BenchRun; seconds: () => number }) {
  const plan = usePlan();
  const { result, input } = useEngine();
  useTicks();
  const flat = plan.steps[run.at];
  const shape = plan.shaping[run.at - plan.steps.length];
  const id = (flat ?? shape)?.id;
  const before = input?.runs
    .filter((r) => r.id !== run.id)
    .flatMap((r) => r.steps)
    .find((s) => s.step === id);
  const now = run.resting ? 0 : seconds();
  const own = (run.steps.find((s) => s.step === id)?.seconds ?? 0) + now;
  const all = run.steps.reduce((s, x) => s + x.seconds, 0) + now;
  const minutes = [
    ...(result?.steps.map((s) => s.minutes) ?? []),
    ...plan.shaping.map((s) => shapingOf(s.act).minutes),
  ];
  const left = minutes.slice(run.at).reduce((s, m) => s + m, 0);
  return (
    <div className="grid shrink-0 grid-cols-3 gap-6 border-t border-rule px-8 py-2">
      <p>
        <b className="block text-[28px] leading-[32px]" data-testid="step-clock">
          {toClock(own)}
        </b>
        on this step
        {before
          ? `; ${toClock(before.seconds)} the first time`
          : minutes[run.at] !== undefined
            ? `; ${toFigure(minutes[run.at]!, 1)} min foreseen`
            : ''}
      </p>
      <p>
        <b className="block text-[28px] leading-[32px]">{toClock(all)}</b>since you began;{' '}
        {toMinutesText(left)} to the end
      </p>
      <p>
        <b className="block text-[28px] leading-[32px]">
          {run.at + 1} <span className="text-[18px] font-normal">of {minutes.length}</span>
        </b>
        {flat ? flat.passage || WORDS.stepByStep : WORDS.shaping}
      </p>
    </div>
  );
}

/** What waits to be decided behind the bench; it does not come between two folds. */
function Undecided() {
  const waiting = useAppSelector((s) =>
    Object.values(s.outbox.entries).some((e) => e.state === 'clash' || e.state === 'refused'),
  );
  return (
    <span role="status" className="text-[14px] text-persimmon">
      {waiting ? WORDS.twoVersionsOrA : ''}
    </span>
  );
}
