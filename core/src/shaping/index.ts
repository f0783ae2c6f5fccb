/**
 * Room: the figure in space. The last flat state with parts of it turned about lines, curled and opened: exact forms of flat
 * pieces, checked for gaps and for paper through paper; what it measures, weighs, and whether it stands. Lengths in sheet
 * sides unless a name says mm.
 */
export type { Form, Hinge, Piece } from './form.ts';
export { Plates, flatForm, piecesAt, piecesUnder, placeForm, spotOf } from './form.ts';
export type { ShapingRefusal } from './refusal.ts';
export type { TurnAsk } from './turning.ts';
export { findCrossing } from './crossing.ts';
export { MOST_DEGREES, turnPart } from './turning.ts';
export type { FormCheck } from './verify.ts';
export { checkForm } from './verify.ts';
export type { CurlAsk } from './curling.ts';
export { LEAST_RADIUS, curlPart } from './curling.ts';
export type { TwistAsk } from './twisting.ts';
export { stretchOf, twistPart } from './twisting.ts';
export type { Rounding } from './rounding.ts';
export { MOST_TIED, inflateBody, pinchLimb, roundOut, spreadPocket } from './rounding.ts';
export type { Body, Material } from './measure.ts';
export { bodyOf, reachAlong } from './measure.ts';
export type { RosePetal } from './rose.ts';
export { roseOf } from './rose.ts';
export type { Rest, Stance } from './standing.ts';
export { MOST_LEAN, SURE_MM, sayDirection, standingOf } from './standing.ts';
export type { ShapingAct, ShapingKind, ShapingStep, WrittenAct } from './kinds/record.ts';
export { shapingKinds, shapingOf, shapingStepSchema } from './kinds/record.ts';
export type { ActionAsk, ActionRead } from './action.ts';
export { readAction } from './action.ts';
export type { LockAsk, LockFault, LockRead } from './locks.ts';
export { glueDotMm2, readLock } from './locks.ts';
export type { BenchLength } from './lengths.ts';
export { benchLengthOf, sayBenchLength } from './lengths.ts';
export type { Amount, ShapingTool } from './kinds/spec.ts';
export type { ShapedStep, Shaped, ShapingInput } from './replay.ts';
export { partOf, replayShaping, sayShaping } from './replay.ts';
export type { NamedPlace, Pose, PoseAsk, Posture } from './pose.ts';
export { poseOf, uprightOf } from './pose.ts';
export type { DampStep, Damping, Sizing } from './care.ts';
export { drynessOf, planDamp } from './care.ts';
export type { Spring, SpringDrill } from './spring.ts';
export { layersBent, springDrillSchema, springOf, strainOf } from './spring.ts';
export type { AmountChange, AmountScan, Help, HelpSearch, HelpsFound } from './helps.ts';
export { findHelps, listFoldAngles, withFoldAngle, withShapingAmount } from './helps.ts';
export type { Frame } from './frames.ts';
export { framesOf } from './frames.ts';
export type { Surface, SurfaceTurn } from './surface.ts';
export { toSurface } from './surface.ts';
