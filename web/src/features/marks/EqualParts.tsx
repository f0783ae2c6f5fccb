import { useEffect, useState } from 'react';
import { type SheetShape, edgesOf } from '@jade/core/sheet';
import { toFigure } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { type Answer, type PartsWay, askParts } from '../../marking/index.ts';
import { usePlan } from '../../plan/index.ts';
import { Choice, NumberField, Notice } from '../../ui/index.ts';
import { ClearChoice, useClearParts, useKeepChoice } from './KeepClear.tsx';
import { Way, useInsertFirst } from './Ways.tsx';
import { WORDS } from './words.ts';

/** What is divided: the edge, into how many parts, and what is kept clear. */
interface PartsAsk {
  readonly edge: string;
  readonly parts: number;
  readonly keep: string;
  readonly isGrid: boolean;
}

const prefixOf = ({ edge, parts }: PartsAsk): string => `parts-${edge}-${parts}-`;

/** The edge that runs from the first one's end. */
function nextEdge(shape: SheetShape, edge: string): string | null {
  const edges = edgesOf(shape);
  const i = edges.findIndex((e) => e.name === edge);
  return i < 0 ? null : edges[(i + 1) % edges.length]!.name;
}

/** An edge in n equal parts: the schools side by side at this sheet, and a part of the sheet kept clear of creases. */
export function EqualParts() {
  const plan = usePlan();
  const { sigma } = useSettings();
  const sideMm = useEngine().result?.readings.sideMm ?? 200;
  const [edge, setEdge] = useState('AB');
  const [parts, setParts] = useState(5);
  const [keep, setKeep] = useKeepChoice();
  const [isGrid, setGrid] = useState(false);
  const [ask, setAsk] = useState<PartsAsk>();
  const [answer, setAnswer] = useState<{ ask: PartsAsk; found: Answer<PartsWay> }>();
  const clear = useClearParts(ask?.keep ?? 'nothing', ask?.edge ?? 'AB');
  const { shape } = plan.sheet;
  useEffect(() => {
    if (!ask || clear === undefined) return;
    let live = true;
    const other = ask.isGrid ? nextEdge(shape, ask.edge) : null;
    const request = { edge: ask.edge, parts: ask.parts, other, clear, sheet: shape, sideMm, sigma };
    askParts({ ...request, prefix: prefixOf(ask).slice(0, -1) })
      .then((found) => live && found && setAnswer({ ask, found }))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [ask, clear, shape, sideMm, sigma]);
  const begin = (): void => setAsk({ edge, parts, keep, isGrid });
  return (
    <section aria-label={WORDS.equalParts} className="px-7 pb-10">
      <div className="mb-4 flex flex-wrap items-end gap-3">
        <NumberField
          label={WORDS.parts}
          className="w-24"
          value={parts}
          low={2}
          high={64}
          onNumber={setParts}
        />
        <Choice
          label={WORDS.ofTheEdge}
          className="w-24"
          value={edge}
          options={edgesOf(shape).map((e) => ({ value: e.name, label: e.name }))}
          onChoice={setEdge}
        />
        <ClearChoice value={keep} onChoice={setKeep} />
        <label className="flex min-h-[36px] items-center gap-2">
          <input type="checkbox" checked={isGrid} onChange={(e) => setGrid(e.target.checked)} />
          both ways, a grid
        </label>
        <button type="button" className="btn solid" onClick={begin}>
          {WORDS.divideIt}
        </button>
      </div>
      {ask && answer?.ask !== ask && (
        <p role="status" className="note">
          {WORDS.foldingEveryWayAnd}
        </p>
      )}
      {answer && 'fault' in answer.found && (
        <Notice tone="care" className="max-w-[720px]">
          {answer.found.fault}
        </Notice>
      )}
      {answer && 'ways' in answer.found && (
        <Compared ask={answer.ask} ways={answer.found.ways} sideMm={sideMm} />
      )}
    </section>
  );
}

function Compared({ ask, ways, sideMm }: { ask: PartsAsk; ways: readonly PartsWay[]; sideMm: number }) {
  const plan = usePlan();
  const insertFirst = useInsertFirst();
  const prefix = prefixOf(ask);
  return (
    <>
      <table className="plain mb-5">
        <caption className="note pb-1 text-left">
          {ask.parts} parts of {ask.edge}
          {ask.isGrid ? WORDS.andOfTheEdge : ''} at {toFigure(sideMm, 0)} mm, with your own accuracy from
          Settings
        </caption>
        <thead>
          <tr>
            <th scope="col">way</th>
            <th scope="col">{WORDS.creases}</th>
            <th scope="col">{WORDS.pinches}</th>
            <th scope="col">{WORDS.leftBesidesTheMarks}</th>
            <th scope="col">{WORDS.worstMark}</th>
            <th scope="col">{WORDS.itsErrorMm}</th>
            {ask.keep !== 'nothing' && <th scope="col">{WORDS.keptClear}</th>}
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
              {ask.keep !== 'nothing' && (
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
                  {w.touches ? WORDS.creasesThePartTo : ''}
                </>
              }
              isInserted={isInserted}
              isChosen={isInserted}
              onInsert={() => insertFirst(w.steps, prefix)}
            />
          );
        })}
      </ol>
    </>
  );
}
