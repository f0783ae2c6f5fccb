import { useNavigate } from 'react-router';
import { SHADE_PER_LAYER, strokeOf } from '@jade/core/drawing';
import { shadeOf } from '@jade/core/colour';
import type { LengthUnit } from '@jade/core/units';
import { paletteOf } from '../../pictures/index.ts';
import { type Figure, drawnSize } from './figures.ts';
import { WORDS } from './words.ts';

const [W, H, FLOOR, LEFT] = [1216, 380, 340, 60];

/** The stage floor with a height rule: every figure at its finished size, one scale for all. */
export function Stage({
  figures,
  unit,
  isComing,
  of,
}: {
  readonly figures: readonly Figure[];
  readonly unit: LengthUnit;
  /** Some are still being folded: they are waited for, so that nobody has to move aside. */
  readonly isComing: boolean;
  readonly of: number;
}) {
  const navigate = useNavigate();
  const sized = figures.filter((f) => f.shape.readings.sideMm !== undefined);
  if (isComing)
    return (
      <div
        className="mx-auto flex w-full max-w-[1600px] items-center px-8"
        style={{ aspectRatio: `${W} / ${H}` }}
      >
        <p role="status" className="mx-auto text-ink-2">
          {WORDS.foldingTheCast}: {figures.length} of {of}
        </p>
      </div>
    );
  if (sized.length === 0) return <p className="note px-8 pt-2">{WORDS.aFigureStandsHere}</p>;
  const sizes = sized.map((f) => ({
    ...f,
    w: drawnSize(f.shape)[1],
    h: drawnSize(f.shape)[0],
  }));
  const gap = 40;
  const across = sizes.reduce((s, f) => s + f.w, 0);
  const tallest = Math.max(...sizes.map((f) => f.h));
  const k = Math.min((FLOOR - 24) / tallest, (W - LEFT - 30 - gap * sizes.length) / across);
  const room = W - LEFT - 30;
  const spare = (room - across * k) / (sizes.length + 1);
  const step = unit === 'in' ? 25.4 : 10;
  const ticks = Array.from({ length: Math.floor((FLOOR - 12) / (step * k)) + 1 }, (_, i) => i);
  const labelEvery = ticks.length > 24 ? 5 : ticks.length > 12 ? 2 : 1;
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="mx-auto block w-full max-w-[1600px] px-8"
      role="group"
      aria-label={WORDS.theCastAtOne}
    >
      <line x1={LEFT - 12} x2={LEFT - 12} y1={FLOOR} y2="8" stroke="var(--ink-2)" />
      {ticks.map((t) => (
        <g key={t}>
          <line
            x1={LEFT - 12}
            x2={LEFT - (t % labelEvery === 0 ? 24 : 18)}
            y1={FLOOR - t * step * k}
            y2={FLOOR - t * step * k}
            stroke="var(--ink-2)"
          />
          {t % labelEvery === 0 && t > 0 && (
            <line
              x1={LEFT}
              x2={W - 20}
              y1={FLOOR - t * step * k}
              y2={FLOOR - t * step * k}
              stroke="var(--rule)"
              strokeDasharray="1 6"
            />
          )}
          {t % labelEvery === 0 && (
            <text
              x={LEFT - 28}
              y={FLOOR - t * step * k + 4}
              fontSize="13"
              textAnchor="end"
              fill="var(--ink-2)"
            >
              {t}
            </text>
          )}
        </g>
      ))}
      <text x={LEFT - 4} y="18" fontSize="13" fill="var(--ink-2)">
        {unit === 'in' ? 'in' : 'cm'}
      </text>
      <path d={`M${LEFT - 12} ${FLOOR}H${W - 20}V${FLOOR + 16}H${LEFT - 12}z`} fill="var(--shade)" />
      <path
        d={`M${LEFT - 12} ${FLOOR + 2}${Array.from({ length: 36 }, (_, i) => `L${LEFT - 12 + i * 32 + 20} ${FLOOR + 14}L${LEFT - 12 + (i + 1) * 32} ${FLOOR + 2}`).join('')}`}
        fill="none"
        stroke="var(--rule-strong)"
      />
      <line x1={LEFT - 12} x2={W - 20} y1={FLOOR} y2={FLOOR} stroke="var(--ink)" strokeWidth="1.6" />
      {sizes.map((f, i) => {
        const x = LEFT + spare * (i + 1) + sizes.slice(0, i).reduce((s, g) => s + g.w * k, 0);
        return (
          <Standing
            key={f.saved.id}
            figure={f}
            x={x}
            k={k * f.shape.readings.sideMm! * f.shape.readings.learned.factor}
            onOpen={() => void navigate(`/plan/${f.saved.id}/folds`)}
          />
        );
      })}
    </svg>
  );
}

function Standing({ figure, x, k, onOpen }: { figure: Figure; x: number; k: number; onOpen: () => void }) {
  const { drawing } = figure.shape;
  const palette = paletteOf(figure.saved.plan);
  const place = (p: readonly [number, number]): [number, number] => [
    x + (p[0] - drawing.bounds.minX) * k,
    FLOOR - (p[1] - drawing.bounds.minY) * k,
  ];
  return (
    <g
      role="link"
      tabIndex={0}
      aria-label={`${figure.saved.plan.name}: open its folds`}
      className="cursor-pointer"
      style={{ filter: 'brightness(var(--paper-dim))' }}
      onClick={onOpen}
      onKeyDown={(e) => e.key === 'Enter' && onOpen()}
    >
      {drawing.items.map((item, i) => {
        if (item.kind === 'facet') {
          return (
            <polygon
              key={i}
              points={item.points
                .map((p) =>
                  place(p)
                    .map((v) => v.toFixed(1))
                    .join(','),
                )
                .join(' ')}
              fill={shadeOf(
                item.colour ?? (item.side === 'front' ? palette.front : palette.back),
                item.depth * SHADE_PER_LAYER,
              )}
            />
          );
        }
        if (item.kind !== 'line' || (item.style !== 'raw' && item.style !== 'folded')) return null;
        const [a, b] = [place(item.from), place(item.to)];
        const stroke = strokeOf(item.style, palette, palette.front);
        return (
          <line
            key={i}
            x1={a[0]}
            y1={a[1]}
            x2={b[0]}
            y2={b[1]}
            stroke={stroke.colour}
            strokeWidth={stroke.width * 0.6}
            strokeLinecap="round"
          />
        );
      })}
    </g>
  );
}
