import { type ReactNode, useEffect, useState } from 'react';
import type { ClearParts, MarkWish } from '@jade/core/ways';
import type { Plan } from '@jade/core/plan';
import type { Step } from '@jade/core/sequence';
import { toFigure } from '@jade/core/units';
import { useAppDispatch } from '../../state/index.ts';
import { useRecords, useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { type Answer, type MarkWay, type PartsWay, askWays, stopDeepening } from '../../marking/index.ts';
import { stepSelected, useEdit, usePlan } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { NumberField, Notice, Underway } from '../../ui/index.ts';
import { ClearChoice, useClearParts, useKeepChoice } from './KeepClear.tsx';
import { WORDS } from './words.ts';

/**
 * Puts steps before all others, in place of those whose ids begin alike, and goes to the last of them. `more` changes the
 * plan in the same edit.
 */
export function useInsertFirst(): (steps: readonly Step[], prefix: string, more?: (p: Plan) => void) => void {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  return (steps, prefix, more) => {
    edit((p) => {
      const rest = p.steps.filter((s) => !s.id.startsWith(prefix));
      p.steps = [...(structuredClone(steps) as typeof p.steps), ...rest];
      more?.(p);
    });
    dispatch(stepSelected(steps.length));
  };
}

/** A name for a place that no point of the plan has: P1, P2 and so on. */
function freePlaceName({ points }: Plan): string {
  let number = 1;
  while (`P${number}` in points) number++;
  return `P${number}`;
}

interface AskedWish {
  readonly id: string;
  readonly construction: string | null;
  /** What a place is called once it is made. */
  readonly name?: string | null;
}

/** What the search has said so far, and how much of the deeper table is built; null when none is under way. */
function useWays(
  ask: MarkWish & AskedWish,
  clear: ClearParts | null | undefined,
): { answer: Answer<MarkWay> | undefined; share: number | null } {
  const { sheet } = usePlan();
  const { sigma, marks } = useSettings();
  const { nearMm, both } = marks;
  const sideMm = useEngine().result?.readings.sideMm ?? 200;
  const [answer, setAnswer] = useState<Answer<MarkWay>>();
  const [share, setShare] = useState<number | null>(null);
  // The wish alone is searched: the way chosen for it, and what the place is called, change nothing.
  const { id, construction: _, name: __, ...own } = ask;
  const wanted = JSON.stringify(own);
  useEffect(() => {
    if (clear === undefined) return;
    const live = new AbortController();
    const wish = JSON.parse(wanted) as MarkWish;
    const request = { wish, sheet: sheet.shape, sideMm, sigma, prefix: `ask-${id}`, nearMm, both, clear };
    askWays(request, live.signal, setAnswer, setShare).catch((error: unknown) => {
      if (!live.signal.aborted) setAnswer({ fault: `The search broke off: ${String(error)}. Ask again.` });
    });
    return () => {
      live.abort();
      setShare(null);
    };
  }, [id, wanted, sheet.shape, sideMm, sigma, nearMm, both, clear]);
  return { answer, share };
}

/** Ways to one mark, drawn, each with its cost; one is put into the sequence. */
export function Ways({ ask }: { ask: MarkWish & AskedWish }) {
  const plan = usePlan();
  const sideMm = useEngine().result?.readings.sideMm ?? 200;
  const settings = useSettings();
  const { write } = useRecords();
  const setMarks = (change: Partial<typeof settings.marks>): void =>
    write('settings', '', { ...settings, marks: { ...settings.marks, ...change } });
  const [keep, setKeep] = useKeepChoice();
  const edge = 'edge' in ask ? ask.edge : 'AB';
  const clear = useClearParts(keep, edge);
  const { answer, share } = useWays(ask, clear);
  const insertFirst = useInsertFirst();
  const offer = (way: MarkWay) => {
    const isInserted =
      way.steps.length > 0 && way.steps.every((s) => plan.steps.some((p) => p.id === s.id && isSame(p, s)));
    return {
      isInserted,
      isChosen: isInserted,
      onInsert: () =>
        insertFirst(way.steps, `ask-${ask.id}-`, (p) => {
          const own = p.marks.find((m) => m.id === ask.id);
          if (own) own.construction = way.id;
          if (own && 'kind' in own && own.kind === 'point' && way.mark) {
            own.name ??= freePlaceName(p);
            p.points[own.name] = structuredClone(way.mark) as (typeof p.points)[string];
          }
        }),
    };
  };
  return (
    <section aria-label={WORDS.waysToFoldIt} className="min-w-0">
      <div className="flex flex-wrap items-end gap-3 pb-3">
        <NumberField
          label={WORDS.nearEnoughMm}
          className="w-32"
          value={settings.marks.nearMm}
          low={0}
          high={5}
          step={0.05}
          onNumber={(nearMm) => setMarks({ nearMm })}
        />
        <ClearChoice value={keep} onChoice={setKeep} />
        <label className="flex min-h-[36px] items-center gap-2">
          <input
            type="checkbox"
            checked={settings.marks.both}
            onChange={(e) => setMarks({ both: e.target.checked })}
          />
          also two marks onto two lines
        </label>
        {share !== null && (
          <Underway
            says="Looking through all four creases can make"
            share={share}
            onStop={() => stopDeepening(plan.sheet.shape)}
          />
        )}
      </div>
      {answer && 'fault' in answer && share === null && (
        <Notice tone="care" className="max-w-[720px]">
          {answer.fault}
        </Notice>
      )}
      {answer && 'ways' in answer && (
        <ol>
          {answer.ways.map((way) => (
            <Way key={way.id} way={way} {...offer(way)} says={sayCost(way, sideMm)} name={ask.name ?? null} />
          ))}
        </ol>
      )}
    </section>
  );
}

const isSame = (a: Step, b: Step): boolean => JSON.stringify(a.move) === JSON.stringify(b.move);

/** What a way costs and how true it is, in a line. */
const sayCost = (way: MarkWay, sideMm: number): ReactNode => (
  <>
    <b>{way.creases}</b> creases{way.pinches > 0 && <>, {way.pinches} of them pinches</>} ·{' '}
    <b>±{toFigure(Math.hypot(way.errorMm, way.missMm), 2)} mm</b> at {toFigure(sideMm, 0)} mm ·{' '}
    {way.exact
      ? WORDS.exact
      : way.id === 'self'
        ? WORDS.correctsItself
        : `${toFigure(way.missMm, 2)} mm off by itself`}{' '}
    · a slip counts {toFigure(way.amplification, 1)} times · worst at its step {way.worstStep}
    {way.touches ? WORDS.creasesThePartTo : ''}
  </>
);

/** One way: its cost, how it goes, its folds as a strip, and the button that puts them into the sequence. */
export function Way({
  way,
  says,
  name = null,
  isInserted,
  isChosen,
  onInsert,
}: {
  way: MarkWay | PartsWay;
  says: ReactNode;
  /** What the place it ends in is called in the plan. */
  name?: string | null;
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
        {isInserted ? `In the sequence${name ? `, as ${name}` : ''}` : WORDS.putIntoTheSequence}
        <span className="sr-only">: {way.title}</span>
      </button>
    </li>
  );
}
