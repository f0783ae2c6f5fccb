import { type DesignedFlap, type FoldedBase, middleOf, pairsOtherwise } from '../bases/index.ts';
import { buildEffort } from '../effort/index.ts';
import { type FlatState, paperOfFlap, toModel } from '../folded/index.ts';
import { type Point, add, distance, scale, subtract, toUnit } from '../geometry/index.ts';
import { listPairs, prepareLayers, searchPreferring, stateOf } from '../layers/index.ts';
import type { Design } from './design.ts';

/** Pairs of places of the sheet, the first to lie over the second. */
export type Picks = readonly (readonly [Point, Point])[];

/** Shares of a flap's length within which paper counts as its own. */
const WITHIN = [0.97, 0.965, 0.955, 0.94];
const ORDER_EFFORT = 60_000;
/** Pairs asked for at once, and in all: a collapse keeps no more. */
const [AT_ONCE, MOST_PICKS] = [8, 40];

/**
 * The state of a design with its flaps side by side: at each root they are stacked in the order in which they are given, none
 * between the layers of another, as far as the paper allows. Undefined where the search finds no order in time.
 */
export function stackedState(
  { pattern, state }: Design,
  round: readonly DesignedFlap[],
): FlatState | undefined {
  const prepared = prepareLayers(pattern, 0);
  if (prepared.kind !== 'ready') return undefined;
  const n = state.facets.length;
  // A stack and its mirror image are as good; at each hub the one nearer to what came by itself is asked for.
  const wanted = pairsToStack(state, round)
    .flatMap((pairs) => {
      const lying = pairs.filter(({ pair: [lower, upper] }) => state.order[upper * n + lower] === 1).length;
      return pairs.map(({ pair: [a, b], apart }) => ({
        pair: lying * 2 >= pairs.length ? ([b, a] as const) : ([a, b] as const),
        apart,
      }));
    })
    .sort((a, b) => a.apart - b.apart)
    .map((p) => p.pair);
  const found = searchPreferring(prepared.problem, wanted, buildEffort(ORDER_EFFORT));
  return found.kind === 'found'
    ? stateOf(state.sheet, prepared.pattern, listPairs(prepared.problem, found.above))
    : undefined;
}

/** Facets of two flaps, the first to lie below the second, and how far apart the flaps lie in their stack. */
interface StackPair {
  readonly pair: readonly [number, number];
  readonly apart: number;
}

/** Of every root, the pairs of facets of its flaps, as the flaps shall lie on each other. */
function pairsToStack(state: FlatState, round: readonly DesignedFlap[]): StackPair[][] {
  const flaps = round.map(({ tip, inward, length }) => {
    const [at, root] = [toModel(state, tip)!, toModel(state, add(tip, scale(inward, length)))!];
    const ray = { onSheet: tip, tip: at, along: toUnit(subtract(root, at)) };
    const within = paperOfFlap(state, ray, length, WITHIN);
    const layers = new Set([...(within?.part ?? [])].map((i) => within!.mesh.pieces[i]!.parent));
    return { root, layers: [...layers] };
  });
  const roots: Point[] = [];
  for (const { root } of flaps) if (!roots.some((r) => distance(r, root) < BY_HUB)) roots.push(root);
  return roots.map((root, k) => {
    const own = flaps.filter((f) => distance(f.root, root) < BY_HUB);
    const stack = k === 0 ? own : [...own].reverse();
    return stack.flatMap((lower, i) =>
      stack
        .slice(i + 1)
        .flatMap((upper, j) =>
          lower.layers.flatMap((a) =>
            upper.layers.flatMap((b) => (a === b ? [] : [{ pair: [a, b] as const, apart: j }])),
          ),
        ),
    );
  });
}

/** What hangs nearer to a hub than this (sheet sides) is of its stack. */
export const BY_HUB = 0.05;

/** Pairs of layers of two flaps with one root that do not lie in the order in which the flaps are given, or its reverse. */
export function countMisplaced(state: FlatState, round: readonly DesignedFlap[]): number {
  const n = state.facets.length;
  return pairsToStack(state, round).reduce((sum, pairs) => {
    const lying = pairs.map(({ pair: [lower, upper] }) => state.order[upper * n + lower]!);
    return sum + Math.min(lying.filter((o) => o === 1).length, lying.filter((o) => o === -1).length);
  }, 0);
}

/**
 * Folds a base until its layers lie as in a state: pairs that lie otherwise are asked for, some at once, since all of them
 * can hold together. The nearest that was reached.
 */
export function foldAs(
  wanted: FlatState,
  make: (picks: Picks) => FoldedBase | undefined,
): FoldedBase | undefined {
  let picks: Picks = [];
  let made = make(picks);
  while (made && picks.length < MOST_PICKS) {
    const wrong = pairsOtherwise(wanted, made.state).slice(0, AT_ONCE);
    if (wrong.length === 0) break;
    const asked: Picks = [
      ...picks,
      ...wrong.map(([f, g]) => [middleOf(wanted, f), middleOf(wanted, g)] as const),
    ].slice(0, MOST_PICKS);
    const next = make(asked);
    if (!next) break;
    [picks, made] = [asked, next];
  }
  return made;
}
