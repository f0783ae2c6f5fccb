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
}

export interface MoveResult {
  readonly state: FlatState;
  /** Creases made, on the sheet. */
  readonly made: readonly MadeCrease[];
  readonly trace?: MoveTrace;
}
