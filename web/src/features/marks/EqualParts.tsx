import { useEffect, useState } from 'react';
import { edgesOf } from '@jade/core/sheet';
import { toFigure } from '@jade/core/units';
import { useSettings } from '../../app/useSettings.ts';
import { type KeepClear, type PartsAsk, type PartsWay, getEngine, useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { Choice, NumberField, Slip } from '../../ui/index.ts';
import { Way, insertFirst } from './Ways.tsx';

const prefixOf = ({ edge, parts }: PartsAsk): string => `parts-${edge}-${parts}-`;

/** An edge in n equal parts: the schools side by side at this sheet, and a part of the sheet kept clear of creases. */
export function EqualParts() {
  const plan = usePlan();
  const { sigma } = useSettings();
  const sideMm = useEngine().result?.readings.sideMm ?? 200;
  const [edge, setEdge] = useState('AB');
  const [parts, setParts] = useState(5);
  const [clear, setClear] = useState('nothing');
  const [ask, setAsk] = useState<PartsAsk>();
  const [answer, setAnswer] = useState<{ ask: PartsAsk; found: { ways: PartsWay[] } | { fault: string } }>();
  const { shape } = plan.sheet;
  useEffect(() => {
    if (!ask) return;
    let live = true;
    void getEngine()
      .divide(ask, shape, sideMm, sigma, prefixOf(ask).slice(0, -1))
      .then((found) => live && setAnswer({ ask, found }));
    return () => {
      live = false;
    };
  }, [ask, shape, sideMm, sigma]);
  const begin = (): void => {
    const kept: KeepClear = clear === 'nothing' || clear === 'middle' ? clear : { zone: clear };
    setAsk({ edge, parts, clear: kept });
  };
  return (
    <section aria-label="Equal parts" className="px-7 pb-10">
      <h2 className="head mb-1">An edge in equal parts</h2>
      <div className="mb-4 flex flex-wrap items-end gap-3">
        <NumberField label="Parts" className="w-24" value={parts} low={2} high={64} onNumber={setParts} />
        <Choice
          label="of the edge"
          className="w-24"
          value={edge}
          options={edgesOf(shape).map((e) => ({ value: e.name, label: e.name }))}
          onChoice={setEdge}
        />
        <Choice
          label="No construction crease on"
          className="w-64"
          value={clear}
          options={[
            { value: 'nothing', label: 'any part is free' },
            { value: 'middle', label: 'the middle third of the sheet' },
            ...plan.zones.map((z) => ({ value: z.id, label: `${z.name}, kept clean` })),
          ]}
          onChoice={setClear}
        />
        <button type="button" className="btn solid" onClick={begin}>
          Divide it
        </button>
      </div>
      {answer && 'fault' in answer.found && (
        <Slip tone="care" className="max-w-[720px]">
          {answer.found.fault}
        </Slip>
      )}
      {answer && 'ways' in answer.found && (
        <Compared ask={answer.ask} ways={answer.found.ways} sideMm={sideMm} />
      )}
    </section>
  );
}

function Compared({ ask, ways, sideMm }: { ask: PartsAsk; ways: readonly PartsWay[]; sideMm: number }) {
  const plan = usePlan();
  const edit = useEdit();
  const prefix = prefixOf(ask);
  return (
    <>
      <table className="plain mb-5">
        <caption className="note pb-1 text-left">
          {ask.parts} parts of {ask.edge} at {toFigure(sideMm, 0)} mm, with your own accuracy from Settings
        </caption>
        <thead>
          <tr>
            <th scope="col">way</th>
            <th scope="col">creases</th>
            <th scope="col">pinches</th>
            <th scope="col">left besides the marks</th>
            <th scope="col">worst mark</th>
            <th scope="col">its error, mm</th>
            {ask.clear !== 'nothing' && <th scope="col">kept clear</th>}
          </tr>
        </thead>
        <tbody>
          {ways.map((w) => (
            <tr key={w.id}>
              <th scope="row" className="!text-ink">
                {w.title}
              </th>
              <td>{w.creases}</td>
              <td>{w.pinches}</td>
              <td>{w.extra}</td>
              <td>
                {w.worstMark}/{ask.parts}
              </td>
              <td>±{toFigure(Math.hypot(w.errorMm, w.missMm), 2)}</td>
              {ask.clear !== 'nothing' && (
                <td className={w.touches ? 'font-semibold text-persimmon' : ''}>
                  {w.touches ? 'no' : 'yes'}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      <ol>
        {ways.map((w) => {
          const isInserted = w.steps.every((s) => plan.steps.some((p) => p.id === s.id));
          return (
            <Way
              key={w.id}
              way={w}
              says={
                <>
                  <b>±{toFigure(Math.hypot(w.errorMm, w.missMm), 2)} mm</b> at {w.worstMark}/{ask.parts} ·
                  worst at its step {w.worstStep}
                  {w.touches ? ' · creases the part to keep clear' : ''}
                </>
              }
              isInserted={isInserted}
              isChosen={isInserted}
              onInsert={() => edit((p) => insertFirst(p, w.steps, prefix))}
            />
          );
        })}
      </ol>
    </>
  );
}
