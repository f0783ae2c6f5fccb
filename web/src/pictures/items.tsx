import { memo } from 'react';
import {
  HOLD_SIZE,
  NEW,
  NUMBER_SIZE,
  SHADE_PER_LAYER,
  arrowPath,
  equalPath,
  squarePath,
  strokeOf,
  type DrawItem,
  type Palette,
} from '@jade/core/drawing';
import { shadeOf } from '@jade/core/colour';
import type { Point } from '@jade/core/geometry';
import { type Painted, strokePath } from './strokes.ts';

interface ItemProps {
  readonly item: Painted;
  readonly place: (p: Point) => Point;
  readonly palette: Palette;
  readonly weight: number;
  readonly lit: boolean;
  readonly onHover: ((facet: number | null) => void) | undefined;
}

/** One item of a drawing, or neighbouring lines as one path; arrows, names and details are drawn over them. */
export const Item = memo(function Item({ item, place, palette, weight, lit, onHover }: ItemProps) {
  switch (item.kind) {
    case 'facet': {
      const paper = shadeOf(
        item.colour ?? (item.side === 'front' ? palette.front : palette.back),
        item.depth * SHADE_PER_LAYER,
      );
      return (
        <polygon
          data-lit={lit || undefined}
          points={item.points
            .map((p) =>
              place(p)
                .map((v) => v.toFixed(2))
                .join(','),
            )
            .join(' ')}
          fill={lit ? `color-mix(in oklab, ${paper}, #0c6650 30%)` : paper}
          // Paper beside paper leaves no seam.
          stroke={paper}
          strokeWidth="0.6"
          strokeLinejoin="round"
          onPointerEnter={onHover && (() => onHover(item.facet))}
        />
      );
    }
    case 'strokes': {
      const stroke = strokeOf(item.style, palette, palette.front);
      return (
        <path
          d={strokePath(item, place)}
          fill="none"
          stroke={stroke.colour}
          strokeWidth={stroke.width * weight * (item.isNew ? NEW : 1)}
          strokeDasharray={stroke.dash}
          strokeLinecap={stroke.dash ? 'butt' : 'round'}
          pointerEvents="none"
        />
      );
    }
    case 'square': {
      const [from, to] = [place(item.at), place([item.at[0] + item.along[0], item.at[1] + item.along[1]])];
      return (
        <path
          d={squarePath(from, [to[0] - from[0], to[1] - from[1]])}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="1"
          pointerEvents="none"
        />
      );
    }
    case 'hold': {
      const [cx, cy] = place(item.at);
      return (
        <g pointerEvents="none">
          <circle cx={cx} cy={cy} r={HOLD_SIZE} fill="none" stroke="var(--ink)" strokeWidth="1.4" />
          <circle cx={cx} cy={cy} r={HOLD_SIZE * 0.35} fill="var(--ink)" />
        </g>
      );
    }
    case 'number': {
      const [x, y] = place(item.at);
      return (
        <g pointerEvents="none">
          <circle
            cx={x}
            cy={y}
            r={NUMBER_SIZE * 0.7}
            fill="var(--leaf)"
            stroke="var(--ink)"
            strokeWidth="0.8"
          />
          <text
            x={x}
            y={y}
            dy="0.36em"
            textAnchor="middle"
            fontSize={NUMBER_SIZE}
            fontWeight="600"
            fill="var(--ink)"
          >
            {item.n}
          </text>
        </g>
      );
    }
    case 'equal':
      return (
        <path
          d={equalPath(place(item.from), place(item.to), item.parts)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="1.4"
          pointerEvents="none"
        />
      );
    case 'arrow':
    case 'landmark':
      return null;
  }
});

/** An arrow of the craft's notation on a light edge, so that it reads on dark paper. */
export function Arrow({
  item,
  place,
}: {
  item: Extract<DrawItem, { kind: 'arrow' }>;
  place: (p: Point) => Point;
}) {
  const paths = arrowPath(item.style, place(item.from), place(item.to), item.bend, item.ticks);
  return (
    <g pointerEvents="none" strokeLinejoin="round" strokeLinecap="round">
      {paths.map((p, i) => (
        <path key={`c${i}`} d={p.d} fill="none" stroke="var(--leaf)" strokeWidth={5} />
      ))}
      {paths.map((p, i) => (
        <path key={i} d={p.d} fill={p.filled ? 'var(--ink)' : 'none'} stroke="var(--ink)" strokeWidth={1.8} />
      ))}
    </g>
  );
}
