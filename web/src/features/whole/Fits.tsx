import { useState } from 'react';
import { type Fit, MOST_FITS } from '@jade/core/plan';
import type { FitReading } from '@jade/core/whole';
import type { WholeReading } from '../../engine/index.ts';
import { useWholeChange, useWholePlan } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import { Choice, LengthField, NumberField } from '../../ui/index.ts';
import { NewFit } from './NewFit.tsx';
import { WORDS, isGood, mmText, sayApart, sayFault, sayFit, sayGlue } from './words.ts';

/** Where pieces come apart in space by more than this they are told to. */
const APART_MM = 1;

/** Every join with its verdict, what would make it snug, and how far, where and how it lies. */
export function Fits({ reading }: { readonly reading: WholeReading | undefined }) {
  const plan = useWholePlan();
  const change = useWholeChange();
  const [isAdding, setAdding] = useState(false);
  const leave = (id: string): void => change((p) => ({ ...p, fits: p.fits.filter((f) => f.id !== id) }));
  return (
    <section aria-label={WORDS.fits} className="mt-7">
      <h2 className="head">{WORDS.fits}</h2>
      <p className="note mb-2">{plan.fits.length === 0 ? WORDS.noFits : WORDS.fitsSay}</p>
      <ul>
        {plan.fits.map((fit) => {
          const read = reading?.whole.fits.find((f) => f.id === fit.id);
          const fault = reading?.whole.faults.find((f) => f.id === fit.id);
          return (
            <li key={fit.id} className="border-b border-rule py-2">
              <div className="flex items-baseline gap-3">
                <b className="flex-1">{fit.name}</b>
                <span className="text-[14px] text-ink-2">
                  {read && `${read.tab.name}, ${WORDS.kinds[fit.kind]}: ${read.mouth.name}`}
                </span>
                <button
                  type="button"
                  className="act"
                  aria-label={`Leave out ${fit.name}`}
                  onClick={() => leave(fit.id)}
                >
                  {WORDS.leaveOut}
                </button>
              </div>
              {fault && <p className="font-semibold text-persimmon">{sayFault(fault)}</p>}
              {read && <Verdict read={read} />}
              <FitFields fit={fit} />
            </li>
          );
        })}
      </ul>
      {isAdding ? (
        <NewFit onDone={() => setAdding(false)} />
      ) : plan.fits.length < MOST_FITS ? (
        <button type="button" className="btn mt-3" onClick={() => setAdding(true)}>
          {WORDS.addFit}
        </button>
      ) : (
        <p className="note">A plan keeps {MOST_FITS} joins at most.</p>
      )}
    </section>
  );
}

function Verdict({ read }: { read: WholeReading['whole']['fits'][number] }) {
  const { unit } = useSettings();
  const change = useWholeChange();
  const setSide = ({ piece, sideMm }: FitReading['sheets'][number]): void =>
    change((p) =>
      piece === null
        ? { ...p, sheet: { ...p.sheet, sideMm } }
        : {
            ...p,
            pieces: p.pieces.map((x) => (x.id === piece ? { ...x, sheet: { ...x.sheet, sideMm } } : x)),
          },
    );
  const isAskew = Math.abs(read.bestShiftMm) > 0.3;
  return (
    <div data-testid={`fit-${read.id}`}>
      <p className={isGood(read) ? '' : 'font-semibold text-persimmon'}>{sayFit(read, unit)}</p>
      {read.apartMm > APART_MM && <p className="text-persimmon">{sayApart(read.apartMm, unit)}</p>}
      {read.kind === 'pocket' && isGood(read) && isAskew && (
        <p className="note">
          Its room is off the middle: shifted by {mmText(read.bestShiftMm, unit)} it has as much on either
          side.
        </p>
      )}
      {read.glue && <p className={read.glue.isTooMuch ? 'text-persimmon' : 'note'}>{sayGlue(read.glue)}</p>}
      {read.sheets.length > 0 && (
        <p className="flex flex-wrap gap-x-3 text-[14px]">
          Snug with
          {read.sheets.map((s) => (
            <button key={s.piece ?? ''} type="button" className="act" onClick={() => setSide(s)}>
              {s.name} from {mmText(s.sideMm, unit)}
            </button>
          ))}
        </p>
      )}
    </div>
  );
}

/** How far past the mouth, where along it, and glue. */
function FitFields({ fit }: { fit: Fit }) {
  const change = useWholeChange();
  const plan = useWholePlan();
  const { unit } = useSettings();
  const set = (patch: Partial<Fit>, key: string): void =>
    change(
      (p) => ({ ...p, fits: p.fits.map((f) => (f.id === fit.id ? { ...f, ...patch } : f)) }),
      `${key} of ${fit.id}`,
    );
  const mayGlue = plan.brief.rules === 'pragmatic' || fit.kind === 'laid on';
  return (
    <div className="mt-1 flex flex-wrap items-end gap-3">
      <LengthField
        label={WORDS.deep}
        className="w-28"
        valueMm={fit.depthMm}
        unit={unit}
        onLength={(mm) => set({ depthMm: Math.min(2000, mm ?? 0) }, 'depth')}
      />
      <NumberField
        label={`${WORDS.shift}, mm`}
        className="w-24"
        value={fit.shiftMm}
        low={-2000}
        high={2000}
        step={0.5}
        onNumber={(shiftMm) => set({ shiftMm }, 'shift')}
      />
      <NumberField
        label={WORDS.turn}
        className="w-32"
        value={fit.degrees}
        low={-180}
        high={180}
        onNumber={(degrees) => set({ degrees }, 'turn')}
      />
      {fit.kind !== 'pocket' && (
        <Choice
          label={WORDS.side}
          className="w-28"
          value={fit.side}
          options={(Object.keys(WORDS.sides) as (keyof typeof WORDS.sides)[]).map((value) => ({
            value,
            label: WORDS.sides[value],
          }))}
          onChoice={(side) => set({ side }, 'side')}
        />
      )}
      {mayGlue && (
        <label className="flex min-h-[32px] items-center gap-2 text-[14px]">
          <input
            type="checkbox"
            checked={fit.glue !== null}
            onChange={() => set({ glue: fit.glue ? null : { dots: 2, diameterMm: 3 } }, 'glue')}
          />
          {WORDS.glued}
        </label>
      )}
      {fit.glue && (
        <>
          <NumberField
            label={WORDS.dots}
            className="w-24"
            value={fit.glue.dots}
            low={1}
            high={20}
            onNumber={(v) => set({ glue: { ...fit.glue!, dots: Math.round(v) } }, 'dots')}
          />
          <NumberField
            label={WORDS.dotSize}
            className="w-20"
            value={fit.glue.diameterMm}
            low={0.5}
            high={50}
            step={0.5}
            onNumber={(diameterMm) => set({ glue: { ...fit.glue!, diameterMm } }, 'dots')}
          />
          <p className="note w-full">{WORDS.gluing}</p>
        </>
      )}
    </div>
  );
}
