import {
  type Line,
  type Point,
  clipTo,
  distance,
  dot,
  lengthWithin,
  subtract,
  toUnit,
} from '../geometry/index.ts';
import { type Step, replaySequence } from '../sequence/index.ts';
import { type SheetShape, edgesOf, outlineOf } from '../sheet/index.ts';

/** The middle third of the sheet, cut square to an edge; undefined where the sheet has no such edge. */
export function middleThird(sheet: SheetShape, edge: string): readonly Point[] | undefined {
  const own = edgesOf(sheet).find((e) => e.name === edge);
  if (!own) return undefined;
  const normal = toUnit(subtract(own.to, own.from));
  const [low, long] = [dot(own.from, normal), distance(own.from, own.to)];
  const from = (share: number): Line => ({ normal, offset: low + share * long });
  const upTo = (share: number): Line => ({
    normal: [-normal[0], -normal[1]],
    offset: -(low + share * long),
  });
  return clipTo(clipTo(outlineOf(sheet), from(1 / 3)), upTo(2 / 3));
}

/** Convex parts of the sheet that shall stay without a crease. */
export type ClearParts = readonly (readonly Point[])[];

/** A fold that is only held while a mark is pinched leaves no crease. */
export const isHeld = ({ move }: Step): boolean => move.kind === 'fold' && move.held;

/** Whether a stretch within a part is long enough to be seen, in sheet sides. */
const SEEN = 1e-9;

/** Whether a pressed crease of the steps, those of `marks` left out, has a stretch within a part of the sheet. */
export function isTouched(
  sheet: SheetShape,
  steps: readonly Step[],
  clear: ClearParts,
  marks: ReadonlySet<string> = new Set(),
): boolean {
  const { steps: replayed } = replaySequence({ sheet, points: {}, steps });
  return replayed.some(
    ({ step, trail }) =>
      !marks.has(step.id) &&
      !isHeld(step) &&
      (trail?.creases ?? []).some((c) => clear.some((part) => lengthWithin(part, c.from, c.to) > SEEN)),
  );
}
