import { scaleLinear } from 'd3';
import { type ReactNode, useState } from 'react';
import { findBase } from '@jade/core/bases';
import type { BaseRow } from '@jade/core/readings';
import { toLengthText } from '@jade/core/units';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import type { OwnRow } from '../../search/index.ts';
import { keptOf, useBegin } from './LimbByLimb.tsx';
import { Parting } from './Parting.tsx';
import { RowLeaf } from './RowLeaf.tsx';
import { WORDS } from './words.ts';

export const HARDNESS = ['', 'easy', 'for the patient', 'hard', 'very hard'] as const;
const BAR = 180;

/** Bases on one scale of sheets, each with its flaps, what decides and its paper; the least sheet as their last row. */
export function BaseRows({
  rows,
  boundMm,
  least,
}: {
  rows: readonly (BaseRow | OwnRow)[];
  boundMm: number | undefined;
  least: ReactNode;
}) {
  const plan = usePlan();
  const [isLeastOpen, setLeastOpen] = useState(false);
  const { unit } = useSettings();
  const sides = rows.flatMap((r) => (r.match.sideMm === undefined ? [] : [r.match.sideMm]));
  const bound = sides.length > 0 ? boundMm : undefined;
  // Far sheets would press the near ones together: the scale ends at twice the best, longer bars are broken off.
  const smallest = Math.min(...sides, bound ?? Infinity);
  const most = Math.min(Math.max(...sides, 1), 2.1 * smallest);
  const scale = scaleLinear().domain([0, most]).range([0, BAR]);
  return (
    <ul className="relative">
      {rows.map((row) => (
        <Row
          key={row.match.baseId}
          row={row}
          scale={scale}
          most={most}
          bound={bound}
          isOwnSheet={row.sheet.kind === plan.sheet.shape.kind}
        />
      ))}
      {bound !== undefined && (
        <li className="note grid grid-cols-[64px_1fr_auto] gap-3 py-1">
          <span className="col-start-2 text-right">{WORDS.theLeastForAny}</span>
          <span style={{ width: BAR + 122 }} className="!text-jade">
            {toLengthText(bound, unit).text}, the broken line{' '}
            <button
              type="button"
              className="act"
              aria-expanded={isLeastOpen}
              onClick={() => setLeastOpen(!isLeastOpen)}
            >
              {isLeastOpen ? WORDS.hidePaper : WORDS.itsPaper}
              <span className="sr-only"> on the least sheet</span>
            </button>
          </span>
        </li>
      )}
      {bound !== undefined && isLeastOpen && <li>{least}</li>}
    </ul>
  );
}

function Row({
  row,
  scale,
  most,
  bound,
  isOwnSheet,
}: {
  row: BaseRow | OwnRow;
  scale: (mm: number) => number;
  most: number;
  bound: number | undefined;
  isOwnSheet: boolean;
}) {
  const { match, drawing, flaps, hubLayers, angles, difficulty, sheet } = row;
  const plan = usePlan();
  const edit = useEdit();
  const { note, begin } = useBegin();
  const palette = usePalette();
  const { unit } = useSettings();
  const isOwn = 'steps' in row;
  const chosen = isOwn
    ? plan.ownBase?.name === match.baseName && Math.abs(plan.ownBase.sideMm - (match.sideMm ?? 0)) < 0.05
    : plan.baseId === match.baseId;
  const [isOpen, setOpen] = useState(false);
  const [isParting, setParting] = useState(false);
  const canPart = plan.figure !== null && match.missingFlaps > 0 && flaps.length > 0;
  const choose = (): void =>
    edit((p) => {
      p.baseId = chosen ? null : match.baseId;
      p.ownBase = null;
      const base = findBase(match.baseId)!;
      if (chosen) return;
      if (sheet.kind !== 'square' || p.sheet.shape.kind !== 'square')
        p.sheet.shape = structuredClone(base.sheet);
      for (const limb of p.limbs) {
        const own = match.assignment.find((a) => a.limb.id === limb.id);
        if (own) limb.tip = /^[A-D]$/.test(own.flapTip) ? own.flapTip : null;
      }
    });
  return (
    <li data-base={match.baseId}>
      <div
        className={`grid grid-cols-[64px_1fr_auto_auto] items-center gap-3 border-b border-rule py-1 pl-2 ${chosen ? 'bg-jade-wash' : ''}`}
      >
        <DrawingView
          drawing={drawing}
          palette={palette}
          width={60}
          height={52}
          margin={3}
          weight={0.6}
          title={match.baseName}
        />
        <div className="min-w-0">
          <h3 className="text-[16px] leading-[20px]">{match.baseName}</h3>
          <p className="note">
            {flaps.length === 0 ? WORDS.noFreeFlap : `flaps ${countAlike(flaps.map((f) => f.length))}`}
          </p>
          <p className="note">
            {HARDNESS[difficulty]}, {match.steps} {match.steps === 1 ? WORDS.step : WORDS.steps}
            {hubLayers > 0 ? `, ${hubLayers} layers at hub` : ''},{' '}
            {angles === 'free' ? WORDS.freeAngles : `${angles}°`}{' '}
            {flaps.length > 0 && (
              <button type="button" className="act" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
                {isOpen ? WORDS.hidePaper : WORDS.itsPaper}
                <span className="sr-only"> of the {match.baseName.toLowerCase()}</span>
              </button>
            )}
          </p>
        </div>
        <div style={{ width: BAR + 122 }} className="flex items-center gap-3">
          {match.sideMm !== undefined ? (
            <>
              <svg width={BAR} height="34" aria-hidden="true" className="shrink-0">
                <rect
                  x="0"
                  y="11"
                  width={scale(Math.min(match.sideMm, most))}
                  height="9"
                  fill="var(--shade)"
                />
                {match.sideMm <= most ? (
                  <line
                    x1={scale(match.sideMm) - 1.5}
                    x2={scale(match.sideMm) - 1.5}
                    y1="5"
                    y2="26"
                    stroke={chosen ? 'var(--jade)' : 'var(--ink)'}
                    strokeWidth="3"
                  />
                ) : (
                  <path d={`M${BAR - 10} 6l6 10l-6 10`} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
                )}
                {bound !== undefined && isOwnSheet && (
                  <line
                    x1={scale(bound)}
                    x2={scale(bound)}
                    y1="0"
                    y2="34"
                    stroke="var(--jade)"
                    strokeDasharray="4 3"
                  />
                )}
                <FlapTeeth
                  flaps={flaps.map((f) => f.length)}
                  used={match.assignment.map((a) => a.flapTip)}
                  tips={flaps.map((f) => f.tip)}
                />
              </svg>
              <div className="w-[108px]">
                <b className="whitespace-nowrap text-[17px] leading-[20px]">
                  {toLengthText(match.sideMm, unit).text}
                </b>
                {bound !== undefined && isOwnSheet && (
                  <span className="note whitespace-nowrap">
                    {' '}
                    {Math.round((bound / match.sideMm) ** 2 * 100)} %
                  </span>
                )}
                <p className="note leading-[15px]">
                  {match.limiting!.limb.name} decides
                  {match.spareFlaps > 0 ? `; ${match.spareFlaps} to hide` : ''}
                  {match.otherSides.length > 0 ? `; ${match.otherSides.length} to change colour` : ''}
                </p>
              </div>
            </>
          ) : (
            <p className="text-[14px] text-persimmon">
              {plan.limbs.length === 0
                ? ''
                : flaps.length === 0
                  ? WORDS.noFreeFlapFor
                  : `${match.missingFlaps} ${match.missingFlaps === 1 ? 'flap' : 'flaps'} missing`}
              {canPart && (
                <button
                  type="button"
                  className="act ml-3"
                  aria-expanded={isParting}
                  onClick={() => setParting(!isParting)}
                >
                  {WORDS.splitOrGraft}
                  <span className="sr-only"> of the {match.baseName.toLowerCase()}</span>
                </button>
              )}
            </p>
          )}
        </div>
        {isOwn ? (
          <span>
            <button
              type="button"
              className="btn !px-3"
              title={WORDS.putsItsStepsInto}
              onClick={() => begin({ ...row, own: keptOf(row, plan.figure) })}
            >
              {note ? WORDS.begun : WORDS.begin}
              <span className="sr-only"> the folds with the {match.baseName.toLowerCase()}</span>
            </button>
            <span role="status" className="sr-only">
              {note}
            </span>
          </span>
        ) : (
          <button
            type="button"
            className={`btn !px-3 ${chosen ? 'solid' : ''}`}
            aria-pressed={chosen}
            onClick={choose}
          >
            {chosen ? WORDS.chosen : WORDS.choose}
            <span className="sr-only"> {match.baseName}</span>
          </button>
        )}
      </div>
      {isOpen && <RowLeaf row={row} />}
      {isParting && plan.figure && <Parting figure={plan.figure} baseId={match.baseId} />}
    </li>
  );
}

/** "4 × 0.35, 0.21": equal lengths counted. */
function countAlike(lengths: readonly number[]): string {
  const counts = new Map<string, number>();
  for (const l of lengths) counts.set(l.toFixed(2), (counts.get(l.toFixed(2)) ?? 0) + 1);
  return [...counts].map(([l, n]) => (n > 1 ? `${n} × ${l}` : l)).join(', ');
}

/** Flaps as teeth hanging from the bar: filled becomes a limb, dotted must be hidden. */
function FlapTeeth({
  flaps,
  tips,
  used,
}: {
  flaps: readonly number[];
  tips: readonly string[];
  used: readonly string[];
}) {
  return (
    <g>
      {flaps.slice(0, 14).map((length, i) => (
        <rect
          key={i}
          x={i * 9 + 2}
          y={33 - length * 24}
          width="6"
          height={length * 24}
          fill={used.includes(tips[i]!) ? 'var(--paper-front)' : 'var(--leaf)'}
          stroke="var(--ink-2)"
          strokeWidth="0.8"
          strokeDasharray={used.includes(tips[i]!) ? undefined : '1.4 2'}
        />
      ))}
    </g>
  );
}
