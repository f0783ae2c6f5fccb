import { type PointerEvent, type ReactNode, memo, useId, useMemo, useRef } from 'react';
import {
  enlargedPlace,
  placeLabels,
  sayFactor,
  type DrawItem,
  type Drawing,
  type Palette,
} from '@jade/core/drawing';
import { type Point, distance } from '@jade/core/geometry';
import { Arrow, Item } from './items.tsx';
import { joinStrokes } from './strokes.ts';

export interface Mark {
  readonly key: string;
  readonly name: string;
  readonly at: Point;
  readonly look: 'known' | 'chosen' | 'made';
  readonly showName: boolean;
}

export interface DrawingViewProps {
  readonly drawing: Drawing;
  readonly palette: Palette;
  readonly width: number;
  readonly height: number;
  readonly title: string;
  readonly weight?: number;
  readonly margin?: number;
  readonly className?: string;
  /** Model units to px; without it the drawing fills its box. */
  readonly scale?: number;
  readonly hovered?: number | null;
  readonly onHover?: (facet: number | null) => void;
  readonly marks?: readonly Mark[];
  readonly onMark?: (key: string) => void;
  /** Called with a point of the drawing's own frame. */
  readonly onPoint?: (at: Point, pxPerUnit: number) => void;
  readonly onMove?: (at: Point | null, pxPerUnit: number) => void;
  /** A point grabbed, moved and let go; `left` when the pointer leaves the drawing. */
  readonly onDrag?: (phase: DragPhase, at: Point, pxPerUnit: number) => void;
  readonly children?: (place: (p: Point) => Point) => ReactNode;
}

export type DragPhase = 'grabbed' | 'moved' | 'let go' | 'left';

/** A display list as SVG; drawn again only when what it is given changes. Facets light up under the pointer; landmarks are buttons when they can be chosen. */
export const DrawingView = memo(function DrawingView(props: DrawingViewProps) {
  const {
    drawing,
    palette,
    width,
    height,
    title,
    weight = 1,
    margin = 26,
    className,
    hovered,
    onHover,
    onPoint,
    onMove,
    onDrag,
    marks,
    onMark,
  } = props;
  const svg = useRef<SVGSVGElement>(null);
  const titleId = useId();
  const { place, back, k } = useMemo(
    () => buildFrame(drawing, width, height, margin, props.scale),
    [drawing, width, height, margin, props.scale],
  );

  const painted = useMemo(() => joinStrokes(drawing.items), [drawing.items]);

  const toOwn = (event: PointerEvent): Point | undefined => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    if (!matrix) return undefined;
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return back([p.x, p.y]);
  };

  /** Of marks whose places to press lie over each other the one nearest to the pointer, whichever is drawn on top. */
  const nearestMark = (at: Point | undefined, pressed: Mark): string =>
    at && marks
      ? marks.reduce((a, b) => (distance(b.at, at) < distance(a.at, at) - 1e-9 ? b : a), pressed).key
      : pressed.key;

  const drag = (phase: DragPhase, event: PointerEvent): void => {
    const at = toOwn(event);
    if (at) onDrag?.(phase, at, k);
  };

  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      className={`max-h-full max-w-full select-none ${className ?? ''}`}
      role={onMark || onPoint ? 'group' : 'img'}
      aria-labelledby={titleId}
      onPointerLeave={(e) => {
        onHover?.(null);
        onMove?.(null, k);
        drag('left', e);
      }}
      onPointerMove={(e) => {
        onMove?.(toOwn(e) ?? null, k);
        drag('moved', e);
      }}
      onPointerDown={(e) => drag('grabbed', e)}
      onPointerUp={(e) => drag('let go', e)}
      onClick={
        onPoint &&
        ((e) => {
          const at = toOwn(e as unknown as PointerEvent);
          if (at) onPoint(at, k);
        })
      }
    >
      <title id={titleId}>{title}</title>
      <g style={{ filter: 'brightness(var(--paper-dim))' }}>
        {painted.map((item, i) => (
          <Item
            key={i}
            item={item}
            place={place}
            palette={palette}
            weight={weight}
            lit={hovered !== null && hovered !== undefined && item.kind === 'facet' && item.facet === hovered}
            onHover={onHover}
          />
        ))}
      </g>
      {drawing.items.map((item, i) => item.kind === 'arrow' && <Arrow key={i} item={item} place={place} />)}
      {!marks && <Names drawing={drawing} place={place} weight={weight} />}
      {drawing.items.map(
        (item, i) =>
          item.kind === 'detail' && (
            <Enlarged
              key={`d${i}`}
              detail={item}
              drawing={drawing}
              place={place}
              palette={palette}
              weight={weight}
            />
          ),
      )}
      {marks?.map((m) => (
        <Landmark
          key={m.key}
          mark={m}
          at={place(m.at)}
          onMark={onMark}
          nearest={(event) => nearestMark(toOwn(event), m)}
        />
      ))}
      {props.children?.(place)}
    </svg>
  );
});

function buildFrame(drawing: Drawing, width: number, height: number, margin: number, scale?: number) {
  const { minX, minY, maxX, maxY } = drawing.bounds;
  const fit = Math.min(
    (width - 2 * margin) / Math.max(maxX - minX, 1e-6),
    (height - 2 * margin) / Math.max(maxY - minY, 1e-6),
  );
  const k = Math.min(scale ?? fit, fit);
  const [cx, cy] = [(minX + maxX) / 2, (minY + maxY) / 2];
  const place = (p: Point): Point => [width / 2 + (p[0] - cx) * k, height / 2 - (p[1] - cy) * k];
  const back = (p: Point): Point => [cx + (p[0] - width / 2) / k, cy - (p[1] - height / 2) / k];
  return { place, back, k };
}

type Place = (p: Point) => Point;

/** Names of the drawing itself: a kite with its name, or a crease's name alone, none over another. */
function Names({ drawing, place, weight }: { drawing: Drawing; place: Place; weight: number }) {
  const size = weight > 1 ? 18 : 13;
  const named = drawing.items.filter((i) => i.kind === 'landmark');
  const labels = placeLabels(
    named.map((i) => ({ at: place(i.at), text: i.name })),
    size,
  );
  return named.map((item, i) => {
    const [x, y] = place(item.at);
    return (
      <g key={i} pointerEvents="none">
        {item.look !== 'label' && (
          <path
            d={`M${x} ${y - 6}l4.5 5.5l-4.5 8l-4.5 -8z`}
            fill={item.look === 'chosen' ? 'var(--jade)' : '#f3e9d3'}
            stroke={item.look === 'made' ? 'var(--jade)' : '#1a2320'}
            strokeWidth="1.3"
          />
        )}
        <text
          x={labels[i]![0]}
          y={labels[i]![1]}
          fontSize={size}
          fontWeight="600"
          fill="var(--ink)"
          stroke="var(--leaf)"
          strokeWidth="3.5"
          paintOrder="stroke"
        >
          {item.name}
        </text>
      </g>
    );
  });
}

interface EnlargedProps {
  readonly detail: Extract<DrawItem, { kind: 'detail' }>;
  readonly drawing: Drawing;
  readonly place: Place;
  readonly palette: Palette;
  readonly weight: number;
}

/** A small place drawn again in a circle, with by how much it is larger. */
function Enlarged({ detail, drawing, place, palette, weight }: EnlargedProps) {
  const id = useId();
  const [[ax, ay], [tx, ty]] = [place(detail.at), place(detail.to)];
  const r = Math.abs(place([detail.at[0] + detail.radius, detail.at[1]])[0] - ax);
  const large = enlargedPlace(place, detail);
  return (
    <g pointerEvents="none">
      <clipPath id={id}>
        <circle cx={tx} cy={ty} r={r * detail.factor} />
      </clipPath>
      <circle cx={ax} cy={ay} r={r} fill="none" stroke="var(--ink)" strokeWidth="1" />
      <line x1={ax} y1={ay} x2={tx} y2={ty} stroke="var(--ink)" strokeWidth="0.7" strokeDasharray="1 3" />
      <circle cx={tx} cy={ty} r={r * detail.factor} fill="var(--leaf)" />
      <g clipPath={`url(#${id})`}>
        <g style={{ filter: 'brightness(var(--paper-dim))' }}>
          {joinStrokes(drawing.items).map((item, i) => (
            <Item
              key={i}
              item={item}
              place={large}
              palette={palette}
              weight={weight}
              lit={false}
              onHover={undefined}
            />
          ))}
        </g>
        {drawing.items.map((item, i) => item.kind === 'arrow' && <Arrow key={i} item={item} place={large} />)}
        <Names drawing={drawing} place={large} weight={weight} />
      </g>
      <circle cx={tx} cy={ty} r={r * detail.factor} fill="none" stroke="var(--ink)" strokeWidth="1.4" />
      <text x={tx - 10} y={ty + r * detail.factor + 14} fontSize="12" fill="var(--ink-2)">
        {sayFactor(detail.factor)}
      </text>
    </g>
  );
}

function Landmark({
  mark,
  at: [x, y],
  onMark,
  nearest,
}: {
  mark: Mark;
  at: Point;
  onMark: ((key: string) => void) | undefined;
  nearest: (event: PointerEvent) => string;
}) {
  const fill = mark.look === 'chosen' ? 'var(--jade)' : '#f3e9d3';
  const kite = (
    <path
      d={`M${x} ${y - 6}l4.5 5.5l-4.5 8l-4.5 -8z`}
      fill={fill}
      stroke={mark.look === 'made' ? 'var(--jade)' : '#1a2320'}
      strokeWidth="1.3"
    />
  );
  const label = mark.showName && (
    <text
      x={x + 9}
      y={y - 7}
      className="text-[13px] font-semibold"
      fill="var(--ink)"
      stroke="var(--leaf)"
      strokeWidth="3.5"
      paintOrder="stroke"
      pointerEvents="none"
    >
      {mark.name}
    </text>
  );
  if (!onMark)
    return (
      <g pointerEvents="none">
        {kite}
        {label}
      </g>
    );
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={mark.name}
      className="cursor-pointer outline-offset-4"
      onClick={(e) => {
        e.stopPropagation();
        // A press by key or by a reader has no place of its own.
        onMark(e.detail === 0 ? mark.key : nearest(e as unknown as PointerEvent));
      }}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        e.stopPropagation();
        onMark(mark.key);
      }}
    >
      <circle cx={x} cy={y} r="13" fill="transparent" />
      {kite}
      {label}
    </g>
  );
}
