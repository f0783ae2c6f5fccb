import { type Bounds, type Point, boundsOf } from '../geometry/index.ts';
import type { MoveTrace } from '../moves/index.ts';

/** A fold that takes up less of the picture than this, in length, is shown enlarged: an eighth of its area. */
const SMALL = 0.35;
/** Room about the place of the fold, in shares of its size; and the least of the model that is shown, in shares of its size. */
const ROOM = 1.7;
const LEAST = { folded: 0.2, marked: 0.45 };

/**
 * The part of a step's picture to be drawn large, a square about its folds and the paper they move; undefined where the
 * fold takes up enough of the whole. Where the paper moved reaches far, its crease alone decides. A mark is only told by
 * what lies about it, so that more is shown there.
 */
export function focusOf(
  trace: MoveTrace | undefined,
  bounds: Bounds,
  kind: 'folded' | 'marked',
): Bounds | undefined {
  if (!trace || trace.chords.length === 0) return undefined;
  const size = Math.max(bounds.maxX - bounds.minX, bounds.maxY - bounds.minY);
  const chords = trace.chords.flatMap((c) => [c.from, c.to]);
  // Where the paper moved comes to is said by the arrow, which may run out of the picture.
  const moves: Point[] = [trace.from, ...(trace.parts ?? []).map((w) => w.from)];
  const most = SMALL * size;
  const [whole, creases] = [boundsOf([...chords, ...moves]), boundsOf(chords)];
  const shown = spanOf(whole) <= most ? whole : spanOf(creases) <= most ? creases : undefined;
  if (!shown) return undefined;
  const half = Math.max(spanOf(shown) * ROOM, LEAST[kind] * size) / 2;
  const [x, y] = [(shown.minX + shown.maxX) / 2, (shown.minY + shown.maxY) / 2];
  return { minX: x - half, minY: y - half, maxX: x + half, maxY: y + half };
}

const spanOf = ({ minX, minY, maxX, maxY }: Bounds): number => Math.hypot(maxX - minX, maxY - minY);
