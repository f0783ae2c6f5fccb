import { scaleLinear } from 'd3';
import type { DiaryEntry } from '@jade/core/plan';
import { toFigure } from '@jade/core/units';
import { useEngine } from '../../engine/index.ts';
import { WORDS } from './words.ts';

const [W, H, L, B] = [560, 250, 48, 36];

/** Foreseen against measured: on the thin line the engine was right; the jade line is what has been learned. */
export function SizeChart({ entries }: { entries: readonly DiaryEntry[] }) {
  const learned = useEngine().result?.readings.learned;
  const most = Math.max(...entries.flatMap((e) => [e.predictedMm, e.measuredMm])) * 1.12;
  const least = Math.min(...entries.flatMap((e) => [e.predictedMm, e.measuredMm])) * 0.85;
  const x = scaleLinear([least, most], [L, W - 12]);
  const y = scaleLinear([least, most], [H - B, 10]);
  return (
    <figure className="mb-5">
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full max-w-[620px]"
        role="img"
        aria-label={`Foreseen against measured size of ${entries.length} entries${learned ? `; learned factor ${toFigure(learned.factor, 3)}` : ''}`}
      >
        {x.ticks(6).map((t) => (
          <g key={t}>
            <line x1={x(t)} x2={x(t)} y1={H - B} y2={H - B + 5} stroke="var(--ink-2)" />
            <text x={x(t)} y={H - B + 18} fontSize="12" textAnchor="middle" fill="var(--ink-2)">
              {t}
            </text>
          </g>
        ))}
        {y.ticks(5).map((t) => (
          <g key={t}>
            <line x1={L - 5} x2={L} y1={y(t)} y2={y(t)} stroke="var(--ink-2)" />
            <text x={L - 8} y={y(t) + 4} fontSize="12" textAnchor="end" fill="var(--ink-2)">
              {t}
            </text>
          </g>
        ))}
        <Axes />
        <line x1={x(least)} y1={y(least)} x2={x(most)} y2={y(most)} stroke="var(--rule-strong)" />
        {learned && (
          <line
            x1={x(least / learned.factor)}
            y1={y(least)}
            x2={x(most)}
            y2={y(most * learned.factor)}
            stroke="var(--jade)"
            strokeWidth="2"
            strokeDasharray="7 4"
          />
        )}
        {entries.map((e) => (
          <path
            key={e.id}
            d={`M${x(e.predictedMm)} ${y(e.measuredMm) - 7}l5 6l-5 9l-5 -9z`}
            fill="var(--paper-back)"
            stroke="var(--ink)"
            strokeWidth="1.3"
          >
            <title>{`${e.date}: foreseen ${toFigure(e.predictedMm, 1)} mm, measured ${toFigure(e.measuredMm, 1)} mm`}</title>
          </path>
        ))}
      </svg>
    </figure>
  );
}

/** Before any entry: the lines a measured model would stand between, for the size that is wished. */
export function EmptyChart({ aimMm }: { aimMm: number }) {
  const learned = useEngine().result?.readings.learned;
  if (!learned) return null;
  const [least, most] = [aimMm * 0.6, aimMm * 1.4];
  const x = scaleLinear([least, most], [L, W - 12]);
  const y = scaleLinear([least, most], [H - B, 10]);
  const line = (factor: number): string =>
    `M${x(Math.max(least, least / factor))} ${y(Math.max(least, least * factor))}L${x(Math.min(most, most / factor))} ${y(Math.min(most, most * factor))}`;
  return (
    <figure className="mb-5">
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full max-w-[620px]"
        role="img"
        aria-label={WORDS.emptyChart}
      >
        <Axes />
        <path d={line(1)} stroke="var(--rule-strong)" fill="none" />
        {[learned.next.low, learned.next.high].map((f) => (
          <path
            key={f}
            d={line(f)}
            stroke="var(--jade)"
            strokeWidth="1.6"
            strokeDasharray="7 4"
            fill="none"
          />
        ))}
        <path
          d={`M${x(aimMm)} ${y(aimMm) - 7}l5 6l-5 9l-5 -9z`}
          fill="none"
          stroke="var(--ink-2)"
          strokeDasharray="3 2"
        />
      </svg>
      <figcaption className="note">{WORDS.emptyChart}</figcaption>
    </figure>
  );
}

/** The two axes and what they are called. */
const Axes = () => (
  <>
    <path d={`M${L} 10V${H - B}H${W - 12}`} fill="none" stroke="var(--ink-2)" />
    <text x={W - 12} y={H - 4} fontSize="12" textAnchor="end" fill="var(--ink-2)">
      {WORDS.foreseenMm}
    </text>
    <text x={L + 6} y="18" fontSize="12" fill="var(--ink-2)">
      {WORDS.measuredMm}
    </text>
  </>
);
