import { useId } from 'react';
import { type Point, distance } from '@jade/core/geometry';

/** The paper one limb takes on the open sheet, in sheet sides. */
export interface LimbPart {
  readonly key: string;
  /** What stands beside the sheet: its name, and its length. */
  readonly name: string;
  readonly note: string;
  readonly at: Point;
  /** Where its length ends; it is drawn as a rule. */
  readonly root: Point;
  readonly parts: readonly (readonly Point[])[];
  /** It is what limits the sheet. */
  readonly isLimit?: boolean;
}

export interface PaperBand {
  readonly key: string;
  /** Within the band the sheet is plain again. */
  readonly isPlain?: boolean;
  readonly parts: readonly (readonly Point[])[];
}

export interface PaperLine {
  readonly from: Point;
  readonly to: Point;
  readonly sense: 'valley' | 'mountain';
}

const SIZE = 330;
/** Beside the sheet, for names. */
const ROOM = 132;
const TOP = 12;
const LINE = 17;
/** A tick of the rule every so many mm. */
const TICK_MM = 10;
const KITE = 5;

/**
 * The open sheet as a folder draws it, with the paper each limb takes in the limb's own tint, its length as a rule along it,
 * and its name outside with a leader; where two limbs meet a small kite. What stays plain belongs to none.
 */
export function LimbPaper({
  outline,
  limbs,
  bands = [],
  lines = [],
  meets = [],
  sideMm,
  title,
}: {
  readonly outline: readonly Point[];
  readonly limbs: readonly LimbPart[];
  /** Paper between partings, that no limb may use. */
  readonly bands?: readonly PaperBand[];
  readonly lines?: readonly PaperLine[];
  readonly meets?: readonly Point[];
  readonly sideMm: number;
  readonly title: string;
}) {
  const clip = useId();
  const [w, h] = [0, 1].map((axis) => Math.max(...outline.map((p) => p[axis]!))) as [number, number];
  const k = SIZE / Math.max(w, h);
  const at = ([x, y]: Point): Point => [x * k + ROOM, (h - y) * k + TOP];
  const loop = (part: readonly Point[]): string => part.map((p) => at(p).join(',')).join(' ');
  const labels = placeLabels(limbs, (p) => at(p), w * k, Math.max(h * k, 40));
  return (
    <svg
      viewBox={`0 0 ${w * k + 2 * ROOM} ${h * k + 2 * TOP}`}
      className="block w-full max-w-[640px]"
      role="img"
      aria-label={title}
    >
      <clipPath id={clip}>
        <polygon points={loop(outline)} />
      </clipPath>
      <polygon points={loop(outline)} fill="var(--leaf)" />
      <g clipPath={`url(#${clip})`}>
        {bands.map(({ key, parts, isPlain }) => (
          <g key={key}>
            {parts.map((part, i) => (
              <polygon
                key={i}
                points={loop(part)}
                fill={
                  isPlain
                    ? 'var(--leaf)'
                    : i % 2
                      ? 'color-mix(in oklab, var(--shade) 55%, var(--leaf))'
                      : 'var(--shade)'
                }
              />
            ))}
          </g>
        ))}
        {limbs.map(({ key, parts }, n) => (
          <g key={key}>
            {parts.map((part, i) => (
              <polygon
                key={i}
                points={loop(part)}
                fill={tintOf(n, limbs.length, i % 2 === 1)}
                stroke={tintOf(n, limbs.length, i % 2 === 1)}
                strokeWidth="0.6"
              />
            ))}
          </g>
        ))}
        {lines.map(({ from, to, sense }, i) => {
          const [a, b] = [at(from), at(to)];
          return (
            <line
              key={i}
              x1={a[0]}
              y1={a[1]}
              x2={b[0]}
              y2={b[1]}
              stroke={sense === 'valley' ? 'var(--jade)' : 'var(--persimmon)'}
              strokeWidth="0.8"
              strokeDasharray={sense === 'valley' ? '4 2.4' : '8 2.2 1.6 2.2'}
            />
          );
        })}
      </g>
      <polygon points={loop(outline)} fill="none" stroke="var(--ink)" strokeWidth="1.8" />
      {limbs.map(({ key, at: tip, root, isLimit }) => (
        <Rule key={key} from={at(tip)} to={at(root)} mm={distance(tip, root) * sideMm} isLimit={isLimit} />
      ))}
      {meets.map((p, i) => {
        const [x, y] = at(p);
        return (
          <path
            key={i}
            d={`M${x} ${y - KITE}l${KITE * 0.7} ${KITE * 0.8}l${-KITE * 0.7} ${KITE * 1.2}l${-KITE * 0.7} ${-KITE * 1.2}z`}
            fill="var(--leaf)"
            stroke="var(--jade)"
            strokeWidth="1.3"
          />
        );
      })}
      {labels.map(({ limb, x, y, to, anchor }) => (
        <g key={limb.key}>
          <path
            d={`M${x + (anchor === 'end' ? 4 : -4)} ${y - 4}L${to[0]} ${to[1]}`}
            stroke="var(--ink-3)"
            strokeWidth="0.8"
            fill="none"
          />
          <text x={x} y={y} fontSize="12" textAnchor={anchor} fill="var(--ink)">
            {limb.name}
            <tspan fill={limb.isLimit ? 'var(--persimmon)' : 'var(--ink-2)'}> {limb.note}</tspan>
          </text>
        </g>
      ))}
    </svg>
  );
}

/** A rule along a limb's paper: a stroke with a tick every ten mm. */
function Rule({
  from,
  to,
  mm,
  isLimit,
}: {
  from: Point;
  to: Point;
  mm: number;
  isLimit: boolean | undefined;
}) {
  const size = distance(from, to);
  if (size === 0) return null;
  const along: Point = [(to[0] - from[0]) / size, (to[1] - from[1]) / size];
  const count = Math.min(60, Math.floor(mm / TICK_MM));
  const ticks = Array.from({ length: count }, (_, i) => ((i + 1) * TICK_MM * size) / mm);
  const colour = isLimit ? 'var(--persimmon)' : 'var(--ink)';
  return (
    <g stroke={colour}>
      <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} strokeWidth="1.5" />
      {ticks.map((t) => (
        <line
          key={t}
          x1={from[0] + along[0] * t - along[1] * 2.5}
          y1={from[1] + along[1] * t + along[0] * 2.5}
          x2={from[0] + along[0] * t + along[1] * 2.5}
          y2={from[1] + along[1] * t - along[0] * 2.5}
          strokeWidth="0.9"
        />
      ))}
      <circle cx={from[0]} cy={from[1]} r="2.6" fill={colour} stroke="none" />
    </g>
  );
}

/** A tint of its own for every limb, mixed into the leaf so that both themes keep their contrast; pleats alternate. */
const tintOf = (n: number, count: number, isDim: boolean): string =>
  `color-mix(in oklab, oklch(0.68 0.11 ${Math.round((360 * n) / Math.max(1, count) + 150) % 360}) ${isDim ? 46 : 34}%, var(--leaf))`;

interface Label {
  readonly limb: LimbPart;
  readonly x: number;
  readonly y: number;
  readonly to: Point;
  readonly anchor: 'start' | 'end';
}

/** Names left and right of the sheet, on the side their tip is nearer to, none over another. */
function placeLabels(
  limbs: readonly LimbPart[],
  at: (p: Point) => Point,
  width: number,
  height: number,
): readonly Label[] {
  const middle = ROOM + width / 2;
  const tips = limbs.map((limb) => ({ limb, to: at(limb.at) }));
  // Those on the middle go where there is more room.
  const left = tips.filter((t) => t.to[0] < middle - 1);
  const right = tips.filter((t) => t.to[0] > middle + 1);
  for (const t of tips)
    if (!left.includes(t) && !right.includes(t)) (left.length <= right.length ? left : right).push(t);
  const column = (side: typeof tips, x: number, anchor: Label['anchor']): Label[] => {
    const sorted = [...side].sort((a, b) => a.to[1] - b.to[1]);
    let last = -Infinity;
    const placed = sorted.map(({ limb, to }): Label => {
      const y = Math.max(to[1] + 4, last + LINE, TOP + 8);
      last = y;
      return { limb, x, y, to, anchor };
    });
    // What runs over the lower edge moves up together.
    let below = TOP + height + 4;
    return placed.reverse().map((l): Label => {
      const y = Math.min(l.y, below);
      below = y - LINE;
      return { ...l, y };
    });
  };
  return [...column(left, ROOM - 12, 'end'), ...column(right, ROOM + width + 12, 'start')];
}
