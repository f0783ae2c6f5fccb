import { scaleLinear } from 'd3';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { DiaryEntry } from '@jade/core/plan';
import { moveWord } from '@jade/core/sequence';
import { type LearnedRatio, learnRatio } from '@jade/core/sizing';
import { toFigure, toLengthText } from '@jade/core/units';
import { type Kept, useListPlansQuery } from '../../api/index.ts';
import { useDiary, useRuns, useSettings } from '../../records/index.ts';
import { countStuck } from '../../stage/index.ts';
import { Waiting, sayShortDay } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** One plan of the diary: its entries that count, and what they teach with those of the others. */
interface PlanRow {
  readonly id: string;
  readonly name: string;
  readonly entries: readonly DiaryEntry[];
  readonly learned: LearnedRatio;
}

/** All entries of all plans: how true each comes out, what went wrong, and the entries themselves. */
export function JournalPage() {
  const { data: diary } = useDiary();
  const { data: plans } = useListPlansQuery();
  const names = useMemo(() => new Map((plans ?? []).map((p) => [p.id, p.plan.name])), [plans]);
  const known = useMemo(() => (diary ? toRows(diary, names) : undefined), [diary, names]);
  if (!known || !plans || !diary) return <Waiting what={WORDS.coming} />;
  const { rows, other } = known;
  return (
    <main className="px-8 pt-5 pb-10">
      <h1 className="sr-only">{WORDS.diary}</h1>
      {diary.length === 0 ? (
        <p className="say max-w-[80ch]">{WORDS.none}</p>
      ) : (
        <>
          <p className="say max-w-[90ch]" data-testid="journal-sentence">
            <b>{diary.length}</b> {diary.length === 1 ? 'entry' : 'entries'} of <b>{rows.length}</b>{' '}
            {rows.length === 1 ? 'plan' : 'plans'}. Your hands make models{' '}
            <b>{toFigure(100 * other.factor, 1)} %</b> of the size foreseen; the next one of a plan without
            entries comes out between <b>{toFigure(100 * other.next.low, 1)}</b> and{' '}
            <b>{toFigure(100 * other.next.high, 1)} %</b>, nine times in ten.
          </p>
          <HowTrue rows={rows} other={other} />
          <Went />
          <Entries diary={diary} names={names} />
        </>
      )}
    </main>
  );
}

function toRows(
  diary: readonly Kept<DiaryEntry>[],
  names: ReadonlyMap<string, string>,
): { rows: PlanRow[]; other: LearnedRatio } {
  const byPlan = new Map<string, DiaryEntry[]>();
  for (const { planId, record } of diary) {
    const own = byPlan.get(planId) ?? [];
    own.push(record);
    byPlan.set(planId, own);
  }
  const counted = new Map([...byPlan].map(([id, list]) => [id, list.filter((e) => !e.leftOut)]));
  const rows = [...counted].map(([id, entries]): PlanRow => ({
    id,
    name: names.get(id) ?? 'a plan in the bin',
    entries,
    learned: learnRatio(
      entries,
      [...counted].flatMap(([of, list]) => (of === id ? [] : [list])),
    ),
  }));
  return {
    rows: rows.sort((a, b) => b.entries.length - a.entries.length || a.name.localeCompare(b.name)),
    other: learnRatio([], [...counted.values()]),
  };
}

const [W, ROW, LEFT] = [860, 30, 170] as const;
/** Plans drawn at once; a longer chart is no answer to anything. */
const MOST_ROWS = 24;

function HowTrue({ rows, other }: { rows: readonly PlanRow[]; other: LearnedRatio }) {
  const shown = rows.slice(0, MOST_ROWS);
  const factors = shown.flatMap((r) =>
    r.entries.flatMap((e) => [e, ...e.others].map((o) => o.measuredMm / o.predictedMm)),
  );
  const lows = [...shown.map((r) => r.learned), other].flatMap((l) => [l.next.low, l.next.high]);
  const least = Math.min(0.98, ...factors, ...lows);
  const most = Math.max(1.02, ...factors, ...lows);
  const x = scaleLinear([least, most], [LEFT, W - 20]).nice();
  const tall = (shown.length + 1) * ROW;
  return (
    <section aria-label={WORDS.howTrue} className="mt-4">
      <h2 className="head mb-1">{WORDS.howTrue}</h2>
      <svg
        viewBox={`0 0 ${W} ${tall + 26}`}
        className="w-full max-w-[1000px]"
        role="img"
        aria-label={sayChart(shown, other)}
      >
        <line x1={x(1)} x2={x(1)} y1="0" y2={tall} stroke="var(--ink-2)" strokeDasharray="3 4" />
        {shown.map((r, i) => (
          <g key={r.id} transform={`translate(0 ${i * ROW})`}>
            <text x={LEFT - 12} y="20" fontSize="14" textAnchor="end" fill="var(--ink)">
              {r.name}
            </text>
            <Band learned={r.learned} x={x} />
            {r.entries.flatMap((e) =>
              e.others.map((o) => (
                <circle
                  key={`${e.id}${o.dimension}`}
                  cx={x(o.measuredMm / o.predictedMm)}
                  cy="15"
                  r="3"
                  fill="none"
                  stroke="var(--ink-2)"
                >
                  <title>{`${e.date}: ${o.dimension}`}</title>
                </circle>
              )),
            )}
            {r.entries.map((e) => (
              <path
                key={e.id}
                d={`M${x(e.measuredMm / e.predictedMm).toFixed(1)} 9l4 6l-4 6l-4 -6z`}
                fill="var(--leaf)"
                stroke="var(--ink)"
                strokeWidth="1.2"
              />
            ))}
          </g>
        ))}
        <g transform={`translate(0 ${shown.length * ROW})`}>
          <text x={LEFT - 12} y="20" fontSize="14" textAnchor="end" fill="var(--ink-2)" fontStyle="italic">
            {WORDS.anyOther}
          </text>
          <Band learned={other} x={x} />
        </g>
        {x.ticks(6).map((t) => (
          <text key={t} x={x(t)} y={tall + 18} fontSize="12" textAnchor="middle" fill="var(--ink-2)">
            {toFigure(100 * t, 1)} %
          </text>
        ))}
      </svg>
      <p className="note max-w-[90ch]">{WORDS.howTrueSays}</p>
    </section>
  );
}

const sayChart = (rows: readonly PlanRow[], other: LearnedRatio): string =>
  [...rows.map((r) => ({ name: r.name, learned: r.learned })), { name: WORDS.anyOther, learned: other }]
    .map(
      ({ name, learned: { factor, next } }) =>
        `${name}: ${toFigure(100 * factor, 1)} %, the next between ${toFigure(100 * next.low, 1)} and ${toFigure(100 * next.high, 1)} %`,
    )
    .join('; ');

function Band({ learned: { next, factor }, x }: { learned: LearnedRatio; x: (v: number) => number }) {
  return (
    <>
      <rect
        x={x(next.low)}
        y="8"
        width={x(next.high) - x(next.low)}
        height="14"
        fill="var(--jade)"
        opacity="0.22"
      />
      <path d={`M${x(factor)} 5v20`} stroke="var(--jade)" strokeWidth="2" />
    </>
  );
}

/** Where runs of all plans stuck, added up by kind of move. */
function Went() {
  const { data: runs } = useRuns();
  const { data: plans } = useListPlansQuery();
  const counts = useMemo(() => {
    const words = new Map(
      (plans ?? []).flatMap((p) => p.plan.steps.map((s) => [`${p.id}/${s.id}`, moveWord(s)] as const)),
    );
    return countStuck(
      (runs ?? []).flatMap(({ planId, record }) =>
        record.steps.flatMap(({ step, stuck, why }) => {
          const word = words.get(`${planId}/${step}`);
          return stuck && word !== undefined ? [{ word, why }] : [];
        }),
      ),
    );
  }, [plans, runs]);
  return (
    <section aria-label={WORDS.went} className="mt-6">
      <h2 className="head mb-1">{WORDS.went}</h2>
      {counts.length === 0 ? (
        <p className="note">{WORDS.noTrouble}</p>
      ) : (
        <ul className="max-w-[820px]">
          {counts.map(({ word, says, total }) => (
            <li key={word} className="flex items-center gap-4 border-b border-rule py-1">
              <b className="w-[160px] shrink-0">{word}</b>
              <span
                className="block h-[12px] bg-[var(--persimmon)] opacity-70"
                style={{ width: `${(200 * total) / counts[0]!.total}px` }}
                aria-hidden="true"
              />
              <span className="note">
                {total}: {says}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** Entries shown at first, and with each further press. */
const AT_ONCE = 60;

function Entries({
  diary,
  names,
}: {
  diary: readonly Kept<DiaryEntry>[];
  names: ReadonlyMap<string, string>;
}) {
  const { unit } = useSettings();
  const [shown, setShown] = useState(AT_ONCE);
  const sorted = useMemo(
    () => [...diary].sort((a, b) => b.record.date.localeCompare(a.record.date)),
    [diary],
  );
  return (
    <section aria-label={WORDS.entries} className="mt-6">
      <h2 className="head mb-1">{WORDS.entries}</h2>
      <table className="plain max-w-[1000px]">
        <thead>
          <tr>
            {[
              WORDS.date,
              WORDS.plan,
              WORDS.sheet,
              WORDS.foreseen,
              WORDS.measured,
              WORDS.ofIt,
              WORDS.note,
            ].map((word) => (
              <th key={word} scope="col">
                {word}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sorted.slice(0, shown).map(({ planId, record: e }) => (
            <tr key={`${planId}/${e.id}`}>
              <td className="whitespace-nowrap">{sayShortDay(e.date)}</td>
              <td>
                <Link className="act" to={`/plan/${planId}/diary`}>
                  {names.get(planId) ?? '–'}
                </Link>
              </td>
              <td className="whitespace-nowrap">
                {toLengthText(e.sheetMm, unit).text}
                <span className="note block">{e.paper}</span>
              </td>
              <td className="whitespace-nowrap">{toLengthText(e.predictedMm, unit).text}</td>
              <td className="font-semibold whitespace-nowrap">{toLengthText(e.measuredMm, unit).text}</td>
              <td className="whitespace-nowrap">{toFigure((100 * e.measuredMm) / e.predictedMm, 1)} %</td>
              <td className="note">{e.note}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {sorted.length > shown && (
        <button type="button" className="btn mt-3" onClick={() => setShown(shown + AT_ONCE)}>
          {WORDS.more} ({sorted.length - shown})
        </button>
      )}
    </section>
  );
}
