import { scaleLinear } from 'd3';
import { useMemo, useRef, useState } from 'react';
import { toStockPieces } from '@jade/core/readings';
import {
  type BandId,
  type SheetWindow as Window,
  type WindowInput as Input,
  sayBand,
  toWindow,
} from '@jade/core/window';
import { toLengthText } from '@jade/core/units';
import { usePapers, useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { PaperWindows } from './PaperWindows.tsx';
import { Remedies } from './Remedies.tsx';
import { useWindowInput } from './useWindowInput.ts';
import { WORDS } from './words.ts';

const WIDTH = 720;
const LEFT = 150;
const ROW = 40;
const TOP = 60;

/** Sheet sizes from left to right; each limit is a shutter over the sizes it forbids. Drag the kite to choose. */
export function SheetWindow() {
  const plan = usePlan();
  const { data: papers } = usePapers();
  const readings = useEngine().result?.readings;
  const input = useWindowInput();
  const window = useMemo(() => input && toWindow(input), [input]);
  const stock = useMemo(() => toStockPieces(plan, papers ?? []), [plan, papers]);
  if (!input || !window || window.bands.length === 0 || !readings?.sideMm)
    return <p className="say mb-6 text-ink-2">{WORDS.theWindowOfSheet}</p>;
  return (
    <section className="mb-6" aria-label={WORDS.sheetWindow}>
      <Chart
        key={plan.sheet.shape.kind}
        input={input}
        window={window}
        side={readings.sideMm}
        ticks={stock.filter((s) => s.sideMm > 0)}
      />
      <WindowSentence input={input} window={window} side={readings.sideMm} />
      <PaperWindows />
      {!window.isOpen && <Remedies input={input} />}
    </section>
  );
}

function WindowSentence({ input, window, side }: { input: Input; window: Window; side: number }) {
  const { unit } = useSettings();
  const length = (mm: number): string => toLengthText(mm, unit).text;
  const name = (id: BandId | undefined): string => (id ? sayBand(id, input, unit).name.toLowerCase() : '');
  const { lowMm, highMm, lowBy, highBy, isOpen } = window;
  const cares = window.bands.flatMap((b) =>
    !b.isSoft
      ? []
      : b.lowMm !== undefined && b.lowMm > side
        ? [`${name(b.id)} asks for care below ${length(b.lowMm)}`]
        : b.highMm !== undefined && b.highMm < side
          ? [`${name(b.id)} asks for care above ${length(b.highMm)}`]
          : [],
  );
  return (
    <p className="note" data-testid="window-sentence">
      {!isOpen
        ? `No size holds for all: ${name(lowBy)} asks for ${length(lowMm)} at least, ${name(highBy)} allows ${length(highMm!)} at most.`
        : highMm === undefined
          ? `All hold from ${length(lowMm)} up; ${name(lowBy)} binds.`
          : `All hold from ${length(lowMm)}${lowBy ? `, where ${name(lowBy)} binds,` : ''} to ${length(highMm)}, where ${name(highBy)} does.`}{' '}
      {cares.map((c) => `${c.charAt(0).toUpperCase()}${c.slice(1)}.`).join(' ')}
    </p>
  );
}

interface StockTick {
  readonly id: string;
  readonly name: string;
  readonly sideMm: number;
}

function Chart({
  input,
  window,
  side: chosen,
  ticks,
}: {
  input: Input;
  window: Window;
  side: number;
  ticks: readonly StockTick[];
}) {
  const edit = useEdit();
  const { unit } = useSettings();
  const [dragged, setDragged] = useState<number | null>(null);
  const frame = useRef(0);
  const narrows = useNarrows(input);
  const side = dragged ?? chosen;
  const { bands, lowMm, highMm, lowBy, highBy, isOpen } = window;
  // Limits far beyond everything else would squeeze the rest together.
  const near = bands.flatMap((b) => [b.isSoft ? 0 : (b.lowMm ?? 0), b.id === 'target' ? b.highMm! : 0]);
  const [top] = useState(() => Math.max(...near, chosen, isOpen ? 0 : (highMm ?? 0)) * 1.6);
  const right = Math.max(top, chosen * 1.1);
  const x = scaleLinear([0, right], [LEFT, WIDTH - 8]).clamp(true);
  const height = TOP + 18 + bands.length * ROW;
  const toSide = (clientX: number, box: DOMRect): number =>
    Math.max(1, x.invert(((clientX - box.left) / box.width) * WIDTH));
  const commit = (mm: number): void => edit((p) => void (p.sheet.sideMm = Math.round(mm * 2) / 2), 'side');
  // Every reading of the plan follows the drag, once a frame.
  const follow = (mm: number): void => {
    setDragged(mm);
    cancelAnimationFrame(frame.current);
    frame.current = requestAnimationFrame(() => commit(mm));
  };
  return (
    <>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="block w-full touch-none"
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          follow(toSide(e.clientX, e.currentTarget.getBoundingClientRect()));
        }}
        onPointerMove={(e) =>
          dragged !== null && follow(toSide(e.clientX, e.currentTarget.getBoundingClientRect()))
        }
        onPointerUp={() => setDragged(null)}
      >
        {isOpen && (
          <rect
            x={x(lowMm)}
            y={TOP}
            width={x(highMm ?? right) - x(lowMm)}
            height={bands.length * ROW}
            fill="var(--jade-wash)"
            stroke="var(--jade)"
          />
        )}
        <SizeAxis x={x} />
        <StockTicks x={x} ticks={ticks.filter((t) => t.sideMm <= right)} y={height} />
        {bands.map((band, i) => (
          <BandRow
            key={band.id}
            band={band}
            said={sayBand(band.id, input, unit)}
            y={TOP + 3 + i * ROW}
            x={x}
            binds={lowBy === band.id ? 'low' : highBy === band.id ? 'high' : undefined}
          />
        ))}
        <NarrowTicks
          x={x}
          narrows={narrows}
          y={TOP + 3 + bands.findIndex((b) => b.id === 'narrowest') * ROW}
        />
        <line x1={x(side)} x2={x(side)} y1="18" y2={height - 16} stroke="var(--jade)" strokeWidth="2" />
        <path d={`M${x(side)} 2l8 9l-8 13l-8 -13z`} fill="var(--jade)" />
      </svg>
      <label className="mt-1 flex items-center gap-3 text-[14px] text-ink-2">
        Side
        <input
          type="range"
          className="flex-1"
          min={1}
          max={Math.round(right)}
          step={0.5}
          value={side}
          aria-valuetext={toLengthText(side, unit).text}
          onChange={(e) => commit(Number(e.target.value))}
        />
        <b className="text-ink">{toLengthText(side, unit).text}</b>
      </label>
      <TooNarrow side={side} narrows={narrows} input={input} />
    </>
  );
}

/** A flap or pleat, and the side below which it is too narrow for the hand. */
interface Narrow {
  readonly name: string;
  readonly width: number;
  readonly step: number;
  readonly atMm: number;
}

/** Every narrow place of the plan by the limb it becomes, the first to be too narrow first. */
function useNarrows({ handling, limits }: Input): readonly Narrow[] {
  const { limbs } = usePlan();
  const narrows = useEngine().result?.readings.narrows;
  const least = handling === 'fingers' ? limits.fingersMm : limits.tweezersMm;
  return useMemo(
    () =>
      (narrows ?? []).map(({ tip, width, step }) => ({
        name:
          tip === null
            ? 'a pleat'
            : (limbs.find((l) => l.tip === tip)?.name.toLowerCase() ?? `the flap at ${tip}`),
        width,
        step,
        atMm: least / width,
      })),
    [narrows, limbs, least],
  );
}

/** Where each limb becomes too narrow, along the row of the narrowest. */
function NarrowTicks({ x, narrows, y }: { x: Scale; narrows: readonly Narrow[]; y: number }) {
  if (y < TOP) return null;
  return narrows
    .filter((n) => n.atMm < x.domain()[1]!)
    .map((n) => (
      <line
        key={`${n.name} ${n.step}`}
        x1={x(n.atMm)}
        x2={x(n.atMm)}
        y1={y + ROW - 14}
        y2={y + ROW - 4}
        stroke="var(--ink)"
        strokeWidth="1.4"
      >
        <title>{`${n.name}: too narrow below ${n.atMm.toFixed(0)} mm, after step ${n.step}`}</title>
      </line>
    ));
}

/** Which limbs the size in hand makes too narrow, and after which step; else which is the next. */
function TooNarrow({ side, narrows, input }: { side: number; narrows: readonly Narrow[]; input: Input }) {
  const { unit } = useSettings();
  const { handling } = input;
  const out = narrows.filter((n) => side < n.atMm);
  const next = narrows.find((n) => side >= n.atMm);
  const say = (n: Narrow): string =>
    `${n.name} (${toLengthText(n.width * side, unit).text}, after step ${n.step})`;
  if (narrows.length === 0) return null;
  return (
    <p className={`note ${out.length > 0 ? '!text-persimmon' : ''}`} data-testid="too-narrow">
      {out.length > 0
        ? `Too narrow for ${handling} at this size: ${out.slice(0, MOST_NAMED).map(say).join(', ')}${
            out.length > MOST_NAMED ? ` and ${out.length - MOST_NAMED} more` : ''
          }.`
        : next
          ? `Every place is wide enough for ${handling}; the first to become too narrow is ${next.name}, below ${toLengthText(Math.round(next.atMm), unit).text}, after step ${next.step}.`
          : ''}
    </p>
  );
}

const MOST_NAMED = 4;

type Scale = ReturnType<typeof scaleLinear<number, number>>;

/** Sizes of sheets along the top, in mm. */
function SizeAxis({ x }: { x: Scale }) {
  return (
    <>
      {x.ticks(7).map((t) => (
        <g key={t}>
          <line x1={x(t)} x2={x(t)} y1={TOP - 6} y2={TOP} stroke="var(--ink-2)" />
          <text x={x(t)} y={TOP - 10} fontSize="13" textAnchor="middle" fill="var(--ink-2)">
            {t}
          </text>
        </g>
      ))}
      <text x={LEFT - 12} y={TOP - 10} fontSize="13" textAnchor="end" fill="var(--ink-2)">
        {WORDS.sheetSideMm}
      </text>
      <line x1={LEFT} x2={WIDTH - 8} y1={TOP} y2={TOP} stroke="var(--ink-2)" />
    </>
  );
}

/** The largest piece each paper of the drawer gives, along the foot at `y`. */
function StockTicks({ x, ticks, y }: { x: Scale; ticks: readonly StockTick[]; y: number }) {
  const { unit } = useSettings();
  return (
    <>
      {ticks.map((t) => (
        <path
          key={t.id}
          d={`M${x(t.sideMm)} ${y - 14}l4.5 9h-9z`}
          fill="var(--ink-2)"
          data-testid="stock-tick"
        >
          <title>{`${t.name}: ${toLengthText(t.sideMm, unit).text} at most`}</title>
        </path>
      ))}
      <text x={LEFT - 12} y={y - 4} fontSize="13" textAnchor="end" fill="var(--ink-2)">
        {WORDS.papersLargestPiece}
      </text>
    </>
  );
}

/** One limit: its name, its note, and its shutters over the sizes it forbids. */
function BandRow({
  band,
  said: { name, note },
  y,
  x,
  binds,
}: {
  band: Window['bands'][number];
  said: ReturnType<typeof sayBand>;
  y: number;
  x: Scale;
  binds: 'low' | 'high' | undefined;
}) {
  const { paper } = usePlan();
  const { unit } = useSettings();
  const right = x.domain()[1]!;
  const { lowMm, highMm, isSoft = false } = band;
  const shutter = { y, isSoft, tint: paper.front.hex };
  const beyond = (word: string, mm: number) => (
    <text x={WIDTH - 12} y={y + 22} fontSize="13" textAnchor="end" fill="var(--ink-2)">
      {word} {toLengthText(Math.round(mm), unit).text}
    </text>
  );
  return (
    <g data-band={band.id}>
      <text x="0" y={y + 14} className="font-serif" fontSize="15" fontWeight="600" fill="var(--ink)">
        {name}
      </text>
      <text x="0" y={y + 30} fontSize="13" fill="var(--ink-2)">
        {note.length > 24 ? `${note.slice(0, 23)}…` : note}
        <title>{note}</title>
      </text>
      {lowMm !== undefined && (
        <ShutterBand from={LEFT} to={x(lowMm)} fold="right" binds={binds === 'low'} {...shutter} />
      )}
      {lowMm !== undefined && lowMm >= right && beyond('from', lowMm)}
      {highMm !== undefined && highMm < right && (
        <ShutterBand from={x(highMm)} to={WIDTH - 8} fold="left" binds={binds === 'high'} {...shutter} />
      )}
      {highMm !== undefined && highMm >= right && beyond('to', highMm)}
      <line x1={LEFT} x2={WIDTH - 8} y1={y + ROW - 3} y2={y + ROW - 3} stroke="var(--rule)" />
    </g>
  );
}

function ShutterBand({
  from,
  to,
  y,
  fold,
  binds,
  isSoft,
  tint,
}: {
  from: number;
  to: number;
  y: number;
  fold: 'left' | 'right';
  binds: boolean;
  isSoft: boolean;
  tint: string;
}) {
  if (to - from < 1) return null;
  const edge = fold === 'right' ? to : from;
  const inner = fold === 'right' ? Math.max(from, to - 8) : Math.min(to, from + 8);
  const high = ROW - 7;
  return (
    <g>
      <rect
        x={from}
        y={isSoft ? y + high - 8 : y}
        width={to - from}
        height={isSoft ? 8 : high}
        fill="var(--shade)"
      />
      {!isSoft && (
        <polygon
          points={`${edge},${y} ${inner},${y + 5} ${inner},${y + high - 5} ${edge},${y + high}`}
          fill={`color-mix(in oklab, ${tint}, var(--ink) 12%)`}
        />
      )}
      <line
        x1={edge}
        x2={edge}
        y1={y}
        y2={y + high}
        stroke={binds ? 'var(--persimmon)' : 'var(--ink-2)'}
        strokeWidth={binds ? 3 : 1.4}
        strokeDasharray={isSoft ? '3 3' : undefined}
      />
    </g>
  );
}
