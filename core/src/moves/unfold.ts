import {
  type Point,
  type Segment,
  apply,
  areaOf,
  centroidOf,
  distance,
  lineThrough,
} from '../geometry/index.ts';
import { type FlatState, type Refusal, facetOnSheet, facetsAt } from '../folded/index.ts';
import { type Outcome, failed } from '../outcome/index.ts';
import { foldOver } from './fold.ts';
import { type RefoldCrease } from './creases.ts';
import { refold } from './refold.ts';
import type { MoveResult } from './result.ts';

/** Opens the folds one earlier step made: where they lie on the sheet, and material points of the flap it moved. */
export interface UnfoldRequest {
  readonly creases: readonly Segment[];
  /** Empty for steps that folded several creases at once. */
  readonly flap: readonly Point[];
  /** The step that is opened; folds it laid flat are folded again. */
  readonly opens: string;
  readonly step: string;
}

/**
 * Opens a step. A single flap turns back over the longest crease of the step, where it lies now: towards the viewer when
 * nothing lies on it there, otherwise away. Where that is not enough, all creases of the step are laid flat together and
 * the folds it had flattened are folded again.
 */
export function unfoldStep(state: FlatState, request: UnfoldRequest): Outcome<MoveResult, Refusal> {
  const longest = [...request.creases].sort((a, b) => size(b) - size(a))[0];
  const line = longest && lineOf(state, longest);
  if (!line)
    return failed({
      kind: 'reference',
      text: 'That step has left no fold to open; choose a step that folded paper and is still folded.',
    });
  if (request.flap.length === 0) return openTogether(state, request);
  const base = { line, flap: request.flap, layers: 'flap' as const, hold: [], step: request.step };
  const towards = foldOver(state, { ...base, sense: 'valley' });
  const single = towards.ok ? towards : foldOver(state, { ...base, sense: 'mountain' });
  if (single.ok && single.value.made.length === 0) return single;
  const together = openTogether(state, request);
  return together.ok ? together : single;
}

function openTogether(state: FlatState, request: UnfoldRequest): Outcome<MoveResult, Refusal> {
  const creases: RefoldCrease[] = [
    ...request.creases.map((c): RefoldCrease => ({ frame: 'sheet', from: c.from, to: c.to, wish: 'flat' })),
    ...state.resting
      .filter((r) => r.step === request.opens)
      .map((r): RefoldCrease => ({ frame: 'sheet', from: r.from, to: r.to, wish: r.sense })),
  ];
  const areas = state.facets.map((_, f) => areaOf(facetOnSheet(state, f)));
  const largest = areas.indexOf(Math.max(...areas));
  return refold(state, {
    creases,
    free: [],
    folds: 'kept',
    bring: [],
    anchor: centroidOf(facetOnSheet(state, largest)),
    side: 'any',
    picks: [],
    step: request.step,
  });
}

const size = (s: Segment): number => distance(s.from, s.to);

function lineOf(state: FlatState, crease: Segment): ReturnType<typeof lineThrough> {
  const middle: Point = [(crease.from[0] + crease.to[0]) / 2, (crease.from[1] + crease.to[1]) / 2];
  const f = facetsAt(state, middle)[0];
  if (f === undefined) return undefined;
  const { placement } = state.facets[f]!;
  return lineThrough(apply(placement, crease.from), apply(placement, crease.to));
}
