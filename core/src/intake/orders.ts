import { type CreasePattern, foldPattern } from '../creases/index.ts';
import { buildEffort } from '../effort/index.ts';
import type { SaidOrder } from '../formats/index.ts';
import type { FlatState } from '../folded/index.ts';
import { type Point, type Segment, centroidOf, isInside } from '../geometry/index.ts';
import {
  type Pairs,
  type PreparedPattern,
  checkOrder,
  countOrders,
  explainNone,
  foldedOnly,
  hasBit,
  listOrders,
  listPairs,
  prepareLayers,
  searchOrder,
  stateOf,
} from '../layers/index.ts';
import type { SheetShape } from '../sheet/index.ts';

/** The ways the layers of a pattern can lie. */
export type FoundOrders =
  | {
      readonly kind: 'found';
      /** How many orders there are; null where counting them takes too long. */
      readonly count: bigint | null;
      /** The first of them, folded; the one the file says stands first. */
      readonly states: readonly FlatState[];
      /** The first is the order the file itself says. */
      readonly isSaid: boolean;
    }
  | {
      readonly kind: 'none';
      /** Senses that cannot hold together, or creases that collide whatever their senses. */
      readonly because: 'senses' | 'folds';
      /** On the sheet. */
      readonly creases: readonly Segment[];
    }
  | { readonly kind: 'unknown'; readonly text: string };

/** Orders shown at most. */
export const MOST_SHOWN = 12;
/** Steps of the search: some ten seconds on an ordinary machine. */
const SEARCH = 1_500_000;
const COUNT = 60_000;

/** A file's own order with its faces on the sheet. */
export interface OrderOnSheet {
  readonly faces: readonly (readonly Point[])[];
  readonly orders: SaidOrder['orders'];
}

/**
 * Folds a pattern on the sheet flat and orders its layers (engine of `layers`): resting creases are left out first, since
 * they change nothing. `isQuick` gives the first order alone, without counting. Ends found, none (a proof) or unknown, where the budget ended or the coordinates are too coarse.
 */
export function findOrders(
  sheet: SheetShape,
  pattern: CreasePattern,
  precision: number,
  said: OrderOnSheet | null,
  isQuick = false,
): FoundOrders {
  const folded = foldedOnly(pattern);
  const prepared = prepareLayers(folded, precision);
  if (prepared.kind === 'tooLarge') return { kind: 'unknown', text: prepared.text };
  if (prepared.kind === 'ambiguous')
    return {
      kind: 'unknown',
      text: 'The coordinates are too coarse to tell which folded edges meet: write the pattern with more digits.',
    };
  const own = said ? orderSaid(prepared, said) : undefined;
  const { problem } = prepared;
  const found = searchOrder(problem, buildEffort(SEARCH));
  if (found.kind === 'none') {
    const { kind, creases } = explainNone(problem, found.creases, buildEffort(SEARCH));
    const at = (e: number): Segment => ({
      from: prepared.pattern.vertices[prepared.pattern.edges[e]!.a]!,
      to: prepared.pattern.vertices[prepared.pattern.edges[e]!.b]!,
    });
    return { kind: 'none', because: kind, creases: creases.map(at) };
  }
  if (found.kind === 'gaveUp' && !own)
    return {
      kind: 'unknown',
      text: 'No order of its layers was found within the search, and none was ruled out; say more of its senses, or take a part of it.',
    };
  const counted = isQuick ? undefined : countOrders(problem, buildEffort(COUNT));
  const listed = isQuick ? [] : listOrders(problem, MOST_SHOWN, buildEffort(COUNT));
  const first = found.kind === 'found' ? [listPairs(problem, found.above)] : [];
  const all = [...(own ? [own] : []), ...(listed.length > 0 ? listed : first)];
  const states = all.map((pairs) => stateOf(sheet, prepared.pattern, pairs));
  const differ = states.filter(
    (s, i) => !states.slice(0, i).some((t) => t.order.every((o, k) => o === s.order[k])),
  );
  return {
    kind: 'found',
    count: counted?.kind === 'counted' ? counted.states : null,
    states: differ.slice(0, MOST_SHOWN),
    isSaid: own !== undefined,
  };
}

type Ready = Extract<PreparedPattern, { kind: 'ready' }>;

/** The order the file says, where its faces are this pattern's and it holds every law; undefined where not. */
function orderSaid({ pattern, problem }: Ready, { faces, orders }: OrderOnSheet): Pairs | undefined {
  const loops = pattern.facets.map((loop) => loop.map((v) => pattern.vertices[v]!));
  const facetOf = faces.map((face) => {
    const middle = face.length >= 3 ? centroidOf(face) : undefined;
    return middle ? loops.findIndex((loop) => isInside(loop, middle, 0)) : -1;
  });
  const { turned } = foldPattern(pattern);
  const n = pattern.facets.length;
  const above = new Uint8Array(n * n);
  for (const [f, g, s] of orders) {
    const [a, b] = [facetOf[f]!, facetOf[g]!];
    if (a < 0 || b < 0 || a === b || (s !== 1 && s !== -1)) continue;
    // FOLD: s = 1 where f lies above g on the side g's front shows.
    const isOver = (s === 1) === !turned[b];
    above[isOver ? a * n + b : b * n + a] = 1;
  }
  const isWhole = problem.overlaps.every((row, f) =>
    pattern.facets.every((_, g) => !hasBit(row, g) || above[f * n + g]! + above[g * n + f]! === 1),
  );
  return isWhole && checkOrder(pattern, problem, above).length === 0 ? listPairs(problem, above) : undefined;
}
