import { scaleLinear } from 'd3';
import { scalePieces } from '@jade/core/whole';
import type { ShareBand, WholeWindow } from '@jade/core/whole';
import { toFigure } from '@jade/core/units';
import { useWholeChange } from '../../plan/index.ts';
import { WORDS } from './words.ts';

const [WIDTH, LEFT, ROW, TOP] = [720, 170, 42, 34];

const percent = (share: number): string => `${toFigure(100 * share, share > 0 && share < 0.1 ? 1 : 0)} %`;

/** One window over all pieces: shares of their present sheets, one under the other on one rule. */
export function ShareChart({ window }: { readonly window: WholeWindow }) {
  const change = useWholeChange();
  const { bands, low, high, isOpen } = window;
  if (bands.length === 0) return <p className="note">{WORDS.noWindow}</p>;
  const far = Math.max(1.4, low * 1.25, ...(high === undefined || high > 3 ? [] : [high * 1.25]));
  const x = scaleLinear([0, Math.min(far, 4)], [LEFT, WIDTH - 26]).clamp(true);
  const height = TOP + bands.length * ROW + 26;
  const middle = high === undefined ? Math.max(1, low) : Math.sqrt(Math.max(low, 0.01) * high);
  const wanted = 1 < low || (high !== undefined && 1 > high) ? middle : undefined;
  return (
    <section aria-label={WORDS.window}>
      <h2 className="head">{WORDS.window}</h2>
      <p className="note">{WORDS.windowSay}</p>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="block w-full max-w-[820px]"
        role="img"
        aria-label={bands.map(sayRow).join('; ')}
      >
        {x.ticks(6).map((t) => (
          <g key={t}>
            <line x1={x(t)} x2={x(t)} y1={TOP - 6} y2={height - 20} stroke="var(--rule)" />
            <text x={x(t)} y={TOP - 12} fontSize="12" textAnchor="middle" fill="var(--ink-2)">
              {percent(t)}
            </text>
          </g>
        ))}
        {isOpen && (
          <rect
            x={x(low)}
            width={Math.max(0, x(high ?? x.domain()[1]!) - x(low))}
            y={TOP - 4}
            height={height - TOP - 16}
            fill="var(--jade-wash)"
          />
        )}
        {bands.map((b, i) => {
          const y = TOP + i * ROW;
          const [from, to] = [b.low ?? 0, b.high ?? x.domain()[1]!];
          return (
            <g key={`${b.id ?? ''} ${b.name}`}>
              <text x={0} y={y + 16} fontSize="14" fontWeight="600" fill="var(--ink)">
                {b.name}
              </text>
              <text x={0} y={y + 31} fontSize="12" fill="var(--ink-2)">
                {b.sideMm === undefined ? '' : `now ${toFigure(b.sideMm, 1)} mm`}
              </text>
              <line
                x1={x(from)}
                x2={x(Math.max(from, to))}
                y1={y + 13}
                y2={y + 13}
                stroke="var(--jade)"
                strokeWidth="5"
              />
              {b.low !== undefined && (
                <text
                  x={b.id === 'wish' ? x(from) - 4 : x(from)}
                  y={y + 31}
                  fontSize="12"
                  textAnchor={b.id === 'wish' ? 'end' : 'start'}
                  fill="var(--ink-2)"
                >
                  {percent(b.low)} {b.lowBy?.toLowerCase()}
                </text>
              )}
              {b.high !== undefined && b.high <= x.domain()[1]! && (
                <text
                  x={b.id === 'wish' ? x(to) + 4 : x(to)}
                  y={y + 31}
                  fontSize="12"
                  textAnchor={b.id === 'wish' ? 'start' : 'end'}
                  fill="var(--ink-2)"
                >
                  {b.highBy?.toLowerCase()} {percent(b.high)}
                </text>
              )}
            </g>
          );
        })}
        <line x1={x(1)} x2={x(1)} y1={TOP - 6} y2={height - 20} stroke="var(--ink)" strokeWidth="1.6" />
        <text x={x(1)} y={height - 5} fontSize="12" textAnchor="middle" fill="var(--ink)">
          as they are
        </text>
      </svg>
      <p data-testid="whole-window">{sayWindow(window)}</p>
      {isOpen && wanted !== undefined && (
        <button type="button" className="btn mt-1" onClick={() => change((p) => scalePieces(p, wanted))}>
          {WORDS.putAll}: {percent(wanted)}
        </button>
      )}
    </section>
  );
}

const sayRow = (b: ShareBand): string =>
  `${b.name} from ${percent(b.low ?? 0)}${b.high === undefined ? '' : ` to ${percent(b.high)}`}`;

function sayWindow({ isOpen, low, high, lowBy, highBy }: WholeWindow): string {
  if (!isOpen)
    return `No size holds for all: ${lowBy} asks for ${percent(low)} of what they are at least, ${highBy} allows ${percent(high!)} at most.`;
  const lower = lowBy ? `from ${percent(low)}, where ${lowBy} binds,` : 'from nothing';
  return high === undefined
    ? `All hold ${lower} up.`
    : `All hold ${lower} to ${percent(high)}, where ${highBy} does.`;
}
