/**
 * Room: the moves a folder makes, one file each. Family 1 (reflect what lies beyond a line): valley, mountain, unfold,
 * fold-and-unfold, pinch, reverse folds, open sink; turn over, rotate; collapse of the unfolded sheet. Refolding (squash,
 * petal, rabbit ear) will stand beside them.
 * Each takes a state and plain data and gives a new state or a refusal. Knows no names and no sentences.
 */
export type { MoveResult, MoveTrace } from './result.ts';
export type { FoldRequest } from './fold.ts';
export { foldOver } from './fold.ts';
export type { CreaseRequest } from './crease.ts';
export { creaseAlong } from './crease.ts';
export { turnOver, rotateModel } from './turn.ts';
export type { UnfoldRequest } from './unfold.ts';
export { unfoldStep } from './unfold.ts';
export type { ReflectMode, ReflectRequest } from './reflect.ts';
export { reflectBeyond } from './reflect.ts';
export type { CollapseRequest } from './collapse.ts';
export { collapseSheet } from './collapse.ts';
