import { type PointerEvent, useMemo } from 'react';
import { type Drawing, type Frame, isWithin, placeLabels, surroundingsOf } from '@jade/core/drawing';
import { type Point, distance } from '@jade/core/geometry';
import { Kite, Leader, Name } from './Names.tsx';

/** A landmark laid over a drawing; a button where it can be chosen. */
export interface Mark {
  readonly key: string;
  readonly name: string;
  readonly at: Point;
  readonly look: 'known' | 'chosen' | 'made';
  readonly showName: boolean;
}

const FONT = 13;
/** How near to a landmark a press counts, in px: by a pointer, and by a finger. */
const PRESS_PX = { fine: 13, coarse: 22 };

const pressPx = (): number => PRESS_PX[window.matchMedia('(pointer: coarse)').matches ? 'coarse' : 'fine'];
/** A landmark nearer than this is the same place, in units of the drawing. */
const SAME = 1e-9;

interface MarksProps {
  readonly marks: readonly Mark[];
  readonly drawing: Drawing;
  readonly frame: Frame;
  readonly toOwn: (event: PointerEvent) => Point | undefined;
  readonly onMark: ((key: string) => void) | undefined;
}

export function Marks({ marks: all, drawing, frame, toOwn, onMark }: MarksProps) {
  // What the picture is too close to show cannot be pressed either.
  const marks = useMemo(() => all.filter((m) => isWithin(frame.place(m.at), frame.box)), [all, frame]);
  const labels = useMemo(() => {
    const named = marks.filter((m) => m.showName);
    const placed = placeLabels(
      named.map((m) => ({ at: frame.place(m.at), text: m.name })),
      FONT,
      surroundingsOf(drawing, frame),
    );
    return new Map(named.map((m, i) => [m.key, placed[i]!]));
  }, [marks, drawing, frame]);
  /** Of marks whose places to press lie over each other the one nearest to the pointer, whichever is drawn on top. */
  const nearest = (event: PointerEvent, pressed: Mark): string => {
    const at = toOwn(event);
    if (!at) return pressed.key;
    return marks.reduce((a, b) => (distance(b.at, at) < distance(a.at, at) - SAME ? b : a), pressed).key;
  };
  return (
    <>
      {marks.map((m) => (
        <Landmark
          key={m.key}
          mark={m}
          at={frame.place(m.at)}
          onMark={onMark}
          nearest={(event) => nearest(event, m)}
        />
      ))}
      {/* Names are no part of what is pressed: the middle of a button is its landmark. */}
      <g pointerEvents="none">
        {marks.map((m) => {
          const label = labels.get(m.key);
          return (
            label && (
              <g key={m.key}>
                {label.leader && <Leader ends={label.leader} />}
                <Name base={label.base} fontSize={FONT} text={m.name} />
              </g>
            )
          );
        })}
      </g>
    </>
  );
}

/** Where each arrow key goes, in px of the picture. */
const ARROWS: Readonly<Record<string, Point>> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowDown: [0, 1],
  ArrowUp: [0, -1],
};

/** A point aside of the way counts as so much farther off. */
const ASIDE = 2.5;

/** Moves the focus to the nearest landmark on the way of the arrow, in the same picture. */
function onArrow(own: SVGGElement, [wx, wy]: Point): void {
  const placeOf = (element: Element): Point =>
    element.getAttribute('data-mark')!.split(' ').map(Number) as unknown as Point;
  const [x, y] = placeOf(own);
  let best: SVGGElement | undefined;
  let least = Infinity;
  for (const other of own.ownerSVGElement?.querySelectorAll<SVGGElement>('[data-mark]') ?? []) {
    const [ox, oy] = placeOf(other);
    const along = (ox - x) * wx + (oy - y) * wy;
    const aside = Math.abs((ox - x) * wy - (oy - y) * wx);
    // What lies more aside than along is on the way of another arrow.
    if (along <= 1 || aside > along * 1.5) continue;
    const far = along + aside * ASIDE;
    if (far < least) [best, least] = [other, far];
  }
  best?.focus();
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
  const look = (
    <g pointerEvents="none">
      <Kite x={x} y={y} look={mark.look} />
    </g>
  );
  if (!onMark) return look;
  return (
    <g
      role="button"
      tabIndex={0}
      data-mark={`${x} ${y}`}
      aria-label={mark.name}
      className="cursor-pointer outline-offset-4"
      onClick={(e) => {
        e.stopPropagation();
        // A press by key or by a reader has no place of its own.
        onMark(e.detail === 0 ? mark.key : nearest(e as unknown as PointerEvent));
      }}
      onKeyDown={(e) => {
        const way = ARROWS[e.key];
        if (way) {
          e.preventDefault();
          e.stopPropagation();
          onArrow(e.currentTarget, way);
          return;
        }
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        e.stopPropagation();
        onMark(mark.key);
      }}
    >
      <circle cx={x} cy={y} r={pressPx()} fill="transparent" />
      {look}
    </g>
  );
}
