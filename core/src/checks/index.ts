/**
 * Room: what a folder should know before folding: creases a move needs (there, to be reversed, missing), marks that
 * nothing shows, flaps locked too early, steps that do not lie flat, and which step may have been skipped.
 */
export type { CreaseNeeds, NeededCrease } from './needs.ts';
export { needsOf } from './needs.ts';
export type { Finding, SkippedStep } from './findings.ts';
export { checkSequence, findSkipped } from './findings.ts';
