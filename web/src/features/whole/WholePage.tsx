import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { countSheets } from '@jade/core/calendar';
import { toFigure, toMinutesText } from '@jade/core/units';
import { type WholeReading, getEngine, useEngine } from '../../engine/index.ts';
import { usePlanState, useWholePlan } from '../../plan/index.ts';
import { usePapers, useSettings } from '../../records/index.ts';
import { PoseView } from '../../space/index.ts';
import { CuttingPlan, StageHead } from '../../stage/index.ts';
import { Waiting } from '../../ui/index.ts';
import { Fits } from './Fits.tsx';
import { PieceList } from './PieceList.tsx';
import { ShareChart } from './ShareChart.tsx';
import { WORDS, sayWhole } from './words.ts';

const PICTURE_PX = 400;

/** A model of several pieces: its pieces, how they go together, the whole in space, and how large it can be made. */
export function WholePage() {
  const plan = useWholePlan();
  const { unit } = useSettings();
  const reading = useWhole();
  const isMany = plan.pieces.length > 0;
  return (
    <main>
      <StageHead title={WORDS.whole}>
        {!isMany
          ? WORDS.onePiece
          : reading
            ? sayWhole(reading.whole, unit, plan.finish.posture !== 'stands')
            : WORDS.folding}
        {reading && reading.whole.rules !== '' && (
          <span className="note block">
            {reading.whole.rules} {WORDS.rulesTake}
          </span>
        )}
      </StageHead>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(400px,520px)] gap-9 px-7 pb-10 max-[980px]:grid-cols-1">
        <div className="min-w-0">
          {isMany &&
            (reading ? (
              <>
                <PoseView
                  surface={reading.whole.surface}
                  papers={reading.whole.papers}
                  title={plan.name}
                  height={PICTURE_PX}
                  drawFrom={(towards) => getEngine().drawWhole([...towards])}
                />
                <Sizes reading={reading} />
                <ShareChart window={reading.window} />
              </>
            ) : (
              <Waiting what={WORDS.folding} />
            ))}
        </div>
        <div className="min-w-0">
          <PieceList reading={reading} />
          {isMany && <Fits reading={reading} />}
          {isMany && reading && <Cuts reading={reading} />}
        </div>
      </div>
    </main>
  );
}

/** The newest answer; the one before stays while another is computed. */
function useWhole(): WholeReading | undefined {
  const { result } = useEngine();
  const { data: papers } = usePapers();
  const { pieces } = useWholePlan();
  const [reading, setReading] = useState<WholeReading>();
  useEffect(() => {
    let live = true;
    if (result && papers)
      void getEngine()
        .readWhole(papers)
        .then((found) => live && setReading(found ?? undefined))
        .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [result, papers]);
  return pieces.length > 0 ? reading : undefined;
}

function Sizes({ reading: { whole, minutes } }: { reading: WholeReading }) {
  const mm = (value: number): string => toFigure(value, 1);
  const total = minutes.reduce((sum, m) => sum + m.minutes, 0);
  return (
    <p className="mt-2 mb-5" data-testid="whole-sizes">
      <b>
        {mm(whole.heightMm)} × {mm(whole.lengthMm)} × {mm(whole.depthMm)} mm
      </b>{' '}
      high, long, deep
      {whole.weightG !== undefined && (
        <>
          ; <b>{toFigure(whole.weightG, 1)} g</b>
        </>
      )}
      ; <b>{toMinutesText(total)}</b> of folding in all.
    </p>
  );
}

/** How the sheets of all pieces are cut from the drawer's, for all copies. */
function Cuts({ reading }: { reading: WholeReading }) {
  const plan = useWholePlan();
  const { id } = usePlanState();
  const { data: papers } = usePapers();
  const sheets = useMemo(
    () =>
      countSheets(
        reading.whole.pieces.map((p) => {
          const own = p.id === null ? plan : plan.pieces.find((x) => x.id === p.id)!;
          const { paper, sheet } = own;
          return {
            name: p.name,
            paper: paper.name,
            drawerId: paper.drawerId,
            shape: sheet.shape,
            sideMm: p.sideMm,
            foldings: plan.brief.copies,
            trimMm: sheet.trimMm,
            keepGrain: sheet.keepGrain,
          };
        }),
        papers ?? [],
      ),
    [reading, plan, papers],
  );
  return (
    <section aria-label={WORDS.cuts} className="mt-7">
      <h2 className="head mb-1">{WORDS.cuts}</h2>
      <ul className="mb-2">
        {sheets.map((s) => (
          <li key={s.paper}>
            <b>{s.needed}</b> of {s.paper}
            {s.had === null ? `, ${WORDS.inNoDrawer}` : ''}
            {s.buy > 0 && s.had !== null ? `, ${s.buy} to buy` : ''}:{' '}
            {s.for.map((f) => `${f.name} ${toFigure(f.sideMm, 1)} mm`).join(', ')}
            {s.tooLarge.length > 0 && (
              <span className="text-persimmon">. {s.tooLarge.join(' and ')}: larger than a sheet of it.</span>
            )}
          </li>
        ))}
      </ul>
      {sheets.some((s) => s.cutting) ? (
        <CuttingPlan sheets={sheets} />
      ) : (
        <p className="note">
          {WORDS.choosePaper}{' '}
          <Link className="act" to={`/plan/${id}/paper`}>
            {WORDS.toPaper}
          </Link>
        </p>
      )}
    </section>
  );
}
