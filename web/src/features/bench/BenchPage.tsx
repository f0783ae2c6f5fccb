import { useState } from 'react';
import { useNavigate } from 'react-router';
import { type BenchRun, listPieces } from '@jade/core/plan';
import type { LearnedPace } from '@jade/core/schedule';
import { sayDuration } from '@jade/core/waits';
import { toFigure, toMinutesText } from '@jade/core/units';
import { useRecords } from '../../records/index.ts';
import { StageHead } from '../../stage/index.ts';
import { useEngine } from '../../engine/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { freshId, usePiece, usePlan, usePlanState, useWholePlan } from '../../plan/index.ts';
import { Waiting, sayDayOfYear, sayMoment } from '../../ui/index.ts';
import { Bench } from './Bench.tsx';
import { useDrawerSheet } from './useDrawerSheet.ts';
import { beginRun } from './run.ts';
import { WORDS, sayNotCounted } from './words.ts';

const takenMinutes = (run: BenchRun): number => run.steps.reduce((s, x) => s + x.seconds, 0) / 60;

/** Stage 7: the runs so far, and the bench itself, which fills the page. */
export function BenchPage() {
  const plan = usePlan();
  const { id, piece } = usePlanState();
  const { input, result } = useEngine();
  const navigate = useNavigate();
  const { write } = useRecords();
  const [run, setRun] = useState<BenchRun | null>(null);
  const sheet = useDrawerSheet();
  if (!result || !input || !id) return <Waiting what={WORDS.layingOutTheBench} />;
  if (plan.steps.length === 0) {
    return (
      <main>
        <StageHead title={WORDS.bench}>{WORDS.thereIsNothingTo}</StageHead>
        <SheetReady />
      </main>
    );
  }
  const { runs } = input;
  const count = plan.steps.length + plan.shaping.length;
  const open = [...runs].reverse().find((r) => r.finishedAt === null);
  const change = (next: BenchRun): void => {
    setRun(next);
    write('run', id, next);
  };
  if (run && run.piece === piece) {
    return (
      <Bench
        run={run}
        onRun={change}
        onLeave={() => setRun(null)}
        onDiary={() => void navigate(`/plan/${id}/diary`)}
      />
    );
  }
  const begin = (): void => {
    sheet.take();
    change(
      beginRun(
        freshId('run'),
        new Date(),
        result.readings.sideMm ?? null,
        plan.paper.name,
        result.readings.minutes,
        piece,
      ),
    );
  };
  return (
    <main>
      <StageHead title={WORDS.bench}>
        <b>{count}</b> steps, <b>{toMinutesText(result.readings.minutes)}</b> at your pace
        {result.readings.waitMinutes > 0 && (
          <>
            {' '}
            and <b>{sayDuration(result.readings.waitMinutes)}</b> of waiting
          </>
        )}
        .{' '}
        {open ? (
          <>
            The run of {sayDayOfYear(open.startedAt)} waits at step <b>{Math.min(open.at + 1, count)}</b>.
          </>
        ) : (
          WORDS.layTheSheetReady
        )}
        <AlikeSteps />
        {sheet.note && <span className="note block">{sheet.note}</span>}
      </StageHead>
      <div className="flex gap-4 px-7 pb-6">
        {open && (
          <button type="button" className="btn solid" onClick={() => setRun(open)}>
            Go on at step {Math.min(open.at + 1, count)}
          </button>
        )}
        <button type="button" className={`btn ${open ? '' : 'solid'}`} onClick={begin}>
          {WORDS.beginANewRun}
        </button>
      </div>
      {runs.length > 0 && (
        <section className="px-7 pb-10" aria-label={WORDS.runs}>
          <h2 className="head mb-2">{WORDS.runsSoFar}</h2>
          <table className="plain max-w-[720px]">
            <thead>
              <tr>
                <th scope="col">{WORDS.begun}</th>
                <th scope="col">{WORDS.sheet}</th>
                <th scope="col">{WORDS.steps}</th>
                <th scope="col">{WORDS.minutes}</th>
                <th scope="col">{WORDS.stuckAt}</th>
              </tr>
            </thead>
            <tbody>
              {[...runs].reverse().map((r) => {
                const stuck = r.steps
                  .filter((s) => s.stuck)
                  .map((s) => plan.steps.findIndex((p) => p.id === s.step) + 1)
                  .filter((n) => n > 0);
                return (
                  <tr key={r.id}>
                    <td>{sayMoment(r.startedAt)}</td>
                    <td>
                      {r.sheetMm ? `${Math.round(r.sheetMm)} mm` : '–'} {r.paper}
                    </td>
                    <td>{r.finishedAt ? 'all' : `${r.at} of ${count}`}</td>
                    <td>
                      {toMinutesText(takenMinutes(r))}
                      <NotCounted was={result.readings.paces.byRun[r.id]} />
                    </td>
                    <td>{stuck.length > 0 ? stuck.join(', ') : '–'}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </section>
      )}
    </main>
  );
}

/** Steps this piece has in common with another: both are folded along in one go. */
function AlikeSteps() {
  const whole = useWholePlan();
  const piece = usePiece();
  const says = whole.pieces.flatMap((p) => {
    if (!p.alike || (p.id !== piece && p.alike.piece !== piece)) return [];
    const other = p.id === piece ? p.alike.piece : p.id;
    const name = listPieces(whole).find((x) => x.id === other)?.name ?? '';
    return [`${WORDS.alikeUntil} ${p.alike.steps}: ${name}.`];
  });
  return says.length === 0 ? null : <span className="note block">{says.join(' ')}</span>;
}

/** What would lie on the bench: the sheet of the plan, before its first fold. */
function SheetReady() {
  const { paper, sheet } = usePlan();
  const { detail, result } = useEngine();
  const palette = usePalette();
  const sideMm = sheet.sideMm ?? result?.readings.sideMm;
  if (!detail) return null;
  return (
    <figure className="px-7 pb-10">
      <DrawingView
        drawing={detail.after}
        palette={palette}
        width={360}
        height={320}
        margin={30}
        title={WORDS.theSheetReady}
      />
      <figcaption className="note">
        {WORDS.layReady}: {paper.name}
        {sideMm === undefined ? '' : `, ${toFigure(sideMm, 1)} mm`}, {paper.front.name} up.
      </figcaption>
    </figure>
  );
}

/** Steps of a run that do not count as folding: paged through, or left lying. */
function NotCounted({ was }: { was: LearnedPace['byRun'][string] | undefined }) {
  const says = was ? sayNotCounted(was.paged, was.paused) : '';
  return says === '' ? null : <span className="note block">{says}</span>;
}
