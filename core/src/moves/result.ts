import {
  type Line,
  type Point,
  type Segment,
  between,
  distance,
  isOnSegment,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import type { CreaseSense, FlatState, MadeCrease } from '../folded/index.ts';

/** What a move did, for drawings and sentences; positions in the model before the move. */
export interface MoveTrace {
  readonly line: Line;
  /** Stretches where layers are creased, each with its sense as the folder sees it where creases differ in it. */
  readonly chords: readonly (Segment & { readonly sense?: CreaseSense })[];
  /** A point of the moving paper, before and after. */
  readonly from: Point;
  readonly to: Point;
  readonly layersAtCrease: number;
  /** Where the crease crosses a line squarely, when it was found so. */
  readonly crossing?: Point;
  /** The way of a second point that is brought to its place at once. */
  readonly second?: Segment;
  /** The ways of further parts of the paper that move at once, where several do. */
  readonly parts?: readonly Segment[];
}

/** Parts that move are shown one by one up to so many. */
const MOST_PARTS = 6;

/** The ways of parts that move apart: the farthest first, the rest as further parts; ways that look alike once. */
export function waysOf(ways: readonly Segment[]): (Segment & { parts?: Segment[] }) | undefined {
  const far = (s: Segment): number => distance(s.from, s.to);
  const apart: Segment[] = [];
  for (const way of [...ways].sort((a, b) => far(b) - far(a)))
    if (
      far(way) > tolerance.alike &&
      !apart.some(
        (w) => isSamePoint(w.from, way.from, tolerance.alike) && isSamePoint(w.to, way.to, tolerance.alike),
      )
    )
      apart.push(way);
  const [first, ...parts] = apart.slice(0, MOST_PARTS);
  return first && { from: first.from, to: first.to, ...(parts.length > 0 ? { parts } : {}) };
}

/** How many layers are creased at one place: stretches that share the middle of one of them, at most. */
export function layersAlong(chords: readonly Segment[]): number {
  const sharing = chords.map((c) => {
    const middle = between(c.from, c.to, 0.5);
    return chords.filter((d) => isOnSegment(middle, d, 1e-6)).length;
  });
  return Math.max(0, ...sharing);
}

export interface MoveResult {
  readonly state: FlatState;
  /** Creases made, on the sheet. */
  readonly made: readonly MadeCrease[];
  readonly trace?: MoveTrace;
}
