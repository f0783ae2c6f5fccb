import { distance, readExact } from '../geometry/index.ts';
import type { PointRef } from '../references/index.ts';
import { resolvePoint } from '../references/index.ts';
import { type Replay, contextAfter } from '../sequence/index.ts';

/** A length of a step: on the sheet of the plan and on another, in mm. */
export interface StepLength {
  readonly hereMm: number;
  readonly thereMm: number;
}

/** The other sheet a length is shown on where the plan wants none: a quarter larger. */
const LARGER = 1.25;

/**
 * Lengths of a step on two sheets: that of the plan, and the one the wished size needs (else one a quarter larger). Shares
 * that are written as fractions are no lengths. A length that is to stay in mm is the same on both.
 */
export function readLengths(
  replay: Replay,
  number: number,
  sideMm: number,
  wantedMm: number | undefined,
): { readonly otherMm: number; readonly lengths: readonly StepLength[] } {
  const step = replay.steps[number - 1];
  const otherMm = wantedMm && Math.abs(wantedMm - sideMm) > 0.5 ? wantedMm : sideMm * LARGER;
  if (!step) return { otherMm, lengths: [] };
  const context = contextAfter(replay, number - 1);
  const shares: number[] = [];
  const visit = (value: unknown, isMove: boolean): void => {
    if (Array.isArray(value)) return value.forEach((v) => visit(v, false));
    if (typeof value !== 'object' || value === null) return;
    const ref = value as PointRef;
    if (isMove && 'width' in value && typeof value.width === 'number') shares.push(value.width);
    if ((ref.kind === 'between' || ref.kind === 'along') && typeof ref.share === 'number') {
      const [from, to] = [resolvePoint(ref.from, context), resolvePoint(ref.to, context)];
      const share = readExact(ref.share);
      if (from.ok && to.ok && share.ok) shares.push(share.value * distance(from.value.model, to.value.model));
    }
    Object.values(value).forEach((v) => visit(v, false));
  };
  visit(step.move, true);
  const grows = step.step.keepsMm ? sideMm : otherMm;
  return { otherMm, lengths: shares.map((s) => ({ hereMm: s * sideMm, thereMm: s * grows })) };
}
