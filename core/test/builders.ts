import { type FlatState, buildFlatSheet, facetOnModel } from '../src/folded/index.ts';
import { type Line, type Point, lineOnto, lineThrough } from '../src/geometry/index.ts';
import { type FoldRequest, foldOver } from '../src/moves/index.ts';
import type { SheetShape } from '../src/sheet/index.ts';

export const square = (): FlatState => buildFlatSheet({ kind: 'square' });
export const flat = (sheet: SheetShape): FlatState => buildFlatSheet(sheet);
export const through = (p: Point, q: Point): Line => lineThrough(p, q)!;
export const onto = (p: Point, q: Point): Line => lineOnto(p, q)!;

const tryFold = (state: FlatState, line: Line, flap: Point, more: Partial<FoldRequest>) =>
  foldOver(state, { line, flap: [flap], sense: 'valley', layers: 'flap', hold: [], step: 't', ...more });

/** Folds or fails the test with the refusal. */
export function fold(state: FlatState, line: Line, flap: Point, more: Partial<FoldRequest> = {}): FlatState {
  const result = tryFold(state, line, flap, more);
  if (!result.ok) throw new Error(`${result.fault.kind}: ${result.fault.text}`);
  return result.value.state;
}

/** The kind of refusal a fold meets; 'made' when it is not refused. */
export function refusalOf(
  state: FlatState,
  line: Line,
  flap: Point,
  more: Partial<FoldRequest> = {},
): string {
  const result = tryFold(state, line, flap, more);
  return result.ok ? 'made' : result.fault.kind;
}

/** Corner points of all facets in the model, rounded and sorted: a fingerprint that ignores numbering. */
export const footprint = (state: FlatState): string[] =>
  state.facets
    .map((_, f) =>
      facetOnModel(state, f)
        .map((p) => p.map((v) => (Math.round(v * 1e9) / 1e9 + 0).toFixed(9)).join(' '))
        .sort()
        .join('|'),
    )
    .sort();
