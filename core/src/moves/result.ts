import { type Line, type Point, type Segment, between, isOnSegment } from '../geometry/index.ts';
import type { FlatState, MadeCrease } from '../folded/index.ts';

/** What a move did, for drawings and sentences; positions in the model before the move. */
export interface MoveTrace {
  readonly line: Line;
  /** Stretches of the line where layers are creased. */
  readonly chords: readonly Segment[];
  /** A point of the moving paper, before and after. */
  readonly from: Point;
  readonly to: Point;
  readonly layersAtCrease: number;
  /** Where the crease crosses a line squarely, when it was found so. */
  readonly crossing?: Point;
  /** The way of a second point that is brought to its place at once. */
  readonly second?: Segment;
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
