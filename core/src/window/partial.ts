import { specOf } from '../kinds/index.ts';
import { type FlatState, facetOnSheet, toModel } from '../folded/index.ts';
import { type Point, centroidOf, distance, tolerance } from '../geometry/index.ts';
import type { Replay } from '../sequence/index.ts';
import { cornersOf } from '../sheet/index.ts';

/** A square that is enough to practise one passage on: a corner of the sheet, and how far it reaches, in sheet sides. */
export interface PartialSheet {
  /** The corner it is cut from. */
  readonly corner: string;
  readonly side: number;
  /** First and last step of the passage. */
  readonly from: number;
  readonly to: number;
}

/** A part this large saves no paper: the whole sheet is as good. */
const MOST_PART = 0.8;
/** Paper that moves by less has stayed (sheet sides). */
const STILL = 1e-6;

/**
 * The smallest square from a corner of the sheet that holds all paper a passage moves; missing where it moves nearly all of
 * the sheet, or nothing. Turning the whole model moves no paper.
 */
export function toPartialSheet({ steps, sequence }: Replay, passage: string): PartialSheet | undefined {
  const own = steps.filter(
    (s) => s.step.passage === passage && specOf(s.move).motion !== 'whole model' && !s.refusal,
  );
  const moved = own.flatMap((s) => movedPaper(s.before, s.after));
  if (moved.length === 0) return undefined;
  const best = cornersOf(sequence.sheet)
    .map(({ name, at }) => ({
      corner: name,
      side: Math.max(...moved.map((p) => Math.max(Math.abs(p[0] - at[0]), Math.abs(p[1] - at[1])))),
    }))
    .reduce((a, b) => (b.side < a.side - tolerance.samePoint ? b : a));
  return best.side > MOST_PART ? undefined : { ...best, from: own[0]!.number, to: own.at(-1)!.number };
}

/** Corners of the layers that lie elsewhere after a step than before it. */
function movedPaper(before: FlatState, after: FlatState): Point[] {
  return after.facets.flatMap((_, f) => {
    const corners = facetOnSheet(after, f);
    const middle = centroidOf(corners);
    const [was, is] = [toModel(before, middle), toModel(after, middle)];
    return was && is && distance(was, is) > STILL ? [...corners] : [];
  });
}
