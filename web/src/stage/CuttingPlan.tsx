import { useState } from 'react';
import type { Show } from '@jade/core/calendar';
import type { SharedSheet } from '@jade/core/paper';
import { type LengthUnit, toFigure, toLengthText } from '@jade/core/units';
import { useSettings } from '../records/index.ts';
import { Leaf } from '../ui/index.ts';
import { WORDS } from './words.ts';

/** Pictures of sheets shown of one paper; alike ones are told by their number. */
const MOST_SHOWN = 12;

/** How the drawer's sheets are cut for all models together: the pieces, the cuts in their order, what is left over. */
export function CuttingPlan({ sheets }: Pick<Show, 'sheets'>) {
  const { unit } = useSettings();
  const [isOpen, setOpen] = useState(false);
  const known = sheets.filter((s) => s.cutting && s.stock && s.cutting.sheets.length > 0);
  if (known.length === 0) return null;
  return (
    <>
      <button type="button" className="btn self-start" onClick={() => setOpen(true)}>
        {WORDS.cuttingPlan}
      </button>
      {isOpen && (
        <Leaf open onOpen={setOpen} title={WORDS.cuttingPlan} width="page">
          <p className="mb-3">
            {WORDS.cuttingSays}{' '}
            {known.some((s) => s.cutting!.sheets.some((c) => c.pieces.some((p) => p.isHalfSquare))) &&
              WORDS.halvesCut}{' '}
            <button type="button" className="act" onClick={() => window.print()}>
              {WORDS.print}
            </button>
          </p>
          <div className="flex flex-wrap items-start gap-x-10 gap-y-6">
            {known.map((s) => (
              <section key={s.paper} aria-label={s.paper} className="max-w-[520px]">
                <h3 className="head text-[18px]">
                  {s.paper}, {toLengthText(s.stock!.widthMm, unit).text} ×{' '}
                  {toLengthText(s.stock!.heightMm, unit).text}
                </h3>
                <p className="note mb-2" data-testid="cutting-says">
                  {s.cutting!.sheets.length === 1 ? 'One sheet' : `${s.cutting!.sheets.length} sheets`},{' '}
                  {toFigure(100 * s.cutting!.waste, 0)} % left over
                  {s.cutting!.atLeast < s.cutting!.sheets.length
                    ? `; fewer than ${s.cutting!.atLeast} no way of cutting could take`
                    : '; no way of cutting takes fewer'}
                  .
                </p>
                <ul className="flex flex-wrap gap-5">
                  {groupAlike(s.cutting!.sheets)
                    .slice(0, MOST_SHOWN)
                    .map(({ sheet, count }, i) => (
                      <li key={i}>
                        <SheetPicture sheet={sheet} stock={s.stock!} unit={unit} />
                        <span className="note block">
                          {count === 1 ? 'once' : `${count} times`}, {sheet.cuts.length}{' '}
                          {sheet.cuts.length === 1 ? 'cut' : 'cuts'}
                        </span>
                      </li>
                    ))}
                </ul>
              </section>
            ))}
          </div>
        </Leaf>
      )}
    </>
  );
}

function groupAlike(sheets: readonly SharedSheet[]): { sheet: SharedSheet; count: number }[] {
  const groups = new Map<string, { sheet: SharedSheet; count: number }>();
  for (const sheet of sheets) {
    const key = JSON.stringify(sheet.pieces);
    const own = groups.get(key);
    if (own) own.count++;
    else groups.set(key, { sheet, count: 1 });
  }
  return [...groups.values()];
}

const WIDE = 215;

function SheetPicture({
  sheet,
  stock,
  unit,
}: {
  readonly sheet: SharedSheet;
  readonly stock: { readonly widthMm: number; readonly heightMm: number };
  readonly unit: LengthUnit;
}) {
  const k = WIDE / Math.max(stock.widthMm, stock.heightMm);
  const [w, h] = [stock.widthMm * k, stock.heightMm * k];
  const y = (mm: number): number => h - mm * k;
  return (
    <svg
      width={w + 2}
      height={h + 2}
      viewBox={`-1 -1 ${w + 2} ${h + 2}`}
      role="img"
      aria-label={sheet.pieces
        .map((p) => `${p.names.join(' and ')} ${toLengthText(p.widthMm, unit).text}`)
        .join(', ')}
    >
      <rect width={w} height={h} fill="var(--pleat-dim)" stroke="var(--rule-strong)" />
      {sheet.pieces.map((p, i) => (
        <g key={i}>
          <rect
            x={p.x * k}
            y={y(p.y + p.heightMm)}
            width={p.widthMm * k}
            height={p.heightMm * k}
            fill="var(--leaf)"
            stroke="var(--ink)"
          />
          {p.isHalfSquare && (
            <line
              x1={p.x * k}
              y1={y(p.y)}
              x2={(p.x + p.widthMm) * k}
              y2={y(p.y + p.heightMm)}
              stroke="var(--persimmon)"
              strokeWidth="1.6"
              strokeDasharray="6 3"
            />
          )}
          {p.isHalfSquare && p.names[1] && (
            <text
              x={(p.x + p.widthMm) * k - 5}
              y={y(p.y) - 7}
              fontSize="11"
              textAnchor="end"
              fill="var(--ink)"
            >
              {p.names[1]}
            </text>
          )}
          <text x={p.x * k + 5} y={y(p.y + p.heightMm) + 15} fontSize="11" fill="var(--ink)">
            {p.names[0]}
          </text>
          <text x={p.x * k + 5} y={y(p.y + p.heightMm) + 29} fontSize="11" fill="var(--ink-2)">
            {toLengthText(p.widthMm, unit).text}
          </text>
        </g>
      ))}
      {sheet.cuts.map((c, i) => (
        <g key={i}>
          <line
            x1={c.from[0] * k}
            y1={y(c.from[1])}
            x2={c.to[0] * k}
            y2={y(c.to[1])}
            stroke="var(--persimmon)"
            strokeWidth="1.6"
            strokeDasharray="6 3"
          />
          <circle
            cx={((c.from[0] + c.to[0]) / 2) * k}
            cy={y((c.from[1] + c.to[1]) / 2)}
            r="8"
            fill="var(--leaf)"
            stroke="var(--persimmon)"
          />
          <text
            x={((c.from[0] + c.to[0]) / 2) * k}
            y={y((c.from[1] + c.to[1]) / 2) + 4}
            fontSize="10"
            textAnchor="middle"
            fill="var(--ink)"
          >
            {i + 1}
          </text>
        </g>
      ))}
    </svg>
  );
}
