import { scaleLinear } from 'd3';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toDay, toIso } from '@jade/core/calendar';
import { type Skill, type Use, skillNames, skillSpec } from '@jade/core/practice';
import { Choice, Notice, Underway, sayDayAndMonth, sayDayOfYear } from '../../ui/index.ts';
import { DrillPage } from './DrillPage.tsx';
import { type PracticeState, type SkillRow, usePracticeState } from '../../stage/index.ts';
import { WORDS, sayHand, sayNeed, sayRung } from './words.ts';

/** What to practise, when, and for which plan; and the drills of one move. */
export function PracticePage() {
  const { skill } = useParams();
  const state = usePracticeState();
  const own = skillNames.find((s) => s === skill);
  return (
    <main className="px-8 pt-5 pb-10">
      <h1 className="sr-only">{WORDS.practice}</h1>
      {!state.isRead ? (
        <Underway says={WORDS.reading} share={state.share} onStop={() => history.back()} />
      ) : own ? (
        <DrillPage key={own} skill={own} state={state} />
      ) : (
        <>
          {skill !== undefined && (
            <Notice tone="care" className="mb-3 max-w-[560px]">
              There is no move “{skill}” to practise; choose one below.
            </Notice>
          )}
          <Overview state={state} />
        </>
      )}
    </main>
  );
}

function Overview({ state }: { state: PracticeState }) {
  const { rows, ladder, today } = state;
  return (
    <>
      <p className="say max-w-[90ch]" data-testid="practice-sentence">
        {rows.length === 0 ? WORDS.noPlans : saySummary(state)}
      </p>
      <div className="mt-4 grid grid-cols-[minmax(0,1fr)_280px] gap-8 max-[1000px]:grid-cols-1">
        <div>
          {rows.length > 0 && (
            <>
              <Rows rows={rows} today={today} />
              <Legend />
            </>
          )}
          <AnotherMove />
        </div>
        {ladder.length > 0 && (
          <aside>
            <section aria-label={WORDS.ladder}>
              <h2 className="head mb-1">{WORDS.ladder}</h2>
              <ol>
                {ladder.map((rung) => (
                  <li key={rung.id} className="border-b border-rule py-1.5">
                    <Link className="act" to={`/plan/${rung.id}/folds`}>
                      {rung.name}
                    </Link>
                    <span
                      className={`note block ${rung.missing.length === 0 ? '!text-jade-deep font-semibold' : ''}`}
                    >
                      {sayRung(rung)}
                    </span>
                  </li>
                ))}
              </ol>
              <p className="note mt-2">{WORDS.ladderSays}</p>
            </section>
          </aside>
        )}
      </div>
    </>
  );
}

function saySummary({ rows, ladder, today }: PracticeState) {
  const known = rows.filter((r) => r.readiness.is === 'known').length;
  const due = rows.filter((r) => r.due[0]?.day === today).length;
  const near = ladder.filter((r) => r.missing.length === 0);
  return (
    <>
      Your plans take <b>{rows.length}</b> moves worth a drill; your hand knows <b>{known}</b> of them as they
      ask for, and <b data-testid="due-today">{due}</b> {due === 1 ? 'is' : 'are'} due today.{' '}
      {near.length > 0
        ? `${near.map((r) => r.name).join(' and ')} ${near.length === 1 ? 'is' : 'are'} within reach.`
        : ladder[0]
          ? `Nearest is the ${ladder[0].name}, ${sayRung(ladder[0])}.`
          : ''}
    </>
  );
}

/** Days before today that are shown, and the most after it. */
const [PAST, AHEAD] = [30, 42] as const;
const [WIDE, TALL] = [380, 30] as const;

function Rows({ rows, today }: { rows: readonly SkillRow[]; today: string }) {
  const now = toDay(today);
  const dates = [...new Set(rows.flatMap((r) => (r.before === null ? [] : [toDay(r.before)])))];
  const last = Math.min(now + AHEAD, Math.max(now + 10, ...dates.map((d) => d + 2)));
  const x = scaleLinear([now - PAST, last], [6, WIDE - 6]);
  return (
    <table className="plain w-full">
      <thead>
        <tr>
          <th scope="col">{WORDS.skill}</th>
          <th scope="col" className="max-[820px]:hidden">
            <span className="sr-only">{WORDS.days}</span>
            <svg viewBox={`0 0 ${WIDE} 20`} className="block w-full max-w-[380px]" aria-hidden="true">
              {[-26, -13, 0, 14, 28]
                .filter((d) => now + d <= last)
                .map((d) => (
                  <text
                    key={d}
                    x={x(now + d)}
                    y="14"
                    fontSize="12"
                    textAnchor="middle"
                    fill={d === 0 ? 'var(--jade-deep)' : 'var(--ink-2)'}
                    fontWeight={d === 0 ? 700 : 400}
                  >
                    {d === 0 ? WORDS.today : sayDayAndMonth(toIso(now + d))}
                  </text>
                ))}
            </svg>
          </th>
          <th scope="col">{WORDS.next}</th>
          <th scope="col">
            <span className="sr-only">{WORDS.practise}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.skill} data-skill={row.skill}>
            <th scope="row" className="!text-left !font-normal">
              <b className="text-[16px]">{skillSpec(row.skill).word}</b>
              <span
                className={`ml-2 ${row.readiness.is === 'known' ? 'text-jade-deep' : 'text-persimmon'}`}
                data-testid="readiness"
              >
                {sayHand(row.readiness, row.hand)}
              </span>
              <span className="note block">{sayNeed(row.need)}</span>
            </th>
            <td className="max-[820px]:hidden">
              <Days row={row} x={x} now={now} />
            </td>
            <td className="whitespace-nowrap">
              {row.due[0] === undefined
                ? '–'
                : row.due[0].day === today
                  ? WORDS.today
                  : sayDayOfYear(row.due[0].day)}
              {row.due[0]?.isLate && <span className="note block !text-persimmon">{WORDS.late}</span>}
            </td>
            <td>
              <Link className="btn" to={`/practice/${encodeURIComponent(row.skill)}`}>
                {WORDS.practise}
              </Link>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const HOW: Readonly<Record<Use['how'], string>> = {
  clean: 'clean',
  trouble: 'with trouble',
  failed: 'not made',
};

type Sign = Use['how'] | 'due' | 'needed';

/** A use of a move, one that is due, or the date it is wanted for, round the origin. */
function Glyph({ sign }: { sign: Sign }) {
  if (sign === 'needed') return <path d={`M0 -11v22`} stroke="var(--persimmon)" strokeWidth="2.5" />;
  if (sign === 'due')
    return <path d="M0 -6l6 6l-6 6l-6 -6z" fill="var(--leaf)" stroke="var(--ink)" strokeWidth="1.4" />;
  return (
    <>
      <circle
        r="5.5"
        fill={sign === 'clean' ? 'var(--jade)' : 'var(--leaf)'}
        stroke={sign === 'clean' ? 'var(--jade)' : 'var(--persimmon)'}
        strokeWidth="1.6"
      />
      {sign === 'trouble' && <path d="M0 -5.5a5.5 5.5 0 0 0 0 11z" fill="var(--persimmon)" />}
    </>
  );
}

const SIGNS: readonly Sign[] = ['clean', 'trouble', 'failed', 'due', 'needed'];

function Legend() {
  return (
    <p className="note mt-2 flex flex-wrap gap-x-5 max-[820px]:hidden" aria-hidden="true">
      {SIGNS.map((sign, i) => (
        <span key={sign} className="flex items-center gap-1.5">
          <svg width="16" height="24" viewBox="-8 -12 16 24">
            <Glyph sign={sign} />
          </svg>
          {WORDS.legend[i]}
        </span>
      ))}
    </p>
  );
}

/** One move in time: what was, today, what is due, and the date it is wanted for. */
function Days({
  row: { hand, due, before },
  x,
  now,
}: {
  row: SkillRow;
  x: (day: number) => number;
  now: number;
}) {
  const mid = TALL / 2;
  const said = [
    ...(hand?.uses.map((u) => `${toIso(u.day)} ${HOW[u.how]}`) ?? []),
    ...due.map((d) => `${d.day} due`),
  ].join(', ');
  const signs: readonly { day: number; sign: Sign; says: string }[] = [
    ...(before ? [{ day: toDay(before), sign: 'needed' as const, says: `needed on ${before}` }] : []),
    ...(hand?.uses.map((u) => ({
      day: u.day,
      sign: u.how,
      says: `${toIso(u.day)}: ${HOW[u.how]}, ${u.layers} layers`,
    })) ?? []),
    ...due.map((d) => ({ day: toDay(d.day), sign: 'due' as const, says: `due ${d.day}` })),
  ];
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${TALL}`}
      className="block w-full max-w-[380px]"
      role="img"
      aria-label={said || 'nothing yet'}
    >
      <line x1={x(now - PAST)} x2={WIDE - 6} y1={mid} y2={mid} stroke="var(--rule)" />
      <line x1={x(now)} x2={x(now)} y1="2" y2={TALL - 2} stroke="var(--jade)" strokeWidth="1.5" />
      {signs
        .filter((s) => s.day >= now - PAST && s.day <= now + AHEAD)
        .map((s, i) => (
          <g key={i} transform={`translate(${x(s.day)} ${mid})`}>
            <title>{s.says}</title>
            <Glyph sign={s.sign} />
          </g>
        ))}
    </svg>
  );
}

/** Any move there is, also one no plan asks for. */
function AnotherMove() {
  const [skill, setSkill] = useState<Skill>('inside reverse');
  const navigate = useNavigate();
  return (
    <form
      className="mt-6 flex items-end gap-3"
      aria-label={WORDS.another}
      onSubmit={(e) => {
        e.preventDefault();
        void navigate(`/practice/${encodeURIComponent(skill)}`);
      }}
    >
      <Choice
        label={WORDS.another}
        className="w-72"
        value={skill}
        options={skillNames.map((value) => ({ value, label: skillSpec(value).word }))}
        onChoice={(v) => setSkill(v as Skill)}
      />
      <button type="submit" className="btn">
        {WORDS.practise}
      </button>
    </form>
  );
}
