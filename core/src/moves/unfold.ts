import { type Point, type Segment, apply, lineThrough } from '../geometry/index.ts';
import { type FlatState, type Refusal, facetsAt } from '../folded/index.ts';
import { failed, type Outcome } from '../outcome/index.ts';
import { foldOver } from './fold.ts';
import type { MoveResult } from './result.ts';

/** Opens the folds one earlier step made: where they lie on the sheet, and material points of the flap it moved. */
export interface UnfoldRequest {
  readonly creases: readonly Segment[];
  readonly flap: readonly Point[];
  readonly step: string;
}

/**
 * Turns the flap back over the fold. The line is read off the longest crease of the step, where it lies now; the flap
 * turns towards the viewer when nothing lies on it there, otherwise away.
 */
export function unfoldStep(state: FlatState, request: UnfoldRequest): Outcome<MoveResult, Refusal> {
  const longest = [...request.creases].sort((a, b) => size(b) - size(a))[0];
  const line = longest && lineOf(state, longest);
  if (!line)
    return failed({
      kind: 'reference',
      text: 'That step has left no fold to open; choose a step that folded paper and is still folded.',
    });
  const base = { line, flap: request.flap, layers: 'flap' as const, hold: [], step: request.step };
  const towards = foldOver(state, { ...base, sense: 'valley' });
  return towards.ok ? towards : foldOver(state, { ...base, sense: 'mountain' });
}

const size = (s: Segment): number => Math.hypot(s.to[0] - s.from[0], s.to[1] - s.from[1]);

function lineOf(state: FlatState, crease: Segment): ReturnType<typeof lineThrough> {
  const middle: Point = [(crease.from[0] + crease.to[0]) / 2, (crease.from[1] + crease.to[1]) / 2];
  const f = facetsAt(state, middle)[0];
  if (f === undefined) return undefined;
  const { placement } = state.facets[f]!;
  return lineThrough(apply(placement, crease.from), apply(placement, crease.to));
}
