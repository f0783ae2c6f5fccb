import { scaleLinear } from 'd3';
import { DAY_MINUTES, type Show, type ShownBlock, toDay, toIso, weekdayOf } from '@jade/core/calendar';
import { sayBlock, sayWaiting } from '@jade/core/exporting';
import { sayDuration } from '@jade/core/waits';
import { sayDayAndMonth } from '../../ui/index.ts';
import { WEEKDAYS, WORDS, sayTime } from './words.ts';

interface WeeksProps {
  readonly show: Show;
  readonly minutes: readonly number[];
  readonly off: readonly string[];
  readonly today: string;
  /** Drills that are due. */
  readonly drills: readonly { readonly day: string; readonly word: string }[];
  readonly inks: ReadonlyMap<string, string>;
  readonly chosen: ShownBlock | null;
  readonly onChoose: (block: ShownBlock | null) => void;
}

const [WIDTH, HEAD, EVENING, TAIL] = [860, 22, 46, 7] as const;
/** Where the drills of a day stand: under its evening. */
const DRILLS = 16;
const DAY = WIDTH / 7;

/** Weeks one under the other: each day its evening, as wide as the longest; waits run under the days by the clock. */
export function Weeks({ show, minutes, off, today, drills, inks, chosen, onChoose }: WeeksProps) {
  const days = [
    ...show.blocks.map((b) => toDay(b.day)),
    ...show.waits.map((w) => Math.floor((w.to - 1) / DAY_MINUTES)),
  ];
  const dates = show.models.flatMap((m) => (m.date === null ? [] : [toDay(m.date)]));
  const first = toDay(today) - weekdayOf(toDay(today));
  const last = Math.min(first + 7 * MOST_WEEKS - 1, Math.max(toDay(today), ...days, ...dates));
  const weeks = Array.from({ length: Math.floor((last - first) / 7) + 1 }, (_, w) => first + 7 * w);
  const long = scaleLinear([0, Math.max(30, ...minutes)], [0, DAY - 10]);
  return (
    <div aria-label={WORDS.chart} role="group" className="flex flex-col gap-2">
      {weeks.map((begin) => {
        const [from, to] = [begin * DAY_MINUTES, (begin + 7) * DAY_MINUTES];
        const tails = show.waits.filter((w) => w.from < to && w.to > from);
        const lanes = laneOf(tails);
        const weekDrills = drills.some((d) => toDay(d.day) >= begin && toDay(d.day) < begin + 7);
        const under = HEAD + EVENING + (weekDrills ? DRILLS : 0);
        const x = scaleLinear([from, to], [0, WIDTH]);
        const tall = under + Math.max(1, ...tails.map((w) => lanes.get(w)! + 1)) * TAIL + 4;
        return (
          <svg key={begin} viewBox={`0 0 ${WIDTH} ${tall}`} className="block w-full" role="presentation">
            {WEEKDAYS.map((word, d) => {
              const day = begin + d;
              const iso = toIso(day);
              const open = off.includes(iso) ? 0 : (minutes[d] ?? 0);
              const needed = show.models.filter((m) => m.date === iso);
              return (
                <g key={iso} transform={`translate(${d * DAY} 0)`}>
                  <line x1="0" x2="0" y1="4" y2={tall} stroke="var(--rule)" />
                  <text
                    x="6"
                    y="15"
                    fontSize="12"
                    fill={iso === today ? 'var(--jade-deep)' : 'var(--ink-2)'}
                    fontWeight={iso === today ? 700 : 400}
                  >
                    {word} {sayDayAndMonth(iso)}
                  </text>
                  {needed.length > 0 && (
                    <text
                      x={DAY - 6}
                      y="15"
                      fontSize="12"
                      textAnchor="end"
                      fill="var(--persimmon)"
                      fontWeight="700"
                    >
                      <title>{needed.map((m) => m.name).join(', ')}</title>
                      {WORDS.needed}
                    </text>
                  )}
                  {open > 0 && day >= toDay(today) && (
                    <rect
                      x="5"
                      y={HEAD}
                      width={long(open)}
                      height={EVENING}
                      fill="var(--pleat-lit)"
                      stroke="var(--rule)"
                    />
                  )}
                  <DrillsOf drills={drills.filter((d) => d.day === iso)} />
                  {show.blocks
                    .filter((b) => b.day === iso)
                    .map((b) => (
                      <Block
                        key={`${b.model}${b.begin}`}
                        block={b}
                        x={5 + long(b.begin - startOf(show, iso))}
                        width={Math.max(3, long(b.end - b.begin))}
                        ink={inks.get(b.model) ?? 'var(--jade)'}
                        isChosen={chosen === b}
                        onChoose={onChoose}
                      />
                    ))}
                </g>
              );
            })}
            {tails.map((w) => (
              <line
                key={`${w.model}${w.copy}${w.from}`}
                x1={Math.max(0, x(w.from))}
                x2={Math.min(WIDTH, x(w.to))}
                y1={under + 5 + lanes.get(w)! * TAIL}
                y2={under + 5 + lanes.get(w)! * TAIL}
                stroke={inks.get(w.model) ?? 'var(--jade)'}
                strokeWidth="4"
                strokeLinecap="round"
              >
                <title>
                  {sayWaiting(w)}, {sayDuration(w.to - w.from)}
                </title>
              </line>
            ))}
          </svg>
        );
      })}
    </div>
  );
}

/** How many drills are due on a day, in a line under its evening. */
function DrillsOf({ drills }: { drills: WeeksProps['drills'] }) {
  if (drills.length === 0) return null;
  const words = drills.map((d) => d.word);
  return (
    <g transform={`translate(9 ${HEAD + EVENING + 11})`}>
      <title>{`Practise: ${words.join(', ')}`}</title>
      <path d="M0 -4l4 4l-4 4l-4 -4z" fill="none" stroke="var(--ink)" strokeWidth="1.2" />
      <text x="9" y="4" fontSize="11" fill="var(--ink-2)">
        {words.length === 1 ? words[0] : `${words.length} drills`}
      </text>
    </g>
  );
}

/** Weeks shown at most. */
const MOST_WEEKS = 12;

/** When the evening of a day begins: its first block. */
const startOf = ({ blocks }: Show, day: string): number =>
  Math.min(...blocks.flatMap((b) => (b.day === day ? [b.begin] : [])));

/** Waits that overlap lie on different lines. */
function laneOf<T extends { readonly from: number; readonly to: number }>(
  tails: readonly T[],
): Map<T, number> {
  const ends: number[] = [];
  return new Map(
    [...tails]
      .sort((a, b) => a.from - b.from)
      .map((w): [T, number] => {
        const free = ends.findIndex((end) => end <= w.from);
        const lane = free < 0 ? ends.length : free;
        ends[lane] = w.to;
        return [w, lane];
      }),
  );
}

interface BlockProps {
  readonly block: ShownBlock;
  readonly x: number;
  readonly width: number;
  readonly ink: string;
  readonly isChosen: boolean;
  readonly onChoose: (block: ShownBlock | null) => void;
}

function Block({ block, x, width, ink, isChosen, onChoose }: BlockProps) {
  const says = sayBlock(block);
  const toggle = (): void => onChoose(isChosen ? null : block);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={isChosen}
      aria-label={`${says}, ${sayTime(block.begin)} to ${sayTime(block.end)}${block.isHeld ? `, ${WORDS.held}` : ''}`}
      className="cursor-pointer"
      onClick={toggle}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        toggle();
      }}
    >
      <title>{says}</title>
      <rect
        x={x}
        y={HEAD}
        width={width}
        height={EVENING}
        fill={ink}
        stroke={isChosen ? 'var(--ink)' : 'var(--leaf)'}
        strokeWidth={isChosen ? 2.5 : 1}
      />
      {block.isHeld && <circle cx={x + width - 7} cy={HEAD + 8} r="3.5" fill="var(--ink)" />}
      <clipPath id={`b${block.day}${Math.round(block.begin)}`}>
        <rect x={x} y={HEAD} width={width} height={EVENING} />
      </clipPath>
      <g clipPath={`url(#b${block.day}${Math.round(block.begin)})`} fill="#1a2320" fontSize="12">
        <text x={x + 5} y={HEAD + 18} fontWeight="700">
          {block.name}
        </text>
        <text x={x + 5} y={HEAD + 34}>
          {block.copies.length > 2 ? `${block.copies[0]}–${block.copies.at(-1)}` : block.copies.join(', ')}:{' '}
          {block.first}–{block.last}
        </text>
      </g>
    </g>
  );
}
