import { format } from 'date-fns';
import { useMemo, useState } from 'react';
import type { DiaryEntry, Plan } from '@jade/core/plan';
import { findOutliers, sayEntries } from '@jade/core/sizing';
import { type LengthUnit, toFigure, toLengthText } from '@jade/core/units';
import { StageHead, usePosed } from '../../stage/index.ts';
import { useRecords, useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { freshId, usePlan, usePlanState } from '../../plan/index.ts';
import {
  DateField,
  Field,
  LengthField,
  NumberField,
  Notice,
  TextField,
  useKeptForm,
  sayShortDay,
} from '../../ui/index.ts';
import { Passages } from './Passages.tsx';
import { Photos } from './Photos.tsx';
import { Sheets } from './Sheets.tsx';
import { EmptyChart, SizeChart } from './SizeChart.tsx';
import { WentWrong } from './WentWrong.tsx';
import { WORDS } from './words.ts';

/** Entries shown at first, and with each further press. */
const AT_ONCE = 40;

/** Stage 8: what was folded from what sheet and how large it became; the next sheet is computed with it. */
export function DiaryPage() {
  const { id } = usePlanState();
  const { unit } = useSettings();
  const { input } = useEngine();
  const { remove, write } = useRecords();
  const entries = input?.diary ?? [];
  const { brief } = usePlan();
  const { dimension } = brief.target;
  const outliers = useMemo(
    () =>
      findOutliers(
        (input?.diary ?? []).filter((e) => !e.leftOut && e.dimension === dimension),
        input?.otherDiary ?? [],
      ),
    [input, dimension],
  );
  const [shown, setShown] = useState(AT_ONCE);
  return (
    <main>
      <StageHead title={WORDS.diary}>
        <DiarySentence />
      </StageHead>
      <div className="grid grid-cols-[minmax(320px,400px)_1fr] gap-10 px-7 pb-10 max-[900px]:grid-cols-1">
        <EntryForm />
        <div>
          {entries.length > 0 && <SizeChart entries={entries} />}
          {entries.length === 0 ? (
            <>
              <p className="say mb-3 text-ink-2">{WORDS.noEntryYetFold}</p>
              <EmptyChart aimMm={brief.target.mm ?? 100} />
            </>
          ) : (
            <table className="plain">
              <thead>
                <tr>
                  <th scope="col">{WORDS.date}</th>
                  <th scope="col">{WORDS.sheet}</th>
                  <th scope="col">{WORDS.foreseen}</th>
                  <th scope="col">{WORDS.measured}</th>
                  <th scope="col">{WORDS.ofIt}</th>
                  <th scope="col">{WORDS.note}</th>
                  <th scope="col">
                    <span className="sr-only">{WORDS.actions}</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {[...entries]
                  .reverse()
                  .slice(0, shown)
                  .map((e) => (
                    <tr key={e.id}>
                      <td className="whitespace-nowrap">{sayShortDay(e.date)}</td>
                      <td className="whitespace-nowrap">
                        {toLengthText(e.sheetMm, unit).text}
                        <span className="note block">{e.paper}</span>
                      </td>
                      <td className="whitespace-nowrap">{toLengthText(e.predictedMm, unit).text}</td>
                      <td className="font-semibold whitespace-nowrap">
                        {toLengthText(e.measuredMm, unit).text}
                      </td>
                      <td className="whitespace-nowrap">
                        {toFigure((100 * e.measuredMm) / e.predictedMm, 1)} %
                      </td>
                      <td className="note">
                        {e.others.map((o) => (
                          <span key={o.dimension} className="block">
                            {o.dimension} {toLengthText(o.measuredMm, unit).text}, foreseen{' '}
                            {toLengthText(o.predictedMm, unit).text}
                          </span>
                        ))}
                        {e.note}
                        {e.leftOut && <b className="block">{WORDS.leftOut}</b>}
                        {!e.leftOut && outliers.includes(e) && (
                          <b className="block !text-persimmon">{WORDS.outlier}</b>
                        )}
                      </td>
                      <td className="whitespace-nowrap">
                        {id && (e.leftOut || outliers.includes(e)) && (
                          <button
                            type="button"
                            className="act mr-3"
                            aria-label={`${e.leftOut ? WORDS.countIt : WORDS.leaveOut}, ${e.date}`}
                            onClick={() => write('entry', id, { ...e, leftOut: !e.leftOut })}
                          >
                            {e.leftOut ? WORDS.countIt : WORDS.leaveOut}
                          </button>
                        )}
                        {id && (
                          <button
                            type="button"
                            className="act"
                            aria-label={`Take out the entry of ${e.date}`}
                            onClick={() => remove('entry', id, e.id)}
                          >
                            {WORDS.takeOut}
                          </button>
                        )}
                      </td>
                    </tr>
                  ))}
              </tbody>
            </table>
          )}
          {entries.length > shown && (
            <button type="button" className="btn mt-3" onClick={() => setShown(shown + AT_ONCE)}>
              {WORDS.more} ({entries.length - shown})
            </button>
          )}
          <Photos />
          <Passages />
          <Sheets />
          <WentWrong />
        </div>
      </div>
    </main>
  );
}

/** "88.4 and 92.1 mm": where the next model lies, from its size foreseen. */
const sayRange = (mm: number, { low, high }: { low: number; high: number }, unit: LengthUnit): string =>
  `${toLengthText(mm * low, unit).text} and ${toLengthText(mm * high, unit).text}`;

function DiarySentence() {
  const { brief } = usePlan();
  const { unit } = useSettings();
  const reading = useEngine().result?.readings;
  if (!reading?.ratio) return <>{WORDS.theDiaryComparesWhat}</>;
  const known = reading.ratio * reading.learned.factor;
  return (
    <>
      The engine foresees a {brief.target.dimension} of <b>{toFigure(reading.ratio, 3)}</b> of the sheet side.{' '}
      {reading.learned.entries === 0 ? (
        WORDS.noEntryCorrectsIt
      ) : (
        <>
          Your hands make it <b data-testid="learned-ratio">{toFigure(known, 3)}</b>, give or take{' '}
          <b>{toFigure(reading.ratio * reading.learned.spread, 3)}</b>, by {sayEntries(reading.learned)}.
          {reading.sideMm !== undefined && (
            <>
              {' '}
              The next one from {toLengthText(reading.sideMm, unit).text} comes out between{' '}
              <b data-testid="next-range">
                {sayRange(reading.ratio * reading.sideMm, reading.learned.next, unit)}
              </b>
              , nine times in ten.
            </>
          )}
        </>
      )}
    </>
  );
}

const today = (): string => format(new Date(), 'yyyy-MM-dd');

interface EntryDraft {
  date: string;
  sheetMm: number | null;
  measuredMm: number | null;
  stands: 'yes' | 'no' | 'unsaid';
  note: string;
  spoiled: number;
  driedHours: number | null;
  otherMm: number | null;
  depthMm: number | null;
}

const freshEntry = (): EntryDraft => ({
  date: today(),
  sheetMm: null,
  measuredMm: null,
  stands: 'unsaid',
  note: '',
  spoiled: 0,
  driedHours: null,
  otherMm: null,
  depthMm: null,
});

/** How long the longest drying of the shaping is foreseen to take, by the rule and no diary; null where nothing is damped. */
function useDryingHours(): number | null {
  const { shaping, finish } = usePlan();
  const figure = usePosed(finish.wetFolded ? shaping : NOTHING);
  const hours = (figure?.damp ?? []).map((d) => d.dryingHours);
  return finish.wetFolded && hours.length > 0 ? Math.max(...hours) : null;
}

const NOTHING: Plan['shaping'] = [];

function EntryForm() {
  const plan = usePlan();
  const { id } = usePlanState();
  const { unit } = useSettings();
  const { input, result } = useEngine();
  const { write } = useRecords();
  const [isKept, setIsKept] = useState(false);
  const reading = result?.readings;
  const finished = [...(input?.runs ?? [])].reverse().find((r) => r.finishedAt !== null);
  const [draft, set, clear] = useKeptForm(`diary-${id}`, freshEntry);
  const [fault, setFault] = useState('');
  const sheetMm = draft.sheetMm ?? reading?.sideMm ?? null;
  const predictedMm = reading?.ratio && sheetMm !== null ? reading.ratio * sheetMm : null;
  const driesHours = useDryingHours();
  const otherDimension = plan.brief.target.dimension === 'height' ? ('length' as const) : ('height' as const);
  const depthNow = reading?.posed?.depthMm ?? reading?.form?.depthMm;
  const others = [
    {
      dimension: otherDimension,
      predictedMm: reading?.otherRatio && sheetMm !== null ? reading.otherRatio * sheetMm : null,
      measuredMm: draft.otherMm,
    },
    {
      dimension: 'depth' as const,
      predictedMm:
        depthNow !== undefined && depthNow > 0 && reading?.sideMm && sheetMm !== null
          ? (depthNow / reading.sideMm) * sheetMm
          : null,
      measuredMm: draft.depthMm,
    },
  ];
  const minutes = finished ? Math.round(finished.steps.reduce((s, x) => s + x.seconds, 0) / 60) : null;
  const save = (): void => {
    if (!id) return;
    if (sheetMm === null || predictedMm === null)
      return setFault('Nothing is folded in this plan yet, so there is nothing to compare; begin in Folds.');
    if (draft.measuredMm === null)
      return setFault(
        `Write the measured ${plan.brief.target.dimension}; lay the ruler along the finished model.`,
      );
    const off = draft.measuredMm / predictedMm;
    if (off < 0.3 || off > 1.5)
      return setFault(
        `${toLengthText(draft.measuredMm, unit).text} is ${toFigure(off * 100, 0)} % of what was foreseen, and 30 to 150 % are believed; check the unit and the sheet side.`,
      );
    setFault('');
    const entry: DiaryEntry = {
      id: freshId('entry'),
      date: draft.date,
      sheetMm,
      paper: plan.paper.name,
      dimension: plan.brief.target.dimension,
      predictedMm,
      measuredMm: draft.measuredMm,
      minutes,
      stands: draft.stands === 'unsaid' ? null : draft.stands === 'yes',
      note: draft.note,
      runId: finished?.id ?? null,
      leftOut: false,
      photos: [],
      others: others.flatMap((o) =>
        o.measuredMm === null || o.predictedMm === null
          ? []
          : [{ dimension: o.dimension, predictedMm: o.predictedMm, measuredMm: o.measuredMm }],
      ),
      dried:
        driesHours !== null && draft.driedHours !== null && draft.driedHours > 0
          ? { foreseenHours: driesHours, hours: draft.driedHours }
          : null,
      spoiled: draft.spoiled,
    };
    write('entry', id, entry);
    clear();
    setIsKept(true);
  };
  return (
    <form
      className="grid grid-cols-2 content-start gap-3"
      aria-label={WORDS.newEntry}
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
      onChange={() => setIsKept(false)}
    >
      <h2 className="head col-span-2">{WORDS.whatBecameOfThe}</h2>
      <DateField label={WORDS.foldedOn} value={draft.date} onDate={(d) => set({ date: d ?? today() })} />
      <LengthField
        label={WORDS.sheetSide}
        unit={unit}
        valueMm={sheetMm}
        onLength={(sheetMm) => set({ sheetMm })}
      />
      <LengthField
        label={`Measured ${plan.brief.target.dimension}`}
        unit={unit}
        valueMm={draft.measuredMm}
        allowEmpty
        note={predictedMm === null ? WORDS.byTheRuler : `foreseen ${toLengthText(predictedMm, unit).text}`}
        onLength={(measuredMm) => set({ measuredMm })}
      />
      <Field label={WORDS.doesItStand}>
        {({ id: fieldId }) => (
          <select
            id={fieldId}
            className="w-full"
            value={draft.stands}
            onChange={(e) => set({ stands: e.target.value as typeof draft.stands })}
          >
            <option value="unsaid">{WORDS.notTried}</option>
            <option value="yes">yes</option>
            <option value="no">no</option>
          </select>
        )}
      </Field>
      {others.map((o) =>
        o.predictedMm === null ? null : (
          <LengthField
            key={o.dimension}
            label={`Measured ${o.dimension}`}
            unit={unit}
            valueMm={o.measuredMm}
            allowEmpty
            note={`foreseen ${toLengthText(o.predictedMm, unit).text}`}
            onLength={(mm) => set(o.dimension === 'depth' ? { depthMm: mm } : { otherMm: mm })}
          />
        ),
      )}
      <NumberField
        label={WORDS.spoiled}
        value={draft.spoiled}
        low={0}
        high={50}
        step={1}
        onNumber={(spoiled) => set({ spoiled: Math.round(spoiled) })}
      />
      {driesHours !== null && (
        <NumberField
          label={WORDS.driedAfter}
          value={draft.driedHours ?? 0}
          low={0}
          high={336}
          step={0.5}
          onNumber={(hours) => set({ driedHours: hours > 0 ? hours : null })}
        />
      )}
      <TextField
        className="col-span-2"
        label={WORDS.whatToChangeNext}
        rows={3}
        most={2000}
        value={draft.note}
        onText={(note) => set({ note })}
      />
      {minutes !== null && (
        <p className="note col-span-2">
          The last finished run took {minutes} min; it is kept with the entry.
        </p>
      )}
      {fault && (
        <Notice tone="care" className="col-span-2">
          {fault}
        </Notice>
      )}
      <button type="submit" className="btn solid col-span-2">
        {WORDS.keepThisEntry}
      </button>
      {isKept && (
        <p role="status" className="note col-span-2">
          {WORDS.keptPaperComputesWith}
        </p>
      )}
    </form>
  );
}
