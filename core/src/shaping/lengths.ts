import { apply, apartIn, inner, minus, moveBy } from '../geometry/index.ts';
import { Plates, piecesAt, spotOf } from './form.ts';
import type { Reader } from '../references/index.ts';
import type { ShapedStep } from './replay.ts';

/** A length to hold a rule to at the bench, in sheet sides: an angle cannot be read off there. */
export interface BenchLength {
  /** How far the tip of the part stands off the plane it lay in. */
  readonly off: number;
  /** Between the tip and that of the part it repeats; missing where it repeats none. */
  readonly apart?: number;
}

/** Shorter than this in mm nothing is read off a rule. */
const LEAST_READ_MM = 0.5;

/** What can be measured of a step; undefined where it moves no part, or was refused. */
export function benchLengthOf(
  own: ShapedStep,
  steps: readonly ShapedStep[],
  read: Pick<Reader, 'paper'>,
): BenchLength | undefined {
  const { act, before, after, refusal } = own;
  if (refusal || !('flap' in act)) return undefined;
  const tip = read.paper(act.flap[0]!);
  const piece = before.pieces[piecesAt(before, tip)[0] ?? -1];
  if (!piece) return undefined;
  const lay = new Plates(before).of(piece.plate);
  const [x, y] = apply(before.state.facets[piece.facet]!.placement, tip);
  const [was, over] = [moveBy(lay, [x, y, 0]), moveBy(lay, [x, y, 1])];
  const is = spotOf(after, tip);
  if (!is) return undefined;
  const off = Math.abs(inner(minus(is, was), minus(over, was)));
  const given = own.step.act;
  const first = given.kind === 'again' ? steps.find((s) => s.step.id === given.of) : undefined;
  const other =
    first && 'flap' in first.act && !first.refusal
      ? spotOf(after, read.paper(first.act.flap[0]!))
      : undefined;
  return { off, ...(other ? { apart: apartIn(is, other) } : {}) };
}

/** "Check: its tip stands 12.4 mm off where it lay, 23.0 mm from the other one."; empty where nothing can be read off. */
export function sayBenchLength({ off, apart }: BenchLength, sideMm: number): string {
  const says = [
    ...(off * sideMm >= LEAST_READ_MM
      ? [`its tip stands ${(off * sideMm).toFixed(1)} mm off the plane it lay in`]
      : []),
    ...(apart !== undefined && apart * sideMm >= LEAST_READ_MM
      ? [`the two tips are ${(apart * sideMm).toFixed(1)} mm apart`]
      : []),
  ];
  return says.length === 0 ? '' : `Check: ${says.join(', ')}.`;
}
