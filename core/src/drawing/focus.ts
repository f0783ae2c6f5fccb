import { type Bounds, type Point, boundsOf } from '../geometry/index.ts';
import type { MoveTrace } from '../moves/index.ts';

/** A fold that takes up less of the picture than this, in length, is shown enlarged: an eighth of its area. */
const SMALL = 0.35;
/** A mark is shown with both points it is made by, where these take up less than this. */
const SMALL_WAY = 0.6;
/** Room about the place of the fold, in shares of its size; and the least of the model that is shown, in shares of its size. */
const ROOM = { folded: 1.7, marked: 1.3 };
const LEAST = 0.2;

/**
 * The part of a step's picture to be drawn large, a square about its folds and the paper they move; undefined where the
 * fold takes up enough of the whole. Where the paper moved reaches far, its crease alone decides. A mark is only told by
 * the two points that are brought together, so that these are shown with it.
 */
export function focusOf(
  trace: MoveTrace | undefined,
  bounds: Bounds,
  kind: 'folded' | 'marked',
): Bounds | undefined {
  if (!trace || trace.chords.length === 0) return undefined;
  const size = Math.max(bounds.maxX - bounds.minX, bounds.maxY - bounds.minY);
  const chords = trace.chords.flatMap((c) => [c.from, c.to]);
  const creases = boundsOf(chords);
  // Where the paper moved comes to is said by the arrow, which may run out of the picture.
  const moves: Point[] = [
    trace.from,
    ...(trace.parts ?? []).map((w) => w.from),
    ...(kind === 'marked' ? [trace.to] : []),
  ];
  const whole = boundsOf([...chords, ...moves]);
  const isNear = spanOf(whole) <= (kind === 'marked' ? SMALL_WAY : SMALL) * size;
  const shown = isNear ? whole : kind === 'folded' && spanOf(creases) <= SMALL * size ? creases : undefined;
  if (!shown) return undefined;
  const half = Math.max(spanOf(shown) * ROOM[kind], LEAST * size) / 2;
  const [x, y] = [(shown.minX + shown.maxX) / 2, (shown.minY + shown.maxY) / 2];
  return { minX: x - half, minY: y - half, maxX: x + half, maxY: y + half };
}

const spanOf = ({ minX, minY, maxX, maxY }: Bounds): number => Math.hypot(maxX - minX, maxY - minY);
