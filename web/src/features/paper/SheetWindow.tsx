import { scaleLinear } from 'd3';
import { useMemo, useState } from 'react';
import type { Readings } from '@jade/core/readings';
import type { Settings } from '@jade/core/settings';
import type { Plan } from '@jade/core/plan';
import { toLengthText } from '@jade/core/units';
import { useSettings } from '../../app/useSettings.ts';
import { useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';

interface Shutter {
  readonly name: string;
  readonly note: string;
  /** Sheet sides that are allowed, in mm. */
  readonly low?: number;
  readonly high?: number;
}

function toShutters(plan: Plan, reading: Readings, { limits, unit }: Settings): Shutter[] {
  const { target } = plan.brief;
  const rows: Shutter[] = [];
  const text = (mm: number): string => toLengthText(mm, unit).text;
  if (reading.wanted && target.mm !== null) {
    const share = target.tolerancePercent / 100;
    rows.push({
      name: target.dimension === 'height' ? 'Height' : 'Length',
      note: `${text(target.mm)} ± ${target.tolerancePercent} %`,
      low: reading.wanted.sideMm * (1 - share),
      high: reading.wanted.sideMm * (1 + share),
    });
  }
  if (reading.base?.sideMm !== undefined)
    rows.push({
      name: 'Limbs',
      note: `${reading.base.limiting!.limb.name} decides`,
      low: reading.base.sideMm,
    });
  const { narrowest, bulk } = reading.last ?? {};
  if (narrowest && reading.sideMm)
    rows.push({
      name: 'Fingers',
      note: `${limits.fingersMm} mm at ${narrowest.tip}`,
      low: (reading.sideMm * limits.fingersMm) / narrowest.widthMm,
    });
  if (bulk && reading.sideMm && bulk.bulk > 0)
    rows.push({
      name: 'Bulk',
      note: `under ${limits.bulkHard}`,
      low: (reading.sideMm * bulk.bulk) / limits.bulkHard,
    });
  return rows;
}

const WIDTH = 720;
const LEFT = 132;
const ROW = 46;

/** Sheet sizes from left to right; each constraint is a shutter over the sizes it forbids. Drag the kite to choose. */
export function SheetWindow() {
  const plan = usePlan();
  const edit = useEdit();
  const settings = useSettings();
  const reading = useEngine().result?.readings;
  const [dragged, setDragged] = useState<number | null>(null);
  const rows = useMemo(() => (reading ? toShutters(plan, reading, settings) : []), [plan, reading, settings]);
  if (!reading?.sideMm || rows.length === 0)
    return (
      <p className="say mb-6 text-ink-2">
        The window of sheet sizes opens when there is a wanted size and something folded.
      </p>
    );
  const side = dragged ?? reading.sideMm;
  const bounds = rows.flatMap((r) => [r.low, r.high]).filter((v): v is number => v !== undefined);
  const top = Math.max(...bounds, reading.sideMm) * 1.35;
  const x = scaleLinear([0, top], [LEFT, WIDTH - 8]);
  const low = Math.max(0, ...rows.map((r) => r.low ?? 0));
  const high = Math.min(top, ...rows.map((r) => r.high ?? top));
  const height = 62 + rows.length * ROW;
  const toSide = (clientX: number, box: DOMRect): number =>
    Math.max(1, x.invert(((clientX - box.left) / box.width) * WIDTH));
  const commit = (mm: number): void => edit((p) => void (p.sheet.sideMm = Math.round(mm * 2) / 2), 'side');
  return (
    <section className="mb-6" aria-label="Sheet window">
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="block w-full touch-none"
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          setDragged(toSide(e.clientX, e.currentTarget.getBoundingClientRect()));
        }}
        onPointerMove={(e) =>
          dragged !== null && setDragged(toSide(e.clientX, e.currentTarget.getBoundingClientRect()))
        }
        onPointerUp={() => {
          if (dragged !== null) commit(dragged);
          setDragged(null);
        }}
      >
        {high > low && (
          <rect
            x={x(low)}
            y="44"
            width={x(high) - x(low)}
            height={rows.length * ROW}
            fill="var(--jade-wash)"
            stroke="var(--jade)"
          />
        )}
        {x.ticks(7).map((t) => (
          <g key={t}>
            <line x1={x(t)} x2={x(t)} y1="38" y2="44" stroke="var(--ink-2)" />
            <text x={x(t)} y="33" fontSize="13" textAnchor="middle" fill="var(--ink-2)">
              {t}
            </text>
          </g>
        ))}
        <text x={LEFT - 12} y="33" fontSize="13" textAnchor="end" fill="var(--ink-2)">
          sheet side, mm
        </text>
        <line x1={LEFT} x2={WIDTH - 8} y1="44" y2="44" stroke="var(--ink-2)" />
        {rows.map((row, i) => {
          const y = 48 + i * ROW;
          const binds = {
            low: row.low !== undefined && row.low === low,
            high: row.high !== undefined && row.high === high,
          };
          return (
            <g key={row.name}>
              <text x="0" y={y + 16} className="font-serif" fontSize="15" fontWeight="600" fill="var(--ink)">
                {row.name}
              </text>
              <text x="0" y={y + 33} fontSize="13" fill="var(--ink-2)">
                {row.note}
              </text>
              {row.low !== undefined && (
                <ShutterBand
                  from={LEFT}
                  to={x(row.low)}
                  y={y}
                  fold="right"
                  binds={binds.low}
                  tint={plan.paper.front.hex}
                />
              )}
              {row.high !== undefined && (
                <ShutterBand
                  from={x(row.high)}
                  to={WIDTH - 8}
                  y={y}
                  fold="left"
                  binds={binds.high}
                  tint={plan.paper.front.hex}
                />
              )}
              <line x1={LEFT} x2={WIDTH - 8} y1={y + ROW - 4} y2={y + ROW - 4} stroke="var(--rule)" />
            </g>
          );
        })}
        <line x1={x(side)} x2={x(side)} y1="18" y2={height - 12} stroke="var(--jade)" strokeWidth="2" />
        <path d={`M${x(side)} 2l8 9l-8 13l-8 -13z`} fill="var(--jade)" />
      </svg>
      <label className="mt-1 flex items-center gap-3 text-[14px] text-ink-2">
        Side
        <input
          type="range"
          className="flex-1"
          min={1}
          max={Math.round(top)}
          step={0.5}
          value={side}
          aria-valuetext={toLengthText(side, settings.unit).text}
          onChange={(e) => commit(Number(e.target.value))}
        />
        <b className="text-ink">{toLengthText(side, settings.unit).text}</b>
      </label>
      <p className="note">
        {high > low
          ? `All hold from ${toLengthText(low, settings.unit).text} to ${toLengthText(high, settings.unit).text}.`
          : `No size holds for all: ${toLengthText(low, settings.unit).text} at least, ${toLengthText(high, settings.unit).text} at most. Take thinner paper, another base or a larger target.`}
      </p>
    </section>
  );
}

function ShutterBand({
  from,
  to,
  y,
  fold,
  binds,
  tint,
}: {
  from: number;
  to: number;
  y: number;
  fold: 'left' | 'right';
  binds: boolean;
  tint: string;
}) {
  if (to - from < 1) return null;
  const edge = fold === 'right' ? to : from;
  const inner = fold === 'right' ? to - 8 : from + 8;
  return (
    <g>
      <rect x={from} y={y} width={to - from} height={ROW - 8} fill="var(--shade)" />
      <polygon
        points={`${edge},${y} ${inner},${y + 5} ${inner},${y + ROW - 13} ${edge},${y + ROW - 8}`}
        fill={`color-mix(in oklab, ${tint}, var(--ink) 12%)`}
      />
      <line
        x1={edge}
        x2={edge}
        y1={y}
        y2={y + ROW - 8}
        stroke={binds ? 'var(--persimmon)' : 'var(--ink-2)'}
        strokeWidth={binds ? 3 : 1.4}
      />
    </g>
  );
}
