import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { type ShownBlock, toDay, toIso } from '@jade/core/calendar';
import { sayBlock, showIcs } from '@jade/core/exporting';
import { type Settings, settingsSchema } from '@jade/core/settings';
import { skillSpec } from '@jade/core/practice';
import { sayDuration } from '@jade/core/waits';
import { useListPlansQuery } from '../../api/index.ts';
import type { ToldRemedy } from '../../engine/index.ts';
import { handOver } from '../../pictures/index.ts';
import { useRecords, useSettings } from '../../records/index.ts';
import {
  Choice,
  DateField,
  Field,
  Notice,
  NumberField,
  Underway,
  sayDay,
  sayDayOfYear,
} from '../../ui/index.ts';
import { CuttingPlan, usePracticeState } from '../../stage/index.ts';
import { Weeks } from './Weeks.tsx';
import { type KnownShow, useShow } from './useShow.ts';
import { WEEKDAYS, WORDS, saySentence, saySheets, saySpare, sayModel, sayTime } from './words.ts';

type Calendar = Settings['calendar'];

/** Every model with a date in the evenings a folder has: computed, moved by hand where one wishes, and saved. */
export function CalendarPage() {
  const { known, share, count } = useShow();
  const settings = useSettings();
  const { write } = useRecords();
  const [fault, setFault] = useState('');
  const change = (calendar: Partial<Calendar>): void => {
    const next = settingsSchema.safeParse({ ...settings, calendar: { ...settings.calendar, ...calendar } });
    if (!next.success) return setFault(`Not changed: ${next.error.issues[0]!.message}.`);
    setFault('');
    write('settings', '', next.data);
  };
  return (
    <main className="px-8 pt-5 pb-10">
      <h1 className="sr-only">{WORDS.calendar}</h1>
      {!known ? (
        count === 0 && share === 1 ? (
          <p className="say">{WORDS.noPlans}</p>
        ) : (
          <Underway says={WORDS.computing} share={share} onStop={() => history.back()} />
        )
      ) : (
        <Known known={known} calendar={settings.calendar} onChange={change} fault={fault} />
      )}
    </main>
  );
}

interface KnownProps {
  readonly known: KnownShow;
  readonly calendar: Calendar;
  readonly onChange: (change: Partial<Calendar>) => void;
  readonly fault: string;
}

function Known({ known: { show, remedies, models }, calendar, onChange, fault }: KnownProps) {
  const inks = useInks();
  const [chosen, setChosen] = useState<ShownBlock | null>(null);
  const own = chosen && (show.blocks.find((b) => b.tasks.some((t) => isTask(b, t, chosen))) ?? null);
  const today = new Date().toLocaleDateString('sv');
  const practice = usePracticeState();
  const drills = practice.isRead
    ? practice.rows.flatMap((r) => r.due.map((d) => ({ day: d.day, word: skillSpec(r.skill).word })))
    : [];
  const save = (): void => {
    const made = showIcs(show, drills);
    if (made.ok) handOver(new Blob([made.value], { type: 'text/calendar' }), 'calendar.ics');
  };
  if (show.models.length === 0) return <p className="say">{WORDS.noPlans}</p>;
  return (
    <>
      <p className="say max-w-[90ch]" data-testid="calendar-sentence">
        {saySentence(show.models, show.evenings, show.late)}
      </p>
      {show.critical !== '' && <p className="mt-1 max-w-[90ch]">{show.critical}</p>}
      {[...show.faults, ...(fault ? [fault] : [])].map((text) => (
        <Notice key={text} tone="care" className="mt-2 max-w-[720px]">
          {text}
        </Notice>
      ))}
      <div className="mt-4 grid grid-cols-[minmax(0,1fr)_300px] gap-8 max-[1000px]:grid-cols-1">
        <div>
          <Weeks
            show={show}
            minutes={calendar.minutes}
            off={calendar.off}
            today={today}
            drills={drills}
            inks={inks}
            chosen={own}
            onChoose={setChosen}
          />
          <p className="note mt-1">
            {WORDS.rulesSay} {show.isBest ? '' : WORDS.inexact}{' '}
            {drills.length > 0 && (
              <>
                {WORDS.drillsSay}{' '}
                <Link className="act" to="/practice">
                  {WORDS.toPractice}
                </Link>
              </>
            )}
          </p>
          {own && <Chosen block={own} calendar={calendar} onChange={onChange} today={today} />}
          {remedies === null ? (
            show.late > 0 && <p className="note mt-4">{WORDS.trying}</p>
          ) : remedies.length > 0 ? (
            <section aria-label={WORDS.helps} className="mt-4">
              <h2 className="head">{WORDS.helps}</h2>
              <p className="note">{WORDS.helpsSay}</p>
              <ul>
                {remedies.slice(0, MOST_REMEDIES).map((r) => (
                  <li key={r.words} className="flex items-baseline gap-4 border-b border-rule py-1">
                    <span className="flex-1">
                      {r.words}:{' '}
                      <span className={r.solves ? 'font-semibold text-jade-deep' : 'text-ink-2'}>
                        {r.solves ? WORDS.solves : `still ${sayDuration(r.late)} late in all`}
                      </span>
                    </span>
                    {r.rules && (
                      <button type="button" className="act" onClick={() => onChange(mutable(r.rules!))}>
                        {WORDS.take}
                      </button>
                    )}
                  </li>
                ))}
              </ul>
            </section>
          ) : (
            show.late > 0 && <p className="mt-4">{WORDS.nothingHelps}</p>
          )}
          <div className="mt-5 grid grid-cols-2 gap-10 max-[720px]:grid-cols-1">
            <div className="flex flex-col gap-4">
              <section aria-label={WORDS.sheets}>
                <h2 className="head mb-1">{WORDS.sheets}</h2>
                <ul>
                  {show.sheets.map((s) => (
                    <li key={s.paper} className="border-b border-rule py-1 text-[14px]">
                      <b>{s.paper}</b>
                      <span className={`note block ${s.buy > 0 ? '!text-persimmon' : ''}`}>
                        {saySheets(s)}
                      </span>
                    </li>
                  ))}
                </ul>
              </section>
              <CuttingPlan sheets={show.sheets} />
              <button type="button" className="btn self-start" onClick={save}>
                {WORDS.saveIcs}
              </button>
            </div>
            <RulesForm calendar={calendar} onChange={onChange} />
          </div>
        </div>
        <aside className="flex flex-col gap-5">
          <section aria-label={WORDS.models}>
            <h2 className="head mb-1">{WORDS.models}</h2>
            <ul>
              {show.models.map((m, i) => (
                <li key={m.id} className="border-b border-rule py-1.5 text-[14px]">
                  <span className="flex items-baseline gap-2">
                    <span
                      aria-hidden="true"
                      className="inline-block h-3 w-3 border border-rule-strong"
                      style={{ background: inks.get(m.id) }}
                    />
                    <Link to={`/plan/${m.id}/brief`} className="font-semibold text-jade-deep">
                      {m.name}
                    </Link>
                    <span
                      className={`ml-auto ${(m.late ?? 0) > 0 ? 'font-semibold text-persimmon' : 'text-ink-2'}`}
                    >
                      {saySpare(m.late)}
                    </span>
                  </span>
                  <span className="note block">{sayModel(m, models[i]!.copies, models[i]!.trials)}</span>
                  <span className="note flex items-center gap-2">
                    {m.ready ? `${WORDS.ready} ${sayDayOfYear(m.ready)}` : ''}
                    <label className="ml-auto flex items-center gap-1">
                      {WORDS.trials}
                      <input
                        type="number"
                        min={0}
                        max={20}
                        className="w-12 !py-0 text-center"
                        aria-label={`${WORDS.trials}, ${m.name}`}
                        value={models[i]!.trials}
                        onChange={(e) => {
                          const n = Number(e.target.value);
                          if (Number.isInteger(n) && n >= 0 && n <= 20)
                            onChange({ trials: { ...calendar.trials, [m.id]: n } });
                        }}
                      />
                    </label>
                  </span>
                </li>
              ))}
            </ul>
          </section>
        </aside>
      </div>
    </>
  );
}

const MOST_REMEDIES = 8;

/** Rules as settings keep them: lists that can be written to. */
const mutable = ({ minutes, off, ...rest }: NonNullable<ToldRemedy['rules']>): Partial<Calendar> => ({
  ...rest,
  ...(minutes ? { minutes: [...minutes] } : {}),
  ...(off ? { off: [...off] } : {}),
});

const isTask = (block: ShownBlock, task: ShownBlock['tasks'][number], chosen: ShownBlock): boolean =>
  block.model === chosen.model &&
  task.copy === chosen.tasks[0]!.copy &&
  task.first === chosen.tasks[0]!.first;

/** The paper's colour of every plan, by which its blocks are known; too dark ones are lightened for the words on them. */
function useInks(): ReadonlyMap<string, string> {
  const { data: plans } = useListPlansQuery();
  return useMemo(
    () =>
      new Map(
        (plans ?? []).map((p, i) => {
          // Models of one paper are told apart by how light they are.
          const { hex } = p.plan.paper.front;
          const alike = plans!.slice(0, i).filter((q) => q.plan.paper.front.hex === hex).length;
          return [p.id, `color-mix(in oklab, ${hex}, #ffffff ${38 + 16 * (alike % 3)}%)`];
        }),
      ),
    [plans],
  );
}

interface ChosenProps {
  readonly block: ShownBlock;
  readonly calendar: Calendar;
  readonly onChange: (change: Partial<Calendar>) => void;
  readonly today: string;
}

/** What is done with a block: held on a day, moved a day, or let go. */
function Chosen({ block, calendar, onChange, today }: ChosenProps) {
  const isOwn = (h: Calendar['holds'][number]): boolean =>
    h.model === block.model && block.tasks.some((t) => t.copy === h.copy && t.first === h.first);
  const others = calendar.holds.filter((h) => !isOwn(h));
  const hold = (day: string): void =>
    onChange({ holds: [...others, ...block.tasks.map((t) => ({ ...t, model: block.model, day }))] });
  const move = (by: number): void => hold(toIso(toDay(block.day) + by));
  return (
    <section aria-label={sayBlock(block)} className="mt-3 border-l-[3px] border-jade pl-3">
      <p>
        <b>{sayBlock(block)}</b>, {sayDay(block.day)}, {sayTime(block.begin)} to {sayTime(block.end)}
        {block.isHeld ? `, ${WORDS.held}` : ''}
      </p>
      <p className="mt-1 flex flex-wrap items-end gap-4">
        <DateField label={WORDS.hold} value={block.day} onDate={(day) => day && hold(day)} />
        {block.day > today && (
          <button type="button" className="act" onClick={() => move(-1)}>
            {WORDS.earlier}
          </button>
        )}
        <button type="button" className="act" onClick={() => move(1)}>
          {WORDS.later}
        </button>
        {block.isHeld && (
          <button type="button" className="act" onClick={() => onChange({ holds: others })}>
            {WORDS.letGo}
          </button>
        )}
      </p>
    </section>
  );
}

/** When the folder folds. */
function RulesForm({ calendar, onChange }: Omit<ChosenProps, 'block' | 'today'>) {
  const [day, setDay] = useState<string | null>(null);
  return (
    <section aria-label={WORDS.evenings}>
      <h2 className="head mb-1">{WORDS.evenings}</h2>
      <fieldset>
        <legend className="text-[14px] text-ink-2">{WORDS.minutesOf}</legend>
        <div className="grid grid-cols-7 gap-1">
          {WEEKDAYS.map((word, d) => (
            <label key={word} className="text-center text-[12px] text-ink-2">
              {word}
              <input
                type="number"
                min={0}
                max={600}
                step={5}
                className="block w-full px-0 text-center"
                aria-label={`${WORDS.minutesOf}, ${word}`}
                value={calendar.minutes[d]}
                onChange={(e) => {
                  const n = Number(e.target.value);
                  if (Number.isInteger(n) && n >= 0 && n <= 600)
                    onChange({ minutes: calendar.minutes.map((m, k) => (k === d ? n : m)) });
                }}
              />
            </label>
          ))}
        </div>
      </fieldset>
      <div className="mt-2 grid grid-cols-2 gap-3">
        <Field label={WORDS.begins}>
          {({ id }) => (
            <input
              id={id}
              type="time"
              className="w-full"
              value={`${String(Math.floor(calendar.at / 60)).padStart(2, '0')}:${String(calendar.at % 60).padStart(2, '0')}`}
              onChange={(e) => {
                const [h, m] = e.target.value.split(':').map(Number);
                if (Number.isInteger(h) && Number.isInteger(m)) onChange({ at: h! * 60 + m! });
              }}
            />
          )}
        </Field>
        <NumberField
          label={WORDS.spareDays}
          value={calendar.spareDays}
          low={0}
          high={30}
          onNumber={(n) => onChange({ spareDays: Math.round(n) })}
        />
      </div>
      <Choice
        label={WORDS.copies}
        className="mt-2"
        value={calendar.school}
        options={[
          { value: 'together', label: WORDS.together },
          { value: 'one by one', label: WORDS.oneByOne },
        ]}
        onChoice={(school) => onChange({ school })}
      />
      <div className="mt-2 flex items-end gap-3">
        <DateField label={WORDS.daysOff} value={day} onDate={setDay} />
        <button
          type="button"
          className="act pb-1"
          disabled={!day}
          onClick={() => {
            if (day) onChange({ off: [...new Set([...calendar.off, day])].sort() });
            setDay(null);
          }}
        >
          {WORDS.addDayOff}
        </button>
      </div>
      <ul className="text-[14px]">
        {calendar.off.map((d) => (
          <li key={d} className="flex gap-3">
            {sayDay(d)}
            <button
              type="button"
              className="act"
              aria-label={`${WORDS.takeAway} ${sayDay(d)}`}
              onClick={() => onChange({ off: calendar.off.filter((o) => o !== d) })}
            >
              {WORDS.takeAway}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
