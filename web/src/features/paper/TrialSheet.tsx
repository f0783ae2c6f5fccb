import { countPieces } from '@jade/core/paper';
import { toStockPieces } from '@jade/core/readings';
import { toFigure, toLengthText } from '@jade/core/units';
import { toTrialSheet } from '@jade/core/window';
import { useEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';
import { usePapers, useSettings } from '../../records/index.ts';
import { toPiece } from './CutSheet.tsx';
import { useWindowInput } from './useWindowInput.ts';
import { WORDS } from './words.ts';

/** The cheapest paper and size for a trial whose layers are as thick for their width as on the final sheet. */
export function TrialSheet() {
  const plan = usePlan();
  const { data: papers } = usePapers();
  const { unit, limits } = useSettings();
  const input = useWindowInput();
  const sideMm = useEngine().result?.readings.sideMm;
  if (!input || !papers || sideMm === undefined) return null;
  if (input.caliperMm === null) return <p className="note mt-1">{WORDS.trialNoCaliper}</p>;
  const rules = { trimMm: plan.sheet.trimMm, keepGrain: plan.sheet.keepGrain };
  const options = toStockPieces(plan, papers)
    .filter((s) => s.id !== plan.paper.drawerId)
    .map((s) => {
      const own = papers.find((p) => p.id === s.id)!;
      return {
        ...s,
        priceAt: (side: number): number | null => {
          const n = countPieces(toPiece(plan, side), own, rules);
          return own.price === null || n === 0 ? null : own.price / n;
        },
      };
    });
  const trial = toTrialSheet({ ...input, limits }, sideMm, options);
  if (!trial) return <p className="note mt-1">{WORDS.noTrial}</p>;
  return (
    <p className="mt-1" data-testid="trial">
      {WORDS.trialOf} <b>{trial.name}</b>, <b>{toLengthText(Math.round(trial.sideMm), unit).text}</b>
      {trial.price !== null && <>, {toFigure(trial.price, 2)} a trial</>}: {WORDS.trialTruth}
      {trial.narrowestMm !== undefined && (
        <>
          {' '}
          {WORDS.narrowestOnIt} {toFigure(trial.narrowestMm, 1)} mm.
        </>
      )}
    </p>
  );
}
