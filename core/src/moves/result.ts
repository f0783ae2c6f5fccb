import type { Line, Point, Segment } from '../geometry/index.ts';
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
}

/** How many layers are creased at one place: stretches that share the middle of one of them, at most. */
export function layersAlong(chords: readonly Segment[]): number {
  let most = 0;
  for (const { from, to } of chords) {
    const at: Point = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
    const here = chords.filter((c) => {
      const [dx, dy] = [c.to[0] - c.from[0], c.to[1] - c.from[1]];
      const size = Math.hypot(dx, dy);
      const off = Math.abs((at[0] - c.from[0]) * dy - (at[1] - c.from[1]) * dx) / size;
      const along = ((at[0] - c.from[0]) * dx + (at[1] - c.from[1]) * dy) / size;
      return off < 1e-6 && along > -1e-6 && along < size + 1e-6;
    });
    most = Math.max(most, here.length);
  }
  return most;
}

export interface MoveResult {
  readonly state: FlatState;
  /** Creases made, on the sheet. */
  readonly made: readonly MadeCrease[];
  readonly trace?: MoveTrace;
}
