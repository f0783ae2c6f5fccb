import { type ReactNode, useId } from 'react';
import type { Point } from '@jade/core/geometry';

/** How much larger the place under the finger is shown, and in how large a circle, in px. */
const LARGER = 2.5;
const RADIUS = 58;
/** The circle stands so far above the finger, or below it near the upper edge. */
const ABOVE = 96;

/** The place a finger covers, drawn again beside it: what it would choose is in the middle. */
export function Loupe({
  at: [x, y],
  width,
  place,
  children,
}: {
  at: Point;
  width: number;
  place: (p: Point) => Point;
  /** The picture in a frame of its own. */
  children: (place: (p: Point) => Point) => ReactNode;
}) {
  const id = useId();
  const cx = Math.max(RADIUS + 2, Math.min(width - RADIUS - 2, x));
  const cy = y > ABOVE + RADIUS ? y - ABOVE : y + ABOVE;
  const larger = (p: Point): Point => {
    const [px, py] = place(p);
    return [cx + (px - x) * LARGER, cy + (py - y) * LARGER];
  };
  return (
    <g pointerEvents="none" data-testid="loupe">
      <clipPath id={id}>
        <circle cx={cx} cy={cy} r={RADIUS} />
      </clipPath>
      <circle cx={cx} cy={cy} r={RADIUS} fill="var(--leaf)" />
      <g clipPath={`url(#${id})`}>{children(larger)}</g>
      <circle cx={cx} cy={cy} r={RADIUS} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
      <path
        d={`M${cx - 7} ${cy}H${cx + 7}M${cx} ${cy - 7}V${cy + 7}`}
        stroke="var(--jade)"
        strokeWidth="1.5"
      />
    </g>
  );
}
