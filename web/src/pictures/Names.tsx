import { useMemo } from 'react';
import { type Drawing, type Frames, placeNames } from '@jade/core/drawing';

/** Names of the drawing itself: a kite with its name, or a crease's name alone, none over another and none over the fold. */
export function Names({ drawing, frames, weight }: { drawing: Drawing; frames: Frames; weight: number }) {
  const names = useMemo(() => placeNames(drawing, frames, weight > 1 ? 18 : 13), [drawing, frames, weight]);
  return names.map(({ at: [x, y], base, leader, name, look, fontSize }, i) => (
    <g key={i} pointerEvents="none">
      {leader && <Leader ends={leader} />}
      {look !== 'label' && <Kite x={x} y={y} look={look} />}
      <Name base={base} fontSize={fontSize} text={name} />
    </g>
  ));
}

/** The stroke that leads from a landmark to a name that stands apart. */
export const Leader = ({
  ends: [[x1, y1], [x2, y2]],
}: {
  ends: readonly [readonly [number, number], readonly [number, number]];
}) => <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--ink)" strokeWidth="0.8" />;

/** A landmark: a small open kite, filled where it is chosen. */
export const Kite = ({ x, y, look }: { x: number; y: number; look: 'known' | 'chosen' | 'made' }) => (
  <path
    d={`M${x} ${y - 6}l4.5 5.5l-4.5 8l-4.5 -8z`}
    fill={look === 'chosen' ? 'var(--jade)' : '#f3e9d3'}
    stroke={look === 'made' ? 'var(--jade)' : '#1a2320'}
    strokeWidth="1.3"
  />
);

export const Name = ({
  base: [x, y],
  fontSize,
  text,
}: {
  base: readonly [number, number];
  fontSize: number;
  text: string;
}) => (
  <text
    x={x}
    y={y}
    fontSize={fontSize}
    fontWeight="600"
    fill="var(--ink)"
    stroke="var(--leaf)"
    strokeWidth="3.5"
    paintOrder="stroke"
  >
    {text}
  </text>
);
