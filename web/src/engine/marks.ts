import { type PlanCheck, zoneOnSheet } from '@jade/core/checks';
import { type Drawing, drawStep } from '@jade/core/drawing';
import type { Point } from '@jade/core/geometry';
import {
  type AlignmentSigma,
  type MarkAsk,
  constructMark,
  divideEdge,
  judgeConstruction,
  judgeDivision,
  middleThird,
} from '@jade/core/marks';
import { type Replay, nameSteps, sayStep } from '@jade/core/sequence';
import type { SheetShape } from '@jade/core/sheet';
import type { KeepClear, MarkWay, PartsAsk, PartsWay } from './protocol.ts';

type Folded = Pick<PlanCheck, 'plan' | 'replay'>;

/** Ways to one mark, judged at a sheet side, with their pictures. */
export function findMarks(
  ask: MarkAsk,
  sheet: SheetShape,
  sideMm: number,
  sigma: AlignmentSigma,
  prefix: string,
): { ways: MarkWay[] } | { fault: string } {
  const found = constructMark(sheet, ask, prefix);
  if (!found.ok) return { fault: found.fault };
  const ways = found.value.map((construction) => {
    const judged = judgeConstruction(construction, ask, sheet, sideMm, sigma);
    const { creases, pinches, errorMm, missMm, worstStep } = judged;
    const { id, title, how, exact, steps } = construction;
    const pictures = filmOf(judged.replay);
    return { id, title, how, exact, steps, creases, pinches, errorMm, missMm, worstStep, pictures };
  });
  return { ways };
}

/** Ways to divide an edge; `check` knows the parts of the skin that shall stay clean. */
export function divide(
  { ask, check }: { readonly ask: PartsAsk; readonly check: Folded | undefined },
  sheet: SheetShape,
  sideMm: number,
  sigma: AlignmentSigma,
  prefix: string,
): { ways: PartsWay[] } | { fault: string } {
  const { edge, parts } = ask;
  const part = clearPart(ask.clear, edge, sheet, check);
  const own = { edge, parts, ...(part ? { clear: part } : {}) };
  const found = divideEdge(sheet, own, prefix);
  if (!found.ok) return { fault: found.fault };
  const ways = found.value.map((way) => {
    const { replay, ...judged } = judgeDivision(way, own, sheet, sideMm, sigma);
    const { id, title, how, exact, steps } = way;
    return { id, title, how, exact, steps, ...judged, pictures: filmOf(replay) };
  });
  return { ways };
}

/** A construction as a strip of pictures. */
function filmOf({ sequence, steps }: Replay): { sentence: string; drawing: Drawing }[] {
  const names = nameSteps(sequence.steps);
  return steps.map((s) => ({
    sentence: `${sayStep(s.step, sequence)} ${s.step.note}`.trim(),
    drawing: drawStep(s, names),
  }));
}

/** The part of the sheet a construction may not touch, as a convex polygon on it. */
function clearPart(
  clear: KeepClear,
  edge: string,
  sheet: SheetShape,
  check: Folded | undefined,
): readonly Point[] | undefined {
  if (clear === 'nothing') return undefined;
  if (clear === 'middle') return middleThird(sheet, edge);
  const zone = check?.plan.zones.find((z) => z.id === clear.zone);
  return zone && check ? zoneOnSheet(check, zone) : undefined;
}
