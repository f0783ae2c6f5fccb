/**
 * Room: the order of layers of any flat-folded pattern. Constraints per stretch of folded edge, a conflict-driven search
 * for a first order, exact counting by independent components, listing of several orders. Searches end found, none (a
 * proof) or gaveUp; budgets count steps. What is counted: relations of labelled facets, first facet face up.
 */
export type { LayerProblem, LayerCrease } from './problem.ts';
export { buildLayerProblem, hasBit } from './problem.ts';
export type { LayerOutcome } from './search.ts';
export { searchOrder, searchPreferring } from './search.ts';
export type { Collision } from './collision.ts';
export { explainNone } from './collision.ts';
export type { LayerCount } from './count.ts';
export { countOrders, listOrders } from './count.ts';
export { checkOrder } from './verify.ts';
export type { Pairs } from './fold.ts';
export { foldedOnly, listPairs, stateOf } from './fold.ts';
export type { PreparedPattern } from './prepare.ts';
export { prepareLayers } from './prepare.ts';
export type { LayerScope, OrderPreference } from './settle.ts';
export { layersAround, settleOrder, listSettled, checkLayers } from './settle.ts';
