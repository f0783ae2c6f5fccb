/**
 * Room: the figure in space. The last flat state with parts of it turned about lines, curled and opened: exact forms of flat
 * pieces, checked for gaps and for paper through paper; what it measures, weighs, and whether it stands. Lengths in sheet
 * sides unless a name says mm.
 */
export type { Form, Hinge, Piece } from './form.ts';
export { Plates, flatForm, piecesAt, placeForm, spotOf } from './form.ts';
export type { ShapingRefusal } from './refusal.ts';
export type { TurnAsk } from './turn.ts';
export { MOST_DEGREES, findCrossing, turnPart } from './turn.ts';
export type { FormCheck } from './verify.ts';
export { checkForm } from './verify.ts';
