import { useState } from 'react';
import { edgesOf } from '@jade/core/sheet';
import { toFigure } from '@jade/core/units';
import { StageHead } from '../../app/StageHead.tsx';
import { useEngine } from '../../engine/index.ts';
import { freshId, useEdit, usePlan } from '../../plan/index.ts';
import { Choice, TextField } from '../../ui/index.ts';
import { EqualParts } from './EqualParts.tsx';
import { Ways } from './Ways.tsx';

/** "3/11": both numbers, or undefined where it is no fraction between 0 and 1. */
function readFraction(text: string): { top: number; bottom: number } | undefined {
  const parts = /^\s*(\d{1,3})\s*\/\s*(\d{1,3})\s*$/.exec(text);
  if (!parts) return undefined;
  const [top, bottom] = [Number(parts[1]), Number(parts[2])];
  return top > 0 && top < bottom ? { top, bottom } : undefined;
}

/** Stage 4: marks found by folding; each construction drawn, with its creases and its error at this sheet. */
export function MarksPage() {
  const plan = usePlan();
  const edit = useEdit();
  const [edge, setEdge] = useState('AB');
  const [fraction, setFraction] = useState<string>('1/3');
  const [fault, setFault] = useState('');
  const [selected, setSelected] = useState<string | null>(null);
  const ask = plan.marks.find((m) => m.id === selected) ?? plan.marks.at(-1);
  const add = (): void => {
    const read = readFraction(fraction);
    if (!read)
      return setFault(`"${fraction}" is no fraction between 0 and 1; write it as 3/11, up to 64ths.`);
    setFault('');
    const { top, bottom } = read;
    const known = plan.marks.find((m) => m.edge === edge && m.top === top && m.bottom === bottom);
    if (known) return setSelected(known.id);
    const id = freshId('mark');
    edit((p) => void p.marks.push({ id, edge, top, bottom, construction: null }));
    setSelected(id);
  };
  return (
    <main>
      <StageHead title="Marks">
        <MarksSentence />
      </StageHead>
      <div className="flex flex-wrap items-end gap-3 px-7 pb-4">
        <TextField label="Mark" most={9} value={fraction} onText={setFraction} className="w-24" />
        <Choice
          label="of edge"
          value={edge}
          options={edgesOf(plan.sheet.shape).map((e) => ({ value: e.name, label: e.name }))}
          onChoice={setEdge}
          className="w-24"
        />
        <button type="button" className="btn solid" onClick={add}>
          Ask for this mark
        </button>
        {fault && (
          <p role="alert" className="basis-full text-persimmon">
            {fault}
          </p>
        )}
        <ul className="ml-4 flex flex-wrap gap-3" aria-label="Marks asked for">
          {plan.marks.map((m) => (
            <li
              key={m.id}
              className={`flex items-center gap-2 border-b-2 px-2 py-1 ${m.id === ask?.id ? 'border-jade' : 'border-rule'}`}
            >
              <button
                type="button"
                className="font-semibold"
                aria-pressed={m.id === ask?.id}
                onClick={() => setSelected(m.id)}
              >
                {m.top}/{m.bottom} of {m.edge}
              </button>
              <button
                type="button"
                className="act text-[13px]"
                aria-label={`Leave out ${m.top}/${m.bottom} of ${m.edge}`}
                onClick={() => edit((p) => void (p.marks = p.marks.filter((x) => x.id !== m.id)))}
              >
                leave out
              </button>
            </li>
          ))}
        </ul>
      </div>
      {ask ? (
        <Ways ask={ask} key={ask.id} />
      ) : (
        <p className="say px-7 text-ink-2">
          Ask for a mark, and the ways to fold it stand here, drawn, with what each costs in creases and
          millimetres.
        </p>
      )}
      <EqualParts />
    </main>
  );
}

function MarksSentence() {
  const plan = usePlan();
  const reading = useEngine().result?.readings;
  if (plan.marks.length === 0)
    return (
      <>Every later crease inherits the error of the first ones. Ask for the marks this plan begins with.</>
    );
  return (
    <>
      <b>{plan.marks.length}</b> {plan.marks.length === 1 ? 'mark' : 'marks'} asked for;{' '}
      {reading?.marksErrorMm === undefined ? (
        'choose a sheet in Paper to know the error in millimetres'
      ) : (
        <>
          at this sheet the chosen ways are true to <b>±{toFigure(reading.marksErrorMm, 2)} mm</b>
        </>
      )}
      .
    </>
  );
}
