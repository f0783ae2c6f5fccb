import { type Line, sideOf } from '../geometry/index.ts';
import type { LineRef } from '../references/index.ts';
import { type Step, replaySequence, stepSchema } from '../sequence/index.ts';
import type { SheetShape } from '../sheet/index.ts';

/** A line and what was folded are the same where no end of the crease lies farther off than this, in sheet sides. */
const SAME = 1e-9;

/** A crease of a construction, pressed along the whole line. */
export const creaseStep = (id: string, line: LineRef): Step =>
  stepSchema.parse({
    id,
    passage: 'Marks',
    move: { kind: 'crease', sense: 'valley', line, through: 'all' },
  });

/** Whether the engine folds the last of some steps along a line. */
export function endsIn(sheet: SheetShape, steps: readonly Step[], wanted: Line): boolean {
  const made = replaySequence({ sheet, points: {}, steps }).steps.at(-1)?.trail?.creases[0];
  return made !== undefined && [made.from, made.to].every((p) => Math.abs(sideOf(wanted, p)) < SAME);
}
