import { learnHand } from '@jade/core/slips';
import { toFigure } from '@jade/core/units';
import { useRuns } from '../../records/index.ts';
import { WORDS } from './words.ts';

/** A hand that is this near to what it was taken for needs no change. */
const ALIKE = 0.03;

interface BenchChecksProps {
  /** Checks before this were taken already. */
  readonly since: string | null;
  readonly onTake: (factor: number) => void;
}

/** What the checks at the bench, of all plans, say of the hand: all its slips larger or smaller than they were taken to be. */
export function BenchChecks({ since, onTake }: BenchChecksProps) {
  const { data } = useRuns();
  const checks = (data ?? [])
    .flatMap(({ record }) => record.checks)
    .filter((c) => since === null || c.at > since);
  const factor = learnHand(checks);
  return (
    <section aria-label={WORDS.checksAtTheBench} className="col-span-full max-w-[760px]">
      <h3 className="head mb-1">{WORDS.checksAtTheBench}</h3>
      {checks.length === 0 ? (
        <p className="note">{since === null ? WORDS.nothingWasMeasuredYet : WORDS.nothingWasMeasuredSince}</p>
      ) : (
        <p className="flex items-center gap-4" data-testid="bench-checks">
          <span>
            {checks.length} {checks.length === 1 ? WORDS.check : WORDS.checks} of all plans, and four as
            foreseen: your slips are <b>{toFigure(factor, 2)} times</b> what stands above.
          </span>
          {Math.abs(factor - 1) > ALIKE && (
            <button type="button" className="btn" onClick={() => onTake(factor)}>
              {WORDS.takeItAsMine}
            </button>
          )}
        </p>
      )}
    </section>
  );
}
