import type { LineLook } from '@jade/core/formats';
import type { Meaning } from '@jade/core/intake';
import type { Point } from '@jade/core/geometry';
import type { OpenedDrawing, ShownLook, ShownOrders } from '../../intake/index.ts';
import { WORDS } from './words.ts';

/** How lines are broken, in px. */
export const DASH: Readonly<Record<LineLook['dash'], string | undefined>> = {
  solid: undefined,
  dashed: '7 4',
  chain: '10 3 2 3',
  'double-chain': '10 3 2 3 2 3',
  dotted: '1.5 3.5',
};

const STROKES: Readonly<
  Record<keyof ShownLook['paths'], { dash: string | undefined; width: number; ink: string }>
> = {
  F: { dash: undefined, width: 0.8, ink: 'var(--rule-strong)' },
  U: { dash: DASH['double-chain'], width: 1.3, ink: 'var(--ink-2)' },
  V: { dash: DASH.dashed, width: 1.4, ink: 'var(--jade)' },
  M: { dash: DASH.chain, width: 1.4, ink: 'var(--ink)' },
  B: { dash: undefined, width: 2.2, ink: 'var(--ink)' },
};

interface PatternPictureProps {
  readonly look: ShownLook;
  readonly drawing: OpenedDrawing;
  readonly meaning: readonly Meaning[];
  /** The look of lines the table points at. */
  readonly hovered: number | null;
  readonly orders: ShownOrders | undefined;
}

/** The drawing as it lies in its file: what is taken in the line code, the rest faint, and every place that is told of. */
export function PatternPicture({ look, drawing, meaning, hovered, orders }: PatternPictureProps) {
  const { bounds } = look;
  const [w, h] = [bounds.maxX - bounds.minX, bounds.maxY - bounds.minY];
  const size = Math.max(w, h, 1e-9);
  const pad = size * 0.05;
  const at = ([x, y]: Point): Point => [x, -y];
  const mark = size * 0.012;
  return (
    <svg
      role="img"
      aria-label={WORDS.picture}
      viewBox={`${bounds.minX - pad} ${-bounds.maxY - pad} ${w + 2 * pad} ${h + 2 * pad}`}
      className="max-h-[54vh] w-full bg-pleat-lit"
      fill="none"
    >
      <g vectorEffect="non-scaling-stroke">
        {drawing.looks.map(
          (own, i) =>
            meaning[i] === 'out' && (
              <path
                key={i}
                d={own.path}
                stroke="var(--rule)"
                strokeWidth="1"
                vectorEffect="non-scaling-stroke"
              />
            ),
        )}
        <path
          d={look.apart.path}
          stroke="var(--rule)"
          strokeWidth="1"
          strokeDasharray="2 3"
          vectorEffect="non-scaling-stroke"
        />
        {(Object.keys(STROKES) as (keyof typeof STROKES)[]).map((letter) => {
          const { dash, width, ink } = STROKES[letter];
          return (
            <path
              key={letter}
              d={look.paths[letter]}
              stroke={ink}
              strokeWidth={width}
              strokeDasharray={dash}
              vectorEffect="non-scaling-stroke"
            />
          );
        })}
        {hovered !== null && drawing.looks[hovered] && (
          <path
            d={drawing.looks[hovered].path}
            stroke="var(--jade)"
            strokeOpacity="0.45"
            strokeWidth="6"
            vectorEffect="non-scaling-stroke"
          />
        )}
        {orders?.kind === 'none' && (
          <path
            d={orders.path}
            stroke="var(--persimmon)"
            strokeOpacity="0.6"
            strokeWidth="5"
            vectorEffect="non-scaling-stroke"
          />
        )}
      </g>
      <Places points={look.added} most={MOST_MARKS}>
        {(p, i) => {
          const [x, y] = at(p);
          return (
            <rect
              key={i}
              x={x - mark * 0.7}
              y={y - mark * 0.7}
              width={mark * 1.4}
              height={mark * 1.4}
              stroke="var(--jade-deep)"
              strokeWidth="1"
              vectorEffect="non-scaling-stroke"
            />
          );
        }}
      </Places>
      <Places points={look.joined.map((j) => j.at)} most={MOST_MARKS}>
        {(p, i) => {
          const [x, y] = at(p);
          return (
            <circle
              key={i}
              cx={x}
              cy={y}
              r={mark * 1.3}
              stroke="var(--jade-deep)"
              strokeWidth="1.4"
              vectorEffect="non-scaling-stroke"
            />
          );
        }}
      </Places>
      {look.mend && <Mend from={at(look.mend.from)} to={at(look.mend.to)} size={size} />}
      {look.faults.map((f, i) => {
        const [x, y] = at(f.at);
        return (
          <g key={i} stroke="var(--persimmon)">
            <circle cx={x} cy={y} r={mark * 1.6} strokeWidth="2" vectorEffect="non-scaling-stroke" />
            {i < NUMBERED && (
              <text
                x={x + mark * 2.2}
                y={y - mark * 1.4}
                fontSize={size * 0.032}
                fontWeight="600"
                fill="var(--persimmon)"
                stroke="none"
              >
                {i + 1}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** So many places are marked one by one; a picture full of rings shows nothing. */
const MOST_MARKS = 400;
const NUMBERED = 8;

function Places({
  points,
  most,
  children,
}: {
  points: readonly Point[];
  most: number;
  children: (p: Point, i: number) => React.ReactNode;
}) {
  return <>{points.slice(0, most).map(children)}</>;
}

/** Where a vertex would go; drawn long enough to be seen. */
function Mend({ from, to, size }: { from: Point; to: Point; size: number }) {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const far = Math.hypot(dx, dy) || 1;
  const long = Math.max(far, size * 0.05);
  const tip: Point = [from[0] + (dx / far) * long, from[1] + (dy / far) * long];
  const wing = size * 0.014;
  const turn = Math.atan2(dy, dx);
  const end = (a: number): string =>
    `M${tip[0]} ${tip[1]}L${tip[0] - wing * Math.cos(turn + a)} ${tip[1] - wing * Math.sin(turn + a)}`;
  return (
    <path
      d={`M${from[0]} ${from[1]}L${tip[0]} ${tip[1]}${end(0.5)}${end(-0.5)}`}
      stroke="var(--persimmon)"
      strokeWidth="2"
      vectorEffect="non-scaling-stroke"
    />
  );
}
