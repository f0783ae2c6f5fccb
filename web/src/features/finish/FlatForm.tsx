import { useState } from 'react';
import { useLocation } from 'react-router';
import type { Point } from '@jade/core/geometry';
import { toFigure, toLengthText } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import { type StepDetail, useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { NumberField, Waiting } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** What two points are being chosen for. */
type Choosing = 'feet' | 'spine' | null;

const ASK = {
  feet: ['Choose a foot point on the model.', 'Choose the other foot point.'],
  spine: ['Choose one end of the edge it opens at.', 'Choose the other end of that edge.'],
} as const;

/** The finished flat form: whether it stands over its feet, and how deep it is, opened along its spine. */
export function FlatForm({ detail }: { detail: StepDetail | undefined }) {
  const plan = usePlan();
  const edit = useEdit();
  const palette = usePalette();
  const [first, setFirst] = useState<StepDetail['landmarks'][number] | null>(null);
  const [choosing, setChoosing] = useState<Choosing>(plan.finish.feet === null ? 'feet' : null);
  // Asked for from a verdict, also where this stage is open already.
  const { state, key } = useLocation() as { state: { choose?: Choosing } | null; key: string };
  const [asked, setAsked] = useState('');
  if (state?.choose === 'feet' && asked !== key) {
    setAsked(key);
    setFirst(null);
    setChoosing('feet');
  }
  if (!detail) return <Waiting what={WORDS.foldingThePlan} />;
  const points = detail.landmarks.filter((l) => l.rank === 'main');
  const pick = (key: string): void => {
    const landmark = points.find((l) => l.name === key);
    if (!landmark || !choosing) return;
    if (!first) return setFirst(landmark);
    const refs = [first.ref, landmark.ref];
    edit((p) => void (p.finish[choosing] = structuredClone(refs) as never));
    setFirst(null);
    setChoosing(null);
  };
  const choose = (what: Choosing): void => {
    setFirst(null);
    setChoosing(what);
  };
  return (
    <section aria-label={WORDS.standing}>
      <DrawingView
        drawing={detail.after}
        palette={palette}
        width={460}
        height={430}
        margin={40}
        title={WORDS.theFinishedFlatForm}
        {...(choosing
          ? {
              marks: points.map((l) => ({
                key: l.name,
                name: l.name,
                at: l.model,
                look: first?.name === l.name ? ('chosen' as const) : ('known' as const),
                showName: first?.name === l.name,
              })),
              onMark: pick,
            }
          : {})}
      >
        {(place) => (
          <>
            <SpineLine place={place} />
            <Plumb place={place} detail={detail} />
          </>
        )}
      </DrawingView>
      <p className="mt-2 flex items-center gap-4">
        {choosing ? (
          <>
            <span role="status">
              <b>{ASK[choosing][first ? 1 : 0]}</b>
            </span>
            {choosing === 'spine' && (
              <button type="button" className="act" onClick={() => choose(null)}>
                {WORDS.leaveIt}
              </button>
            )}
          </>
        ) : (
          <button type="button" className="btn" onClick={() => choose('feet')}>
            {WORDS.chooseTheFeetAnew}
          </button>
        )}
        {plan.finish.feet && (
          <button
            type="button"
            className="act"
            onClick={() => {
              edit((p) => void (p.finish.feet = null));
              choose('feet');
            }}
          >
            {WORDS.itLiesItNeeds}
          </button>
        )}
      </p>
      <Balance />
      <p className="note mt-2">{WORDS.thisIsAboutThe}</p>
      <Opening onChoose={() => choose('spine')} />
    </section>
  );
}

/** Whether the flat form, held upright, balances over the two points. */
function Balance() {
  const { unit } = useSettings();
  const standing = useEngine().result?.readings.standing;
  if (!standing) return null;
  const margin = toLengthText(Math.max(Math.abs(standing.margin), 0.01), unit).text;
  return (
    <p className="mt-2" data-testid="flat-balance">
      {standing.stands ? (
        <>
          The flat form balances over these points: its weight lies <b>{margin}</b> inside the{' '}
          {standing.weakSide} one, and it can lean <b>{toFigure(standing.tipDegrees, 0)}°</b> in its own plane
          before it tips.
          {standing.step > 1 && (
            <>
              {' '}
              One foot hangs <b>{toFigure(standing.step, 1)} mm</b> above the other.
            </>
          )}
        </>
      ) : (
        <>
          The flat form tips to the {standing.weakSide}: its weight lies <b>{margin}</b> outside its feet.
        </>
      )}
    </p>
  );
}

type Place = (p: Point) => Point;

/** The edge the form opens at, where it is opened. */
function SpineLine({ place }: { place: Place }) {
  const { finish } = usePlan();
  const spine = useEngine().result?.readings.form?.spine;
  if (!spine || !finish.openedDegrees) return null;
  const [[x1, y1], [x2, y2]] = [place(spine.from), place(spine.to)];
  return (
    <line
      x1={x1}
      y1={y1}
      x2={x2}
      y2={y2}
      stroke="var(--jade)"
      strokeWidth="5"
      strokeLinecap="round"
      opacity="0.75"
      pointerEvents="none"
    />
  );
}

/** The weight's plumb line over the feet. */
function Plumb({ place, detail }: { place: Place; detail: StepDetail }) {
  const readings = useEngine().result?.readings;
  const standing = readings?.standing;
  if (!standing) return null;
  const sideMm = readings?.sideMm ?? 1;
  const { bounds } = detail.after;
  const mm = (x: number, y: number) => place([x / sideMm, y / sideMm]);
  const ground = place([bounds.minX, bounds.minY])[1];
  const [cx, cy] = mm(standing.centroid[0], standing.centroid[1]);
  const [x1, x2] = [mm(standing.from, 0)[0], mm(standing.to, 0)[0]];
  return (
    <g pointerEvents="none">
      <line x1="10" x2="450" y1={ground + 2} y2={ground + 2} stroke="var(--rule-strong)" />
      <line x1={x1} x2={x2} y1={ground + 5} y2={ground + 5} stroke="var(--jade)" strokeWidth="5" />
      <line
        x1={cx}
        x2={cx}
        y1={cy}
        y2={ground + 4}
        stroke={standing.stands ? 'var(--jade)' : 'var(--persimmon)'}
        strokeWidth="2"
        strokeDasharray="4 4"
      />
      <circle
        cx={cx}
        cy={cy}
        r="6"
        fill="var(--leaf)"
        stroke={standing.stands ? 'var(--jade)' : 'var(--persimmon)'}
        strokeWidth="2"
      />
      <text
        x={cx + 10}
        y={cy + 4}
        className="text-[13px]"
        fill="var(--ink)"
        stroke="var(--leaf)"
        strokeWidth="3"
        paintOrder="stroke"
      >
        {WORDS.weight}
      </text>
    </g>
  );
}

/** How far its halves are opened, and the depth that gives at this sheet. */
function Opening({ onChoose }: { onChoose: () => void }) {
  const { finish, brief } = usePlan();
  const edit = useEdit();
  const { unit } = useSettings();
  const readings = useEngine().result?.readings;
  const form = readings?.form;
  if (!form || readings.sideMm === undefined) return null;
  const length = (mm: number): string => toLengthText(mm, unit).text;
  const degrees = finish.openedDegrees ?? 0;
  return (
    <div className="mt-5">
      <h2 className="head mb-1">{WORDS.openedLikeABook}</h2>
      <p className="mb-2" data-testid="depth">
        {form.isStuck ? (
          <>{WORDS.atTheChosenEdge}</>
        ) : !form.spine && !brief.depth ? (
          <>{WORDS.itsHalvesAreLeft}</>
        ) : !form.spine ? (
          <>{WORDS.noEdgeIsKnown}</>
        ) : degrees > 0 ? (
          <>
            Opened to <b>{toFigure(degrees, 0)}°</b> along the marked edge, which the paper reaches{' '}
            {length(form.spine.reach * readings.sideMm)} from, it is <b>{length(form.depthMm)}</b> deep.
          </>
        ) : (
          <>
            Left flat, it is as deep as its stack
            {form.thicknessMm > 0 ? <>, {toFigure(form.thicknessMm, 1)} mm</> : ''}.
          </>
        )}
      </p>
      <div className="flex items-end gap-4">
        <NumberField
          label={WORDS.angleBetweenTheHalves}
          className="w-52"
          value={degrees}
          low={0}
          high={180}
          step={1}
          onNumber={(v) => edit((p) => void (p.finish.openedDegrees = v > 0 ? v : null), 'opened')}
        />
        <button type="button" className="btn" onClick={onChoose}>
          {WORDS.chooseTheEdgeIt}
        </button>
        {finish.spine && (
          <button
            type="button"
            className="act pb-2"
            onClick={() => edit((p) => void (p.finish.spine = null))}
          >
            {WORDS.takeTheProposedEdge}
          </button>
        )}
      </div>
      <p className="note mt-1">{WORDS.theHalvesAreTaken}</p>
    </div>
  );
}
