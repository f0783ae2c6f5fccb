import { type Isometry, type Point, compose, inverse, isInside, isTurned } from '../geometry/index.ts';
import { buildEffort } from '../effort/index.ts';
import { buildPattern, foldPattern } from '../creases/index.ts';
import { checkVertices } from '../flatness/index.ts';
import { type CreaseSense, type FlatState, type Refusal, subtractSegments } from '../folded/index.ts';
import { buildLayerProblem, searchOrder } from '../layers/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { outlineOf } from '../sheet/index.ts';
import { listMade } from './made.ts';
import type { MoveResult } from './result.ts';

/** Folds all at once along creases of the unfolded sheet, senses seen from its front; the facet at `anchor` stays. */
export interface CollapseRequest {
  readonly creases: readonly { readonly from: Point; readonly to: Point; readonly sense: CreaseSense }[];
  readonly anchor: Point;
  readonly step: string;
}

const COLLAPSE_EFFORT = 500_000;

/**
 * Collapses the unfolded sheet to a flat state: local conditions first, with the vertex and the remedy; then an order of
 * layers by search. The end state is what is checked; on the way the paper does not lie flat.
 */
export function collapseSheet(state: FlatState, request: CollapseRequest): Outcome<MoveResult, Refusal> {
  if (state.facets.length !== 1) {
    return failed({
      kind: 'crease',
      text: 'Only the unfolded sheet is collapsed so far; unfold it first, or fold step by step.',
    });
  }
  const rim = outlineOf(state.sheet);
  const segments = [
    ...rim.map((from, i) => ({ from, to: rim[(i + 1) % rim.length]!, assignment: 'B' as const })),
    ...request.creases.map((c) => ({
      from: c.from,
      to: c.to,
      assignment: c.sense === 'valley' ? ('V' as const) : ('M' as const),
    })),
  ];
  const built = buildPattern({
    vertices: segments.flatMap((s) => [s.from, s.to]),
    edges: segments.map((s, i) => ({ a: 2 * i, b: 2 * i + 1, assignment: s.assignment })),
  });
  if (!built.ok) return failed({ kind: 'crease', text: built.fault[0]!.text });
  const pattern = built.value;
  const wrong = checkVertices(pattern, 1e-12).find((v) => v.reasons.length > 0);
  if (wrong)
    return failed({ kind: 'crease', text: `It cannot be collapsed: ${wrong.reasons[0]}.`, at: wrong.at });
  const folded = foldPattern(pattern);
  const problem = buildLayerProblem(pattern, folded);
  const found = searchOrder(problem, buildEffort(COLLAPSE_EFFORT));
  if (found.kind === 'none')
    return failed({
      kind: 'through',
      text: 'It cannot be collapsed: with these senses layers pass through each other; turn one of the creases.',
    });
  if (found.kind === 'gaveUp')
    return failed({
      kind: 'crease',
      text: `The layers of ${pattern.facets.length} facets could not be ordered within the budget; collapse in smaller parts.`,
    });
  const anchor = pattern.facets.findIndex((loop) =>
    isInside(
      loop.map((v) => pattern.vertices[v]!),
      request.anchor,
      1e-9,
    ),
  );
  if (anchor < 0)
    return failed({ kind: 'reference', text: 'The point that stays lies off the sheet; choose one on it.' });
  const move: Isometry = compose(state.facets[0]!.placement, inverse(folded.placements[anchor]!));
  const flips = isTurned(move);
  const n = problem.n;
  const order = new Int8Array(n * n);
  for (let f = 0; f < n; f++) {
    for (let g = 0; g < n; g++) {
      if (found.above[f * n + g] !== 1) continue;
      order[f * n + g] = flips ? -1 : 1;
      order[g * n + f] = flips ? 1 : -1;
    }
  }
  const collapsed: FlatState = {
    ...state,
    vertices: pattern.vertices,
    facets: pattern.facets.map((loop, f) => ({ loop, placement: compose(move, folded.placements[f]!) })),
    order,
  };
  const made = listMade(state, collapsed);
  return done({ state: { ...collapsed, resting: withoutFolded(state, made) }, made });
}

/** Resting creases that the collapse has not taken up; a crease along a fold is taken up whole. */
function withoutFolded(state: FlatState, made: readonly { from: Point; to: Point }[]): FlatState['resting'] {
  return state.resting.flatMap((r) => subtractSegments(r, made).map((s) => ({ ...r, ...s })));
}
