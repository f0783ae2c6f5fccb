import { gapToLeaveMm, toBulk } from '@jade/core/paper';
import { toPaperChoice } from '@jade/core/plan';
import { toFigure, toLengthText, sayNumber } from '@jade/core/units';
import type { JudgedPaper, PaperFault } from '@jade/core/window';
import { usePapers, useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { useRankedPapers } from './PaperWindows.tsx';
import { WORDS } from './words.ts';

/** The drawer's papers for this plan: caliper, bulk and gap each would give; one is chosen. */
export function PaperList() {
  const plan = usePlan();
  const edit = useEdit();
  const { unit, limits } = useSettings();
  const { data } = usePapers();
  const { last, bulkiest } = useEngine().result?.readings ?? {};
  const ranked = useRankedPapers();
  if (!data || data.length === 0) return <p className="say text-ink-2">{WORDS.theDrawerIsEmpty}</p>;
  return (
    <section aria-label={WORDS.whichPaper}>
      <h2 className="head mb-1">{WORDS.whichPaper}</h2>
      <table className="plain">
        <thead>
          <tr>
            <th scope="col">{WORDS.paper}</th>
            <th scope="col">{WORDS.bothSides}</th>
            <th scope="col">{WORDS.tMm}</th>
            <th scope="col">{WORDS.bulk}</th>
            <th scope="col">{WORDS.gapMm}</th>
            {ranked && <th scope="col">{WORDS.sheetsThatHold}</th>}
            <th scope="col">
              <span className="sr-only">{WORDS.choose}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {(ranked ? ranked.map((r) => data.find((p) => p.id === r.id)!) : data).map((p) => {
            const judged = ranked?.find((r) => r.id === p.id);
            const chosen = plan.paper.drawerId === p.id;
            const bulk =
              bulkiest && p.caliperMm !== null
                ? toBulk(bulkiest.layers, p.caliperMm, bulkiest.widthMm, limits)
                : undefined;
            return (
              <tr key={p.id} className={chosen ? 'bg-jade-wash' : ''}>
                <th scope="row" className="!text-[15px] !text-ink">
                  {p.name}
                  <span className="note block">
                    {toLengthText(p.widthMm, unit).text} × {toLengthText(p.heightMm, unit).text}, {p.count}{' '}
                    left
                  </span>
                </th>
                <td>
                  <span className="inline-flex">
                    <Swatch hex={p.frontHex} name={p.frontName} />
                    <Swatch hex={p.backHex} name={p.backName} />
                  </span>
                </td>
                <td>{p.caliperMm === null ? WORDS.notMeasured : sayNumber(p.caliperMm)}</td>
                <td className={bulk && bulk.bulk > limits.bulkHard ? 'font-semibold text-persimmon' : ''}>
                  {bulk ? `${toFigure(bulk.bulk, 2)} ${bulk.verdict}` : '–'}
                </td>
                <td>
                  {p.caliperMm !== null && last
                    ? toFigure(gapToLeaveMm(last.measures.layersMax, p.caliperMm, 'stays'), 2)
                    : '–'}
                </td>
                {judged && (
                  <td className={judged.against.length > 0 ? 'text-persimmon' : ''}>
                    {sayJudged(judged, (mm) => toLengthText(mm, unit).text)}
                  </td>
                )}
                <td>
                  <button
                    type="button"
                    className="act"
                    aria-pressed={chosen}
                    onClick={() => edit((d) => void (d.paper = toPaperChoice(p)))}
                  >
                    {chosen ? WORDS.chosen : WORDS.choose}
                    <span className="sr-only"> {p.name}</span>
                  </button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

const FAULTS: Record<PaperFault, string> = {
  'no caliper': 'caliper not measured',
  'none left': 'none left',
  'not wet-foldable': 'does not bear water',
  'sheet too small': 'sheet too small',
  'no size holds': 'no size holds',
};

function sayJudged({ window, against }: JudgedPaper, length: (mm: number) => string): string {
  if (against.length > 0) return against.map((f) => FAULTS[f]).join(', ');
  return window.highMm === undefined
    ? `from ${length(Math.round(window.lowMm))}`
    : `${length(Math.round(window.lowMm))} to ${length(Math.round(window.highMm))}`;
}

function Swatch({ hex, name }: { hex: string; name: string }) {
  return (
    <span title={name} className="inline-block h-5 w-5 border border-rule-strong" style={{ background: hex }}>
      <span className="sr-only">{name}</span>
    </span>
  );
}
