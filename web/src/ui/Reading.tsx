import type { ReactNode } from 'react';
import type { PaperLimits } from '@jade/core/paper';
import { sayPlace, type StepReading } from '@jade/core/readings';
import { toFigure } from '@jade/core/units';
import { WORDS } from './words.ts';

interface ReadingProps {
  readonly label: string;
  readonly figure: string;
  readonly unit?: string;
  readonly care?: boolean;
  readonly note?: ReactNode;
  /** A rule under the figure with a pointer: its span, ticks, and from where to where is out of bounds. */
  readonly rule?: {
    readonly value: number;
    readonly high: number;
    readonly ticks: readonly number[];
    readonly out?: readonly [number, number];
  };
}

/** One live reading, written as a ruler is read. */
export function Reading({ label, figure, unit, care = false, note, rule }: ReadingProps) {
  return (
    <div className="border-t border-rule py-1.5 first:border-t-0" data-reading={label}>
      <div className="flex items-baseline justify-between gap-2">
        <h3 className="font-sans text-[14px] leading-[18px] font-normal text-ink-2">{label}</h3>
        <span className="text-[14px] whitespace-nowrap text-ink-2">
          <b className={`text-[20px] leading-[24px] font-semibold ${care ? 'text-persimmon' : 'text-ink'}`}>
            {figure}
          </b>{' '}
          {unit}
        </span>
      </div>
      {rule && <Rule {...rule} care={care} />}
      {note && <div className="note">{note}</div>}
    </div>
  );
}

/** The narrowest flap on its rule, with what fingers can do marked and what they cannot washed. */
export function NarrowestReading({
  narrowest,
  isOnTheWay,
  limits,
}: {
  narrowest: NonNullable<StepReading['narrowest']>;
  /** Of the whole sequence, not of the step that is shown. */
  isOnTheWay?: boolean;
  limits: PaperLimits;
}) {
  const { widthMm, verdict, tip, step } = narrowest;
  return (
    <Reading
      label={tip === null ? WORDS.narrowestPleat : WORDS.narrowestFlap}
      figure={toFigure(widthMm, 1)}
      unit="mm"
      care={widthMm < limits.fingersMm}
      rule={{
        value: widthMm,
        high: 20,
        ticks: [0, limits.tweezersMm, limits.fingersMm, limits.comfortableMm, 20],
        out: [0, limits.fingersMm],
      }}
      note={`${verdict}, ${sayPlace(narrowest)}${isOnTheWay ? ` after step ${step}` : ''}`}
    />
  );
}

function Rule({ value, high, ticks, out, care }: NonNullable<ReadingProps['rule']> & { care: boolean }) {
  const x = (v: number): number => 4 + (Math.max(0, Math.min(v, high)) / high) * 220;
  return (
    <svg
      viewBox="0 0 228 26"
      preserveAspectRatio="xMinYMid"
      className="block h-[26px] w-full"
      aria-hidden="true"
    >
      {out && (
        <rect x={x(out[0])} y="2" width={x(out[1]) - x(out[0])} height="9" fill="var(--persimmon-wash)" />
      )}
      <line x1="4" x2="224" y1="11" y2="11" stroke="var(--ink-2)" strokeWidth="1.1" />
      {ticks.map((t) => (
        <g key={t}>
          <line x1={x(t)} x2={x(t)} y1="4" y2="11" stroke="var(--ink-2)" />
          <text
            x={x(t)}
            y="23"
            fontSize="12"
            textAnchor={t === 0 ? 'start' : t === high ? 'end' : 'middle'}
            fill="var(--ink-3)"
          >
            {t}
          </text>
        </g>
      ))}
      <path d={`M${x(value)} 12l-4 -6l4 -6l4 6z`} fill={care ? 'var(--persimmon)' : 'var(--ink)'} />
    </svg>
  );
}
