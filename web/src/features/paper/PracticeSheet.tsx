import { boxOf } from '@jade/core/sheet';
import { useEffect, useState } from 'react';
import { toFigure, toLengthText, sayNumber } from '@jade/core/units';
import { toPracticeSide } from '@jade/core/window';
import { useSettings } from '../../records/index.ts';
import { getEngine, useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { Choice } from '../../ui/index.ts';
import { TrialSheet } from './TrialSheet.tsx';
import { useWindowInput } from './useWindowInput.ts';
import { WORDS } from './words.ts';

/** The second size: a sheet to practise on, enlarged until the hardest feature is comfortable; proportions are kept. */
export function PracticeSheet() {
  const plan = usePlan();
  const edit = useEdit();
  const { unit, limits } = useSettings();
  const readings = useEngine().result?.readings;
  const input = useWindowInput();
  const practice = input && toPracticeSide(input);
  const sideMm = readings?.sideMm;
  if (sideMm === undefined) return null;
  const { shape } = plan.sheet;
  const length = (mm: number): string => toLengthText(mm, unit).text;
  const size = (mm: number): string => {
    if (shape.kind !== 'rectangle') return length(mm);
    const { width, height } = boxOf(shape);
    return `${length(mm * width)} × ${length(mm * height)}`;
  };
  return (
    <section className="mb-5" aria-label={WORDS.twoSizes}>
      <h2 className="head mb-1">{WORDS.finalAndPractice}</h2>
      <Choice
        label={WORDS.narrowPlacesAreFolded}
        className="mb-2"
        value={plan.sheet.handling}
        options={[
          { value: 'fingers', label: `fingers, ${sayNumber(limits.fingersMm)} mm and more` },
          { value: 'tweezers', label: `tweezers, ${sayNumber(limits.tweezersMm)} mm and more` },
        ]}
        onChoice={(to) => edit((p) => void (p.sheet.handling = to))}
      />
      {practice !== undefined && (
        <p data-testid="practice">
          {practice <= sideMm ? (
            <>
              At <b>{size(sideMm)}</b> every feature is comfortable; practise on the final size.
            </>
          ) : (
            <>
              Final <b>{size(sideMm)}</b>. To practise with comfort take <b>{size(Math.ceil(practice))}</b>,{' '}
              {toFigure(Math.ceil(practice) / sideMm, 2)} times as large
              {shape.kind === 'rectangle' ? WORDS.inTheSameProportions : ''}.
            </>
          )}
        </p>
      )}
      <TrialSheet />
      <Partials scale={Math.max(practice ?? 0, sideMm)} />
    </section>
  );
}

/** Passages that can be practised on a part of the sheet, cut from one corner at the practice size. */
function Partials({ scale }: { scale: number }) {
  const { result } = useEngine();
  const { unit } = useSettings();
  const [parts, setParts] = useState<Awaited<ReturnType<ReturnType<typeof getEngine>['readPartials']>>>([]);
  useEffect(() => {
    if (!result) return;
    let live = true;
    getEngine()
      .readPartials()
      .then((found) => live && setParts(found))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [result]);
  if (parts.length === 0) return null;
  return (
    <>
      <p className="note mt-1">{WORDS.forOnePassageA}</p>
      <ul aria-label={WORDS.partsToPractiseOn} className="text-[14px] leading-[20px]">
        {parts.map((p) => (
          <li key={p.passage}>
            {p.passage}, {p.from === p.to ? `step ${p.from}` : `steps ${p.from} to ${p.to}`}:{' '}
            <b>{toLengthText(Math.ceil(p.side * scale), unit).text}</b> square at {p.corner}
          </li>
        ))}
      </ul>
    </>
  );
}
