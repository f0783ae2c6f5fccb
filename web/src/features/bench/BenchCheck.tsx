import { useEffect, useState } from 'react';
import type { CheckPoint } from '@jade/core/slips';
import type { BenchRun } from '@jade/core/plan';
import { toFigure } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import { askAccuracy, stopMarking } from '../../marking/index.ts';
import { usePlan } from '../../plan/index.ts';
import { WORDS } from './words.ts';

/** Longer plans take minutes to reckon, and a bench should not heat the room. */
const MOST_STEPS = 80;

/** Where the plan asks to stop and check, reckoned while the first steps are folded. */
export function useChecks(): readonly CheckPoint[] {
  const { steps, points, sheet } = usePlan();
  const { sigma } = useSettings();
  const [found, setFound] = useState<{ of: unknown; checks: readonly CheckPoint[] }>();
  useEffect(() => {
    if (steps.length > MOST_STEPS) return;
    let [isLive, isDone] = [true, false];
    askAccuracy({ sequence: { sheet: sheet.shape, points, steps }, pairs: [], sigma }, () => undefined)
      .then((whole) => isLive && whole && setFound({ of: steps, checks: whole.checks }))
      // Without its checks the bench is still a bench.
      .catch(() => undefined)
      .finally(() => (isDone = true));
    return () => {
      isLive = false;
      if (!isDone) stopMarking();
    };
  }, [steps, points, sheet.shape, sigma]);
  return found?.of === steps ? found.checks : [];
}

type Measured = BenchRun['checks'][number];

interface BenchCheckProps {
  readonly check: CheckPoint;
  readonly step: string;
  readonly known: Measured | undefined;
  readonly onMeasured: (measured: Measured) => void;
}

/** What to look at when the step is folded, and how far it was out: the hand's own slips are learned from that. */
export function BenchCheck({ check, step, known, onMeasured }: BenchCheckProps) {
  const [text, setText] = useState(known ? String(known.missMm) : '');
  const [fault, setFault] = useState('');
  const note = (): void => {
    const missMm = Number(text.trim().replace(',', '.'));
    if (text.trim() === '' || !Number.isFinite(missMm) || missMm < 0 || missMm > 1000)
      return setFault('Write how far it is off in mm, 0 to 1000, such as 0.4.');
    setFault('');
    onMeasured({
      step,
      says: check.says,
      expectedMm: check.errorMm,
      missMm,
      at: new Date().toISOString(),
    });
  };
  return (
    <div
      className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 border-l-[3px] border-jade pl-3 text-[17px]"
      data-testid="bench-check"
    >
      <span>
        When it is folded, check: {check.says}. Usually within {toFigure(check.errorMm, 1)} mm; if it is more,
        look back at step {check.shows.step}.
      </span>
      <form
        className="flex items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          note();
        }}
      >
        <label className="flex items-center gap-2">
          off by
          <input
            type="text"
            className="!w-20 font-semibold"
            inputMode="decimal"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          mm
        </label>
        <button type="submit" className="btn">
          {known ? WORDS.noted : WORDS.noteIt}
        </button>
      </form>
      {fault && (
        <span role="alert" className="text-persimmon">
          {fault}
        </span>
      )}
    </div>
  );
}
