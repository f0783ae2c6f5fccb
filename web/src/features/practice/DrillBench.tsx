import { useCallback, useEffect, useState } from 'react';
import { mirrorDrawing } from '@jade/core/drawing';
import type { DrawerPaper } from '@jade/core/paper';
import { type Judgement, judgements, skillSpec } from '@jade/core/practice';
import { toLengthText } from '@jade/core/units';
import {
  AlongFoot,
  AlongFrame,
  Wishes,
  toClock,
  useClock,
  usePictureRoom,
  useTicks,
  useTurnKeys,
  useVoice,
  useWakeLock,
} from '../../along/index.ts';
import { type DrillCard, getEngine } from '../../engine/index.ts';
import { DrawingView, housePalette } from '../../pictures/index.ts';
import { freshId } from '../../plan/index.ts';
import { useRecords, useSettings } from '../../records/index.ts';
import type { BegunDrill } from './DrillPage.tsx';
import { JUDGED, LEVELS, WORDS } from './words.ts';

interface DrillBenchProps {
  readonly card: DrillCard;
  readonly begun: BegunDrill;
  readonly paper: DrawerPaper | undefined;
  readonly planId: string | null;
  readonly onPlace: (change: Partial<BegunDrill>) => void;
  readonly onLeave: () => void;
  readonly onNoted: () => void;
}

type Check = Awaited<ReturnType<ReturnType<typeof getEngine>['checkDrill']>>;

/** A drill folded along, one large picture at a time; at its end the folder says how it went, in one touch. */
export function DrillBench({ card, begun, paper, planId, onPlace, onLeave, onNoted }: DrillBenchProps) {
  const { drill, steps } = card;
  const { unit, sigma, bench } = useSettings();
  const { seconds, restart } = useClock(`${drill.seed}:${drill.level}:${begun.at}`);
  const [check, setCheck] = useState<Check>(null);
  const { at } = begun;
  const step = steps[at];
  const { box, row, width, height } = usePictureRoom(272);
  useWakeLock();
  useTicks();
  useVoice(step?.sentence ?? '');
  useEffect(() => {
    let live = true;
    void getEngine()
      .checkDrill(drill, sigma)
      .then((c) => live && setCheck(c));
    return () => {
      live = false;
    };
  }, [drill, sigma]);
  const turn = useCallback(
    (by: 1 | -1): void => {
      const next = Math.max(0, Math.min(at + by, steps.length));
      if (next === at) return;
      onPlace({ at: next, seconds: begun.seconds + (step ? seconds() : 0) });
      restart();
    },
    [at, begun.seconds, onPlace, restart, seconds, step, steps.length],
  );
  const { write } = useRecords();
  const judge = (judged: Judgement, missMm: number | null): void => {
    write('practice', '', {
      id: freshId('drill'),
      at: new Date().toISOString(),
      skill: drill.skill,
      level: drill.level,
      seed: drill.seed,
      planId,
      sheetMm: drill.sideMm,
      paper: paper?.name ?? '',
      layers: drill.layers,
      seconds: Math.round(begun.seconds),
      judged,
      check:
        check && missMm !== null
          ? { says: check.says.slice(0, 200), expectedMm: check.errorMm, missMm }
          : null,
    });
    onNoted();
  };
  useTurnKeys(
    turn,
    step
      ? {}
      : {
          '1': () => judge('clean', null),
          '2': () => judge('trouble', null),
          '3': () => judge('failed', null),
        },
  );
  const show = bench.mirrored ? mirrorDrawing : <T,>(d: T): T => d;
  return (
    <AlongFrame
      label={WORDS.drill}
      onTurn={turn}
      head={
        <>
          <span>
            <b className="font-serif text-[20px]">
              {skillSpec(drill.skill).word}, {LEVELS[drill.level].toLowerCase()}
            </b>{' '}
            <span className="text-ink-2">
              {toLengthText(drill.sideMm, unit).text} {paper?.name ?? WORDS.anyPaper}
            </span>
          </span>
          <span className="text-ink-2" data-testid="drill-clock">
            {toClock(begun.seconds + (step ? seconds() : 0))}
          </span>
          <Wishes />
          <button type="button" className="act min-h-[44px] px-3" onClick={onLeave}>
            {WORDS.leave}
          </button>
        </>
      }
    >
      {step ? (
        <div ref={box} className="min-h-0 flex-1 overflow-auto px-8 pt-5">
          <div className="flex items-start gap-6">
            <span className="font-serif text-[64px] leading-[60px] font-semibold" aria-hidden="true">
              {step.number}
            </span>
            <div>
              <p className="font-serif text-[28px] leading-[36px] font-[450]" data-testid="drill-step">
                {step.sentence}
              </p>
              <p className="text-[17px] text-ink-2">
                {step.number >= drill.from ? WORDS.thisIsIt : WORDS.stepsTo}
              </p>
            </div>
          </div>
          <div ref={row} className="mt-4 flex items-start gap-8 max-[700px]:flex-wrap">
            <DrawingView
              drawing={show(step.before)}
              palette={housePalette}
              width={width}
              height={height}
              margin={52}
              weight={1.4}
              title={`Step ${step.number}, what to fold`}
            />
            <div className="w-[240px] shrink-0">
              <h2 className="head">{WORDS.itBecomes}</h2>
              <DrawingView
                drawing={show(step.after)}
                palette={housePalette}
                width={230}
                height={210}
                margin={14}
                title="What it becomes"
              />
            </div>
          </div>
        </div>
      ) : (
        <Judge check={check} onJudge={judge} last={show(steps.at(-1)!.after)} />
      )}
      {step && (
        <AlongFoot
          back={at === 0 ? '' : `to ${at}`}
          next={at + 1 === steps.length ? WORDS.howWasIt : `${at + 2} of ${steps.length}`}
          isLast={at + 1 === steps.length}
          under="var(--paper-back)"
          said=""
          onTurn={turn}
        />
      )}
      <p className="sr-only" aria-live="polite">
        {step ? `Step ${step.number} of ${steps.length}: ${step.sentence}` : WORDS.howWasIt}
      </p>
    </AlongFrame>
  );
}

function Judge({
  check,
  onJudge,
  last,
}: {
  check: Check;
  onJudge: (judged: Judgement, missMm: number | null) => void;
  last: DrillCard['steps'][number]['after'];
}) {
  const [text, setText] = useState('');
  const typed = text.trim();
  const miss = Number(typed.replace(',', '.'));
  const isBad = typed !== '' && (!Number.isFinite(miss) || miss < 0 || miss > 1000);
  return (
    <div className="flex-1 overflow-auto px-10 py-8">
      <h2 className="text-[28px] leading-[36px]">{WORDS.howWasIt}</h2>
      <p className="mb-5 text-ink-2">{WORDS.judgeSays}</p>
      <div className="flex flex-wrap items-start gap-10">
        <DrawingView
          drawing={last}
          palette={housePalette}
          width={380}
          height={320}
          margin={20}
          title="What it should have become"
        />
        <div className="max-w-[560px]">
          {check && (
            <div className="mb-6">
              <p className="text-[17px]">
                {WORDS.held}: {check.says} Usually it is {check.errorMm.toFixed(1)} mm off.
              </p>
              <label className="mt-2 flex items-center gap-2 text-[17px]">
                {WORDS.offBy}
                <input
                  type="text"
                  inputMode="decimal"
                  className="!w-24"
                  value={text}
                  aria-invalid={isBad}
                  onChange={(e) => setText(e.target.value)}
                />
                mm
              </label>
              {isBad && (
                <p role="alert" className="text-persimmon">
                  Write how far it is off in mm, 0 to 1000, such as 0.4, or leave it empty.
                </p>
              )}
            </div>
          )}
          <div role="group" aria-label={WORDS.howWasIt} className="flex flex-wrap gap-4">
            {judgements.map((j, i) => (
              <button
                key={j}
                type="button"
                disabled={isBad}
                className={`min-h-[84px] min-w-[160px] border-b-[3px] px-5 text-left text-[21px] font-semibold ${j === 'clean' ? 'border-jade bg-jade-wash' : 'border-persimmon bg-table'}`}
                onClick={() => onJudge(j, typed === '' ? null : miss)}
              >
                {JUDGED[j]}
                <small className="block text-[15px] font-normal text-ink-2">key {i + 1}</small>
              </button>
            ))}
          </div>
        </div>
      </div>
    </div>
  );
}
