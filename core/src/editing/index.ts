/**
 * Room: edits of a plan that touch more than one step, as plain functions from plan to plan: repeats of passages that
 * follow their passage, alternatives of a stretch, passages taken from another plan, the order steps can
 * stand in. Does not fold; what an edit breaks is said by replay.
 */
export type { RunAsk } from './runs.ts';
export { followRepeats, repeatPassage, dissolveRun } from './runs.ts';
export type { LastChoice, VariantAsk } from './variants.ts';
export { followVariants, beginVariant, chooseVariant, settleVariant, lastChoices } from './variants.ts';
export type { CopyAsk, Copied, ShapingCopyAsk } from './copy.ts';
export { copyPassage, copyShaping } from './copy.ts';
export { whyNotAt } from './order.ts';
export { listDifferences, sayChange } from './said.ts';
export { keepNames } from './names.ts';
export { hasLengths, keepLengths } from './lengths.ts';
