import type { Bounds, Point } from '../geometry/index.ts';
import type { Drawing } from './items.ts';

/** A box of the picture, in px, y down. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** How a drawing lies in a box: from its own frame to px and back, and px for each unit. */
export interface Frame {
  readonly box: Box;
  readonly place: (p: Point) => Point;
  readonly back: (p: Point) => Point;
  readonly k: number;
}

export interface Frames {
  readonly main: Frame;
  /** The whole beside an enlargement: a picture of its own, with the part that is enlarged. */
  readonly whole?: Frame & { readonly part: Box };
}

/** Share of the picture the whole takes beside an enlargement, and how large and small it gets, in px. */
const WHOLE = 0.27;
const [LEAST_WHOLE, MOST_WHOLE] = [56, 150];

/**
 * Where a drawing goes in a picture of the given size: all of it, or its focus with the whole beside it. `shown` is what
 * the folder looks at instead; `scale` the most px for a unit. Lengths in px.
 */
export function frameOf(
  drawing: Drawing,
  width: number,
  height: number,
  options: {
    readonly margin: number;
    readonly scale?: number | undefined;
    readonly shown?: Bounds | undefined;
  },
): Frames {
  const all: Box = { left: 0, top: 0, right: width, bottom: height };
  const { margin, scale, shown } = options;
  const { focus } = drawing;
  if (shown || !focus) return { main: fit(shown ?? drawing.bounds, all, shown ? 0 : margin, scale) };
  const beside = Math.max(LEAST_WHOLE, Math.min(MOST_WHOLE, WHOLE * Math.max(width, height)));
  const isWide = width >= height;
  const main = isWide ? { ...all, left: beside } : { ...all, top: beside };
  const room = isWide
    ? { ...all, right: beside, bottom: beside * 1.6 }
    : { ...all, bottom: beside, right: beside * 1.6 };
  const whole = fit(
    drawing.bounds,
    { ...room, bottom: Math.min(room.bottom, height), right: Math.min(room.right, width) },
    10,
  );
  const [[left, bottom], [right, top]] = [
    whole.place([focus.minX, focus.minY]),
    whole.place([focus.maxX, focus.maxY]),
  ];
  return { main: fit(focus, main, 2), whole: { ...whole, part: { left, top, right, bottom } } };
}

function fit({ minX, minY, maxX, maxY }: Bounds, box: Box, margin: number, scale?: number): Frame {
  const [width, height] = [box.right - box.left, box.bottom - box.top];
  const fits = Math.min(
    (width - 2 * margin) / Math.max(maxX - minX, LEAST_EXTENT),
    (height - 2 * margin) / Math.max(maxY - minY, LEAST_EXTENT),
  );
  const k = Math.min(scale ?? fits, fits);
  const [cx, cy] = [(minX + maxX) / 2, (minY + maxY) / 2];
  const [x, y] = [box.left + width / 2, box.top + height / 2];
  return {
    box,
    place: (p) => [x + (p[0] - cx) * k, y - (p[1] - cy) * k],
    back: (p) => [cx + (p[0] - x) / k, cy - (p[1] - y) / k],
    k,
  };
}

/** A drawing without extent is not enlarged beyond this, in units. */
const LEAST_EXTENT = 1e-6;

export const isWithin = ([x, y]: Point, { left, top, right, bottom }: Box, room = 0): boolean =>
  x >= left - room && x <= right + room && y >= top - room && y <= bottom + room;
