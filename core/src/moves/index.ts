/**
 * Room: the moves a folder makes. Family 1 reflects what lies beyond a line (valley, mountain, unfold, fold-and-unfold,
 * pinch, tuck, pleat, reverse folds, crimp, sinks, accordion); family 2 refolds several creases at once (collapse,
 * squash, petal, rabbit ear, swivel, spread sink); turn over, rotate, rearrange move nothing in the plane of the paper.
 * Each takes a state and plain data and gives a new state or a refusal. Knows no names and no sentences.
 */
export type { MoveResult, MoveTrace } from './result.ts';
export type { Picks } from './lay.ts';
export { singleOut } from './lay.ts';
export type { FoldRequest } from './fold.ts';
export { foldOver } from './fold.ts';
export type { Ghost } from './ghost.ts';
export { ghostOf } from './ghost.ts';
export type { CreaseRequest } from './crease.ts';
export { creaseAlong } from './crease.ts';
export { turnOver, rotateModel } from './turn.ts';
export type { UnfoldRequest } from './unfold.ts';
export { unfoldStep } from './unfold.ts';
export type { ReflectMode, ReflectRequest, ReflectChoice } from './reflect.ts';
export { reflectBeyond, listReflections, closedKinds } from './reflect.ts';
export type { ReflectedKind } from './kinds.ts';
export type { CrimpRequest, PleatRequest } from './crimp.ts';
export { crimp, listCrimps, pleat } from './crimp.ts';
export type { RefoldCrease, CreaseWish } from './creases.ts';
export { lineCrease } from './creases.ts';
export type { RefoldRequest } from './refold.ts';
export { refold, listRefolds } from './refold.ts';
export type { CollapseRequest } from './collapse.ts';
export { collapse, listCollapses } from './collapse.ts';
export type { SquashRequest, PetalRequest } from './squash.ts';
export { squash, petal, listSquashes, listPetals } from './squash.ts';
export type { RabbitEarRequest, SwivelRequest } from './ear.ts';
export { rabbitEar, swivel, listRabbitEars, listSwivels } from './ear.ts';
export type { FoldsRequest, AccordionRequest, RearrangeRequest } from './several.ts';
export { foldSeveral, accordion, rearrange } from './several.ts';
