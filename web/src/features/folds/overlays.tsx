import { useMemo } from 'react';
import type { Drawing } from '@jade/core/drawing';
import { type Point, distance } from '@jade/core/geometry';
import type { PointRef } from '@jade/core/references';
import { toFigure, toLengthText } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import { type Preview, useEngine } from '../../engine/index.ts';
import type { Drag } from './useDrag.ts';
import { WORDS } from './words.ts';

/** Where the paper under the pointer would go: the point it comes to by name, or how far it is brought. */
export function DragGhost({ drag, place }: { drag: Drag; place: (p: Point) => Point }) {
  const [from, to] = [place(drag.from.model), place(drag.at)];
  const { unit } = useSettings();
  const sideMm = useEngine().result?.readings.sideMm;
  const way = distance(drag.from.model, drag.at);
  const label =
    drag.to?.name ??
    (sideMm === undefined ? `${toFigure(way, 3)} sides` : toLengthText(way * sideMm, unit).text);
  return (
    <g pointerEvents="none" data-testid="drag-ghost">
      {drag.ghost.map((outline, i) => (
        <polygon
          key={i}
          points={outline.map((p) => place(p).join(',')).join(' ')}
          fill="var(--jade)"
          fillOpacity="0.16"
          stroke="var(--jade)"
          strokeWidth="1.2"
        />
      ))}
      <line
        x1={from[0]}
        y1={from[1]}
        x2={to[0]}
        y2={to[1]}
        stroke="var(--ink)"
        strokeWidth="1.2"
        strokeDasharray="2 4"
      />
      <circle cx={to[0]} cy={to[1]} r={drag.to ? 8 : 4} fill="none" stroke="var(--jade)" strokeWidth="2.5" />
      <text
        x={to[0] + 11}
        y={to[1] - 8}
        className="text-[13px] font-semibold"
        fill="var(--ink)"
        stroke="var(--leaf)"
        strokeWidth="3.5"
        paintOrder="stroke"
      >
        {label}
      </text>
    </g>
  );
}

/** A place on an edge or a crease: what share of it, by name, and how long that way is in sheet sides. */
export interface Spot {
  readonly name: string;
  readonly model: Point;
  readonly ref: PointRef;
  readonly way: number;
}

/** The place a press would take on a line, with its share and, where a sheet is chosen, its length. */
export function SpotMark({ spot, place }: { spot: Spot; place: (p: Point) => Point }) {
  const { unit } = useSettings();
  const sideMm = useEngine().result?.readings.sideMm;
  const share = 'share' in spot.ref ? Number(spot.ref.share) : 0;
  const long = sideMm === undefined ? '' : `, ${toLengthText(share * spot.way * sideMm, unit).text}`;
  const [x, y] = place(spot.model);
  return (
    <g pointerEvents="none" data-testid="spot">
      <circle cx={x} cy={y} r="4" fill="var(--leaf)" stroke="var(--jade)" strokeWidth="2" />
      <text
        x={x + 10}
        y={y - 8}
        className="text-[13px] font-semibold"
        fill="var(--ink)"
        stroke="var(--leaf)"
        strokeWidth="3.5"
        paintOrder="stroke"
      >
        {spot.name}
        {long}
      </text>
    </g>
  );
}

/** Outlines of the paper that comes to lie elsewhere. */
export function Ghost({ preview, place }: { preview: Preview; place: (p: Point) => Point }) {
  const moved = useMemo(() => {
    const was = facetsOf(preview.drawing);
    return facetsOf(preview.after!).filter((f) => !was.some((w) => isAlike(w, f)));
  }, [preview]);
  return (
    <g pointerEvents="none" opacity="0.7" data-testid="ghost">
      {moved.map((points, i) => (
        <polygon
          key={i}
          points={points.map((p) => place(p).join(',')).join(' ')}
          fill="none"
          stroke="var(--jade)"
          strokeWidth="1.2"
          strokeDasharray="3 3"
        />
      ))}
    </g>
  );
}

const facetsOf = ({ items }: Drawing): (readonly Point[])[] =>
  items.flatMap((i) => (i.kind === 'facet' ? [i.points] : []));

/** Layers are drawn a little apart, so that a facet that stays can lie this far from where it was, in sheet sides. */
const STAYS = 0.012;

/** The same corners, wherever the outline begins and whichever way round it runs. */
const isAlike = (a: readonly Point[], b: readonly Point[]): boolean =>
  a.length === b.length && a.every((p) => b.some((q) => distance(p, q) < STAYS));

/** Creases that would close up what does not, dotted on the sheet. */
export function MissingCreases({
  creases,
  place,
}: {
  creases: readonly { from: Point; to: Point }[];
  place: (p: Point) => Point;
}) {
  return (
    <g pointerEvents="none" data-testid="missing-creases">
      {creases.map((c, i) => {
        const [[x1, y1], [x2, y2]] = [place(c.from), place(c.to)];
        const ends = { x1, y1, x2, y2 };
        return (
          <line
            key={i}
            {...ends}
            stroke="var(--persimmon)"
            strokeWidth="2.5"
            strokeDasharray="1 5"
            strokeLinecap="round"
          />
        );
      })}
    </g>
  );
}

/** Where paper would tear or cross. */
export function Cross({ at: [x, y] }: { at: Point }) {
  return (
    <path
      d={`M${x - 9} ${y - 9}L${x + 9} ${y + 9}M${x + 9} ${y - 9}L${x - 9} ${y + 9}`}
      stroke="var(--persimmon)"
      strokeWidth="3"
      strokeLinecap="round"
      fill="none"
    />
  );
}

/**
 * Sheet and model are drawn at different scales: a bar says how long 5 cm (2 in) is on the sheet. `px` is what the sheet is
 * drawn across, `across` its longer side in sheet sides.
 */
export function ScaleBar({ px, across, isShort }: { px: number; across: number; isShort: boolean }) {
  const { unit } = useSettings();
  const sideMm = useEngine().result?.readings.sideMm;
  if (!sideMm)
    return <figcaption className="note">{isShort ? WORDS.frontSideUp : WORDS.frontSideUpChoose}</figcaption>;
  const lengthMm = unit === 'in' ? 50.8 : 50;
  const shown = sideMm < lengthMm * 1.4 ? lengthMm / 5 : lengthMm;
  const width = (shown / (sideMm * across)) * px;
  return (
    <figcaption className="note flex items-center gap-2 pl-2 whitespace-nowrap">
      <svg width={width + 2} height="9" aria-hidden="true">
        <path d={`M1 1v7h${width}v-7`} fill="none" stroke="var(--ink-2)" />
      </svg>
      {toLengthText(shown, unit).text}
      {isShort ? '' : WORDS.frontSideUp2}
    </figcaption>
  );
}
