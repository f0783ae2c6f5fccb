/**
 * Room: what a folder should know before folding: creases a move needs (there, to be reversed, missing), marks that
 * nothing shows, flaps locked too early, steps that do not lie flat, flaps too narrow and stacks too thick at the sheet,
 * colours, clean zones and pairs not as wanted, which step may have been skipped; and the remedies that can be computed.
 */
export type { CreaseNeeds, NeededCrease } from './needs.ts';
export { needsOf } from './needs.ts';
export type { Finding, FindingKind, SkippedStep } from './findings.ts';
export { checkSequence, findSkipped } from './findings.ts';
export type { PlanCheck } from './asWanted.ts';
export { checkWanted, zoneOnSheet } from './asWanted.ts';
export type { Mend } from './mends.ts';
export { applyMend, findMend } from './mends.ts';
export type { ColourChoice, JudgedColours, PartSeen, RoleSwap } from './colours.ts';
export { judgeColours, saySwaps, turnSheetOver } from './colours.ts';
