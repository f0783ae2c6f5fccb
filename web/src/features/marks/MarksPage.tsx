import { useMemo, useState } from 'react';
import { type DrawItem, type Drawing, drawModel } from '@jade/core/drawing';
import { buildFlatSheet } from '@jade/core/folded';
import { between, centroidOf } from '@jade/core/geometry';
import type { Plan } from '@jade/core/plan';
import { edgesOf, outlineOf } from '@jade/core/sheet';
import type { MarkWish } from '@jade/core/ways';
import { toFigure } from '@jade/core/units';
import { useFindings } from '../../stage/index.ts';
import { StageHead } from '../../stage/index.ts';
import { useEngine } from '../../engine/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { freshId, useEdit, usePlan } from '../../plan/index.ts';
import { Accuracy } from './Accuracy.tsx';
import { AskEdge } from './AskEdge.tsx';
import { AskOnSheet } from './AskOnSheet.tsx';
import { EqualParts } from './EqualParts.tsx';
import { StepMarks } from './StepMarks.tsx';
import { Ways } from './Ways.tsx';
import { sayWish } from './wishes.ts';
import { WORDS } from './words.ts';

const KINDS = {
  edge: 'A mark on an edge',
  parts: 'Equal parts',
  place: 'A place on the sheet',
  line: 'A line or an angle',
  steps: 'What the steps use',
  accuracy: 'The whole sequence',
} as const;
type Kind = keyof typeof KINDS;

/** Stage 4: marks found by folding; each construction drawn, with its creases and its error at this sheet. */
export function MarksPage() {
  const plan = usePlan();
  const edit = useEdit();
  const [kind, setKind] = useState<Kind>('edge');
  const [selected, setSelected] = useState<string | null>(null);
  const missing = useFindings().filter((f) => f.kind === 'mark missing');
  const ask = plan.marks.find((m) => m.id === selected) ?? plan.marks.at(-1);
  const add = (wish: MarkWish): void => {
    const known = plan.marks.find((m) => sayWish(m) === sayWish(wish));
    if (known) return setSelected(known.id);
    const id = freshId('mark');
    edit((p) => void p.marks.push({ id, ...structuredClone(wish), construction: null } as never));
    setSelected(id);
  };
  return (
    <main>
      <StageHead title={WORDS.marks}>
        <MarksSentence />
      </StageHead>
      <div
        role="group"
        aria-label={WORDS.whatIsAskedFor}
        className="flex flex-wrap gap-x-6 gap-y-1 px-7 pb-4"
      >
        {(Object.keys(KINDS) as Kind[]).map((k) => (
          <button
            key={k}
            type="button"
            aria-pressed={k === kind}
            className={`min-h-[30px] border-b-[3px] font-serif text-[17px] ${k === kind ? 'border-jade font-semibold' : 'border-transparent text-ink-2'}`}
            onClick={() => setKind(k)}
          >
            {KINDS[k]}
            {k === 'steps' && missing.length > 0 && (
              <span className="ml-1 font-sans text-[13px] text-persimmon">{missing.length}</span>
            )}
          </button>
        ))}
      </div>
      {kind === 'parts' ? (
        <EqualParts />
      ) : kind === 'accuracy' ? (
        <Accuracy />
      ) : kind === 'steps' ? (
        <StepMarks missing={missing} />
      ) : (
        <div className="grid grid-cols-[300px_1fr] gap-x-10 px-7 pb-10 max-[900px]:grid-cols-1">
          <div>
            {kind === 'edge' ? <AskEdge onAsk={add} /> : <AskOnSheet key={kind} kind={kind} onAsk={add} />}
            <Asked ask={ask?.id} onSelect={setSelected} />
          </div>
          {ask ? <Ways ask={ask} key={ask.id} /> : <NoMarkYet />}
        </div>
      )}
    </main>
  );
}

/** Before a mark is asked for: the sheet of this plan with the halves of its edges, and what stands here afterwards. */
function NoMarkYet() {
  const plan = usePlan();
  const palette = usePalette();
  const { result } = useEngine();
  const sideMm = result?.readings.sideMm;
  const drawing = useMemo(() => drawHalves(plan.sheet.shape), [plan.sheet.shape]);
  return (
    <figure className="max-w-[560px]">
      <p className="say mb-2 text-ink-2">{WORDS.askForAMark}</p>
      <DrawingView
        drawing={drawing}
        palette={palette}
        width={360}
        height={320}
        margin={44}
        title={WORDS.halvesOfEdges}
      />
      <figcaption className="note">
        {WORDS.halvesSay}
        {sideMm === undefined ? '' : ` ${WORDS.halfIs} ${toFigure(sideMm / 2, 1)} mm.`}
      </figcaption>
    </figure>
  );
}

/** The flat sheet with a pinch at the middle of each edge, its name beside. */
function drawHalves(shape: Plan['sheet']['shape']): Drawing {
  const flat = drawModel(buildFlatSheet(shape));
  const middle = centreOf(shape);
  const pinches = edgesOf(shape).flatMap(({ name, from, to }): DrawItem[] => {
    const half = between(from, to, 0.5);
    return [
      { kind: 'line', style: 'pinch', from: half, to: between(half, middle, 0.12), isNew: true },
      { kind: 'landmark', at: half, name: `1/2 ${name}`, look: 'label' },
    ];
  });
  return { ...flat, items: [...flat.items, ...pinches] };
}

const centreOf = (shape: Plan['sheet']['shape']) => centroidOf(outlineOf(shape));

/** The marks of this plan, to look at again or leave out. */
function Asked({ ask, onSelect }: { ask: string | undefined; onSelect: (id: string) => void }) {
  const { marks } = usePlan();
  const edit = useEdit();
  if (marks.length === 0) return null;
  return (
    <ul className="mt-4" aria-label={WORDS.marksAskedFor}>
      {marks.map((m) => (
        <li
          key={m.id}
          className={`flex items-baseline justify-between gap-2 border-t px-1 py-1 ${m.id === ask ? 'border-jade bg-jade-wash' : 'border-rule'}`}
        >
          <button
            type="button"
            className="text-left font-semibold"
            aria-pressed={m.id === ask}
            onClick={() => onSelect(m.id)}
          >
            {sayWish(m)}
            {'name' in m && m.name && <span className="ml-2 font-normal text-ink-2">{m.name}</span>}
          </button>
          <button
            type="button"
            className="act text-[13px]"
            aria-label={`Leave out ${sayWish(m)}`}
            onClick={() => edit((p) => void (p.marks = p.marks.filter((x) => x.id !== m.id)))}
          >
            {WORDS.leaveOut}
          </button>
        </li>
      ))}
    </ul>
  );
}

function MarksSentence() {
  const plan = usePlan();
  const reading = useEngine().result?.readings;
  if (plan.marks.length === 0) return <>{WORDS.everyLaterCreaseInherits}</>;
  return (
    <>
      <b>{plan.marks.length}</b> {plan.marks.length === 1 ? WORDS.mark2 : WORDS.marks2} asked for;{' '}
      {reading?.marksErrorMm === undefined ? (
        WORDS.thosePutIntoThe
      ) : (
        <>
          at this sheet the chosen ways are true to <b>±{toFigure(reading.marksErrorMm, 2)} mm</b>
        </>
      )}
      .
    </>
  );
}
