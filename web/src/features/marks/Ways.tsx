import { type ReactNode, useEffect, useState } from 'react';
import type { MarkAsk } from '@jade/core/marks';
import type { Plan } from '@jade/core/plan';
import type { Step } from '@jade/core/sequence';
import { toFigure } from '@jade/core/units';
import { useSettings } from '../../app/useSettings.ts';
import { type MarkWay, getEngine, useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../table/index.ts';
import { Slip } from '../../ui/index.ts';

/** Puts steps before all others, in place of those whose ids begin alike. */
export function insertFirst(p: Plan, steps: readonly Step[], prefix: string): void {
  const rest = p.steps.filter((s) => !s.id.startsWith(prefix));
  p.steps = [...(structuredClone(steps) as typeof p.steps), ...rest];
}

/** Ways to one mark, drawn, each with its cost; one is put into the sequence. */
export function Ways({ ask }: { ask: MarkAsk & { id: string; construction: string | null } }) {
  const plan = usePlan();
  const { sigma } = useSettings();
  const sideMm = useEngine().result?.readings.sideMm ?? 200;
  const [answer, setAnswer] = useState<{ ways: MarkWay[] } | { fault: string }>();
  useEffect(() => {
    let live = true;
    void getEngine()
      .findMarks(ask, plan.sheet.shape, sideMm, sigma, `ask-${ask.id}`)
      .then((a) => live && setAnswer(a));
    return () => {
      live = false;
    };
  }, [ask, plan.sheet.shape, sideMm, sigma]);
  const edit = useEdit();
  const offer = (way: MarkWay) => {
    const isInserted = way.steps.some((s) => plan.steps.some((p) => p.id === s.id));
    return {
      isInserted,
      isChosen: ask.construction === way.id || isInserted,
      onInsert: () =>
        edit((p) => {
          const own = p.marks.find((m) => m.id === ask.id);
          if (own) own.construction = way.id;
          insertFirst(p, way.steps, `ask-${ask.id}-`);
        }),
    };
  };
  if (!answer) return null;
  if ('fault' in answer)
    return (
      <Slip tone="care" className="mx-7 max-w-[720px]">
        {answer.fault}
      </Slip>
    );
  return (
    <ol className="px-7 pb-10">
      {answer.ways.map((way) => (
        <Way key={way.id} way={way} {...offer(way)} says={sayCost(way, sideMm)} />
      ))}
    </ol>
  );
}

/** What a way costs and how true it is, in a line. */
const sayCost = (way: MarkWay, sideMm: number): ReactNode => (
  <>
    <b>{way.creases}</b> creases, {way.pinches} of them pinches ·{' '}
    <b>±{toFigure(Math.hypot(way.errorMm, way.missMm), 2)} mm</b> at {toFigure(sideMm, 0)} mm ·{' '}
    {way.exact
      ? 'exact'
      : way.id === 'self'
        ? 'corrects itself'
        : `${toFigure(way.missMm, 2)} mm off by itself`}{' '}
    · worst at its step {way.worstStep}
  </>
);

/** One way: its cost, how it goes, its folds as a strip, and the button that puts them into the sequence. */
export function Way({
  way,
  says,
  isInserted,
  isChosen,
  onInsert,
}: {
  way: MarkWay;
  says: ReactNode;
  isInserted: boolean;
  isChosen: boolean;
  onInsert: () => void;
}) {
  const palette = usePalette();
  return (
    <li
      className={`mb-5 border-t border-rule-strong pt-3 ${isChosen ? 'bg-jade-wash' : ''}`}
      data-way={way.id}
    >
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h2 className="text-[18px] leading-[24px]">{way.title}</h2>
        <p>{says}</p>
      </div>
      <p className="note mb-2">{way.how}</p>
      <div
        className="flex gap-3 overflow-x-auto pb-2"
        tabIndex={0}
        role="group"
        aria-label={`The folds of: ${way.title}`}
      >
        {way.pictures.map((p, i) => (
          <figure key={i} className="w-[168px] shrink-0">
            <DrawingView
              drawing={p.drawing}
              palette={palette}
              width={164}
              height={150}
              margin={16}
              weight={0.8}
              title={`${way.title}, fold ${i + 1}`}
            />
            <figcaption className="text-[13px] leading-[17px]">
              <b>{i + 1}</b> {p.sentence}
            </figcaption>
          </figure>
        ))}
      </div>
      <button
        type="button"
        className={`btn ${isInserted ? '' : 'solid'}`}
        onClick={onInsert}
        disabled={isInserted}
      >
        {isInserted ? 'In the sequence' : 'Put into the sequence'}
        <span className="sr-only">: {way.title}</span>
      </button>
    </li>
  );
}
