/**
 * Room: what comes in from outside. Recognises a file; reads a crease pattern as lines; looks it over (unit, rim, ends that
 * should meet, crossings, vertices that cannot lie flat) in the file's own place; orders its layers; and begins a plan with
 * it. Repairs nothing that was not asked for.
 */
export type { IntakeKind } from './recognise.ts';
export { MOST_FILE_BYTES, intakeKinds, recognise } from './recognise.ts';
export type { Meaning } from './meaning.ts';
export { guessMeaning, meanings } from './meaning.ts';
export type { Incoming } from './read.ts';
export { readIncoming } from './read.ts';
export type { Look, LookAsk, PlaceFault } from './look.ts';
export { MOST_REACH, USUAL_REACH, lookOver } from './look.ts';
export type { FoundOrders, OrderOnSheet } from './orders.ts';
export { MOST_SHOWN, findOrders } from './orders.ts';
export type { BeginAs, Begun } from './begin.ts';
export { beginWith, planFrom } from './begin.ts';
