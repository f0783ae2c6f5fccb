import { useEffect, useState } from 'react';
import { findBase } from '@jade/core/bases';
import { toFigure, toLengthText } from '@jade/core/units';
import { StageHead } from '../../app/StageHead.tsx';
import { Verdicts } from '../../app/Verdicts.tsx';
import { useSettings } from '../../app/useSettings.ts';
import { type AtlasRow, getEngine, useEngine } from '../../engine/index.ts';
import { freshId, useEdit, usePlan } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../table/index.ts';
import { LengthField, TextField, Waiting } from '../../ui/index.ts';

/** Stage 2: the limbs, and which base gives flaps for them from the smallest sheet. */
export function PartsPage() {
  const plan = usePlan();
  const [rows, setRows] = useState<readonly AtlasRow[]>();
  useEffect(() => {
    let live = true;
    void getEngine()
      .readAtlas(plan.limbs, plan.sheet.shape)
      .then((r) => live && setRows(r));
    return () => {
      live = false;
    };
  }, [plan.limbs, plan.sheet.shape]);
  return (
    <main>
      <StageHead title="Parts">
        <PartsSentence />
      </StageHead>
      <Verdicts stage="parts" className="mx-7 mb-4 max-w-[760px]" />
      <div className="grid grid-cols-[minmax(320px,420px)_1fr] gap-10 px-7 pb-10 max-[900px]:grid-cols-1">
        <LimbList />
        {rows ? <BaseList rows={rows} /> : <Waiting what="Folding the bases …" />}
      </div>
    </main>
  );
}

function PartsSentence() {
  const plan = usePlan();
  const { unit } = useSettings();
  const base = useEngine().result?.readings.base;
  const total = plan.limbs.reduce((s, l) => s + l.lengthMm, 0);
  if (plan.limbs.length === 0)
    return (
      <>
        Which limbs must come out of the sheet, and how long? Name each one with its length on the finished
        model; the bases answer with the sheet they need.
      </>
    );
  return (
    <>
      {plan.limbs.length === 1 ? (
        'One limb'
      ) : (
        <>
          <b>{plan.limbs.length}</b> limbs
        </>
      )}
      , <b>{toLengthText(total, unit).text}</b> of flap in all.{' '}
      {base?.limiting ? (
        <>
          The {base.baseName.toLowerCase()} gives them from a sheet of{' '}
          <b>{toLengthText(base.sideMm!, unit).text}</b>; the {base.limiting.limb.name.toLowerCase()} decides.
        </>
      ) : (
        'Choose the base they shall come from.'
      )}
    </>
  );
}

function LimbList() {
  const { limbs } = usePlan();
  const edit = useEdit();
  const { unit } = useSettings();
  const longest = Math.max(...limbs.map((l) => l.lengthMm), 1);
  return (
    <section aria-label="Limbs">
      <h2 className="head mb-2">Limbs, longest wanted first</h2>
      <ul className="space-y-3">
        {limbs.map((limb, i) => (
          <li key={limb.id} className="border-b border-rule pb-3">
            <div className="grid grid-cols-[1fr_110px_auto] items-start gap-3">
              <TextField
                label={`Limb ${i + 1}`}
                most={60}
                value={limb.name}
                onText={(t) => edit((p) => void (p.limbs[i]!.name = t), `limb-${limb.id}`)}
              />
              <LengthField
                label="Length"
                unit={unit}
                valueMm={limb.lengthMm}
                onLength={(mm) => mm !== null && edit((p) => void (p.limbs[i]!.lengthMm = mm))}
              />
              <button
                type="button"
                className="act mt-7 px-1"
                aria-label={`Leave out ${limb.name}`}
                onClick={() => edit((p) => void p.limbs.splice(i, 1))}
              >
                leave out
              </button>
            </div>
            <svg viewBox="0 0 360 14" className="mt-2 block h-[14px] w-full" aria-hidden="true">
              <line
                x1="6"
                x2={6 + (limb.lengthMm / longest) * 340}
                y1="7"
                y2="7"
                stroke="var(--ink)"
                strokeWidth="3.2"
                strokeLinecap="round"
              />
              <circle cx="6" cy="7" r="4" fill="var(--paper-back)" stroke="var(--ink)" strokeWidth="1.5" />
              <path
                d={`M${6 + (limb.lengthMm / longest) * 340} 1l4.5 5l-4.5 8l-4.5 -8z`}
                fill="var(--paper-back)"
                stroke="var(--ink)"
                strokeWidth="1.3"
              />
            </svg>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="btn mt-4"
        onClick={() =>
          edit(
            (p) =>
              void p.limbs.push({
                id: freshId('limb'),
                name: `Limb ${limbs.length + 1}`,
                lengthMm: 50,
                tip: null,
              }),
          )
        }
      >
        Add a limb
      </button>
    </section>
  );
}

function BaseList({ rows }: { rows: readonly AtlasRow[] }) {
  const plan = usePlan();
  const edit = useEdit();
  const palette = usePalette();
  const { unit } = useSettings();
  const choose = (id: string): void => edit((p) => void (p.baseId = p.baseId === id ? null : id));
  return (
    <section aria-label="Bases">
      <h2 className="head">Which base, by the sheet it needs for these limbs</h2>
      <p className="note mb-2">
        Flaps are read off each base as folded: their free length from the tip, in sheet sides. Filled becomes
        a limb, dotted must be hidden.
      </p>
      <ul>
        {rows.map(({ match, drawing, flaps }) => {
          const chosen = plan.baseId === match.baseId;
          return (
            <li
              key={match.baseId}
              className={`grid grid-cols-[84px_1fr_150px_auto] items-center gap-4 border-b border-rule py-2 pl-2 ${chosen ? 'bg-jade-wash' : ''}`}
              data-base={match.baseId}
            >
              <DrawingView
                drawing={drawing}
                palette={palette}
                width={80}
                height={72}
                margin={4}
                weight={0.6}
                title={match.baseName}
              />
              <div>
                <h3 className="text-[17px] leading-[22px]">{match.baseName}</h3>
                <p className="note">
                  {match.layersMax} layers, {match.steps} {match.steps === 1 ? 'step' : 'steps'};{' '}
                  {flaps.length === 0
                    ? 'no free flap'
                    : `flaps ${flaps.map((f) => toFigure(f.length, 3)).join(', ')}`}
                </p>
                <FlapTeeth flaps={flaps.map((f) => f.length)} used={match.assignment.length} />
              </div>
              <div>
                {match.sideMm !== undefined ? (
                  <>
                    <b className="text-[18px]">{toLengthText(match.sideMm, unit).text}</b>
                    <p className="note">
                      {match.limiting!.limb.name} decides
                      {match.spareFlaps > 0 ? `; ${match.spareFlaps} to hide` : ''}
                    </p>
                  </>
                ) : (
                  <p className="text-[14px] text-persimmon">
                    {plan.limbs.length === 0
                      ? ''
                      : flaps.length === 0
                        ? 'no free flap for any limb'
                        : `${match.missingFlaps} ${match.missingFlaps === 1 ? 'flap' : 'flaps'} missing`}
                  </p>
                )}
              </div>
              <button
                type="button"
                className={`btn ${chosen ? 'solid' : ''}`}
                aria-pressed={chosen}
                onClick={() => choose(match.baseId)}
              >
                {chosen ? 'Chosen' : 'Choose'}
                <span className="sr-only"> {match.baseName}</span>
              </button>
            </li>
          );
        })}
      </ul>
      <TakeSteps />
    </section>
  );
}

function FlapTeeth({ flaps, used }: { flaps: readonly number[]; used: number }) {
  return (
    <svg width={Math.max(1, flaps.length) * 13} height="26" aria-hidden="true">
      {flaps.map((length, i) => (
        <rect
          key={i}
          x={i * 13 + 1}
          y={25 - length * 24}
          width="9"
          height={length * 24}
          fill={i < used ? 'var(--paper-front)' : 'none'}
          stroke="var(--ink-2)"
          strokeDasharray={i < used ? undefined : '1.4 3'}
        />
      ))}
    </svg>
  );
}

/** The base's own steps put at the start of an empty sequence. */
function TakeSteps() {
  const plan = usePlan();
  const edit = useEdit();
  const [note, setNote] = useState('');
  if (!plan.baseId) return null;
  const take = (): void => {
    const base = findBase(plan.baseId!);
    if (!base) return;
    const taken = new Set(plan.steps.map((s) => s.id));
    const fresh = base.steps.filter((s) => !taken.has(s.id));
    edit((p) => {
      p.steps.unshift(...(structuredClone(fresh) as typeof p.steps));
      p.points = { ...(structuredClone(base.points) as typeof p.points), ...p.points };
    });
    setNote(
      fresh.length === 0
        ? 'The steps of this base are in the sequence already.'
        : `${fresh.length} steps were put at the start of Folds.`,
    );
  };
  return (
    <div className="mt-4 flex items-center gap-4">
      <button type="button" className="btn" onClick={take}>
        Begin the folds with this base
      </button>
      <span role="status" className="note">
        {note}
      </span>
    </div>
  );
}
