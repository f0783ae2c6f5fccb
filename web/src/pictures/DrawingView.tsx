import { type PointerEvent, type ReactNode, memo, useEffect, useId, useMemo, useRef, useState } from 'react';
import { type Drawing, type Frame, type Palette, WHOLE_WEIGHT, frameOf } from '@jade/core/drawing';
import { type Bounds, type Point, distance } from '@jade/core/geometry';
import { Arrow, Item } from './items.tsx';
import { Loupe } from './Loupe.tsx';
import { type Mark, Marks } from './Marks.tsx';
import { Kite, Names } from './Names.tsx';
import { joinStrokes } from './strokes.ts';

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
  /** The part of the drawing that fills the box instead of all of it. */
  readonly shown?: Bounds | undefined;
  readonly hovered?: number | null;
  readonly onHover?: (facet: number | null) => void;
  readonly marks?: readonly Mark[];
  readonly onMark?: (key: string) => void;
  /** Called with a point of the drawing's own frame. */
  readonly onPoint?: (at: Point, pxPerUnit: number) => void;
  readonly onMove?: (at: Point | null, pxPerUnit: number) => void;
  /** A point grabbed, moved and let go; `left` when the pointer leaves the drawing. */
  readonly onDrag?: (phase: DragPhase, at: Point, pxPerUnit: number) => void;
  /** The wheel turned over a point: above 1 closer, below 1 wider. */
  readonly onZoom?: ((at: Point, factor: number) => void) | undefined;
  readonly children?: (place: (p: Point) => Point) => ReactNode;
}

export type DragPhase = 'grabbed' | 'moved' | 'let go' | 'left';

/**
 * A display list as SVG, drawn again only when what it is given changes. A drawing with a focus is shown with it large and
 * the whole beside it. Facets light up under the pointer; landmarks are buttons when they can be chosen.
 */
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
  const pressed = useRef<Point | null>(null);
  const [finger, setFinger] = useState<Point | null>(null);
  const { scale, shown } = props;
  const frames = useMemo(
    () => frameOf(drawing, width, height, { margin, scale, shown }),
    [drawing, width, height, margin, scale, shown],
  );
  const { main, whole } = frames;
  const { place, back, k } = main;

  const painted = useMemo(() => joinStrokes(drawing.items), [drawing.items]);

  const toPx = (event: PointerEvent): Point | undefined => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    if (!matrix) return undefined;
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return [p.x, p.y];
  };
  const toOwn = (event: PointerEvent): Point | undefined => {
    const px = toPx(event);
    return px && back(px);
  };
  /** A finger covers what it chooses, so that the place is shown again beside it. */
  const showFinger = (event: PointerEvent): void => {
    if (event.pointerType === 'touch' && onPoint) setFinger(toPx(event) ?? null);
  };

  const drag = (phase: DragPhase, event: PointerEvent): void => {
    const at = toOwn(event);
    if (at) onDrag?.(phase, at, k);
  };

  useWheel(svg, props.onZoom, back);
  const picture = { painted, drawing, palette, weight };

  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      className={`max-h-full max-w-full select-none ${onPoint ? 'touch-none' : ''} ${className ?? ''}`}
      role={onMark || onPoint ? 'group' : 'img'}
      aria-labelledby={titleId}
      onPointerLeave={(e) => {
        onHover?.(null);
        onMove?.(null, k);
        setFinger(null);
        drag('left', e);
      }}
      onPointerCancel={() => setFinger(null)}
      onPointerMove={(e) => {
        onMove?.(toOwn(e) ?? null, k);
        if (finger) showFinger(e);
        drag('moved', e);
      }}
      onPointerDown={(e) => {
        pressed.current = [e.clientX, e.clientY];
        showFinger(e);
        drag('grabbed', e);
      }}
      onPointerUp={(e) => {
        setFinger(null);
        drag('let go', e);
      }}
      // The end of a drag is no click.
      onClickCapture={(e) => {
        const from = pressed.current;
        pressed.current = null;
        if (from && e.detail > 0 && distance(from, [e.clientX, e.clientY]) > DRAGGED_PX) e.stopPropagation();
      }}
      onClick={
        onPoint &&
        ((e) => {
          const at = toOwn(e as unknown as PointerEvent);
          if (at) onPoint(at, k);
        })
      }
    >
      <title id={titleId}>{title}</title>
      {whole || shown ? (
        <Cut frame={main}>
          <Picture {...picture} place={place} hovered={hovered} onHover={onHover} />
        </Cut>
      ) : (
        <Picture {...picture} place={place} hovered={hovered} onHover={onHover} />
      )}
      {whole && (
        <>
          <Cut frame={whole}>
            <Picture
              {...picture}
              weight={weight * WHOLE_WEIGHT}
              place={whole.place}
              hovered={null}
              onHover={undefined}
            />
          </Cut>
          <Outline box={whole.part} />
          <Outline box={main.box} />
        </>
      )}
      {!marks && <Names drawing={drawing} frames={frames} weight={weight} />}
      {marks && <Marks marks={marks} drawing={drawing} frame={main} toOwn={toOwn} onMark={onMark} />}
      {props.children?.(place)}
      {finger && (
        <Loupe at={finger} width={width} place={place}>
          {(larger) => (
            <>
              <Picture {...picture} place={larger} hovered={null} onHover={undefined} />
              {marks?.map((m) => {
                const [x, y] = larger(m.at);
                return <Kite key={m.key} x={x} y={y} look={m.look} />;
              })}
            </>
          )}
        </Loupe>
      )}
    </svg>
  );
});

interface PictureProps extends Pick<DrawingViewProps, 'drawing' | 'palette' | 'hovered' | 'onHover'> {
  readonly painted: ReturnType<typeof joinStrokes>;
  readonly weight: number;
  readonly place: Frame['place'];
}

/** Paper, lines and arrows in one frame. */
function Picture({ painted, drawing, palette, weight, place, hovered, onHover }: PictureProps) {
  return (
    <>
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
    </>
  );
}

/** What lies outside the box of a frame is cut off. */
function Cut({ frame: { box }, children }: { frame: Frame; children: ReactNode }) {
  const id = useId();
  return (
    <>
      <clipPath id={id}>
        <rect x={box.left} y={box.top} width={box.right - box.left} height={box.bottom - box.top} />
      </clipPath>
      <g clipPath={`url(#${id})`}>{children}</g>
    </>
  );
}

/** The box of an enlargement, and the same box on the whole. */
const Outline = ({ box: { left, top, right, bottom } }: { box: Frame['box'] }) => (
  <rect
    x={left + 0.5}
    y={top + 0.5}
    width={right - left - 1}
    height={bottom - top - 1}
    fill="none"
    stroke="var(--ink-3)"
    strokeWidth="1"
    pointerEvents="none"
  />
);

/** A pointer that went farther while pressed has dragged. */
const DRAGGED_PX = 6;

/** One notch of a wheel, in px it scrolls. */
const NOTCH = 100;
/** How much closer one notch brings the paper. */
const CLOSER = 1.25;

/** The page does not scroll while the wheel brings the paper closer: a listener that says so cannot be React's own. */
function useWheel(
  svg: React.RefObject<SVGSVGElement | null>,
  onZoom: DrawingViewProps['onZoom'],
  back: Frame['back'],
): void {
  useEffect(() => {
    const element = svg.current;
    if (!element || !onZoom) return;
    const onWheel = (event: WheelEvent): void => {
      const matrix = element.getScreenCTM()?.inverse();
      if (!matrix) return;
      event.preventDefault();
      const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
      onZoom(back([p.x, p.y]), CLOSER ** (-event.deltaY / NOTCH));
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [svg, onZoom, back]);
}
