import type { StuckReason } from '@jade/core/plan';

/** Words and sentences of stage that stand as they are; those with figures in them are functions. */
export const WORDS = {
  addIt: 'Add it',
  aStepHas6: 'A step has 6 waits at most; put one at the next step.',
  ctrlK: 'Ctrl K',
  earlier: 'Earlier',
  find: 'Find',
  leaveOut: 'Leave out',
  nothingIsWaitedFor: 'Nothing is waited for yet.',
  redo: 'Redo',
  undo: 'Undo',
  wait: 'Wait…',
  waits: 'Waits',
  whatItWaitsFor: 'What it waits for',
  whatThePaperNeeds:
    'What the paper needs time for before the next step. It counts in the forecast, beside the time of folding.',
  cuttingPlan: 'How the sheets are cut',
  cuttingSays:
    'The models of one paper share its sheets. Cuts are made in the order of their numbers, each right across what is left; steel rule, guarded blade, cut away from the hand that holds.',
  print: 'Print it',
  halvesCut: 'A square of two halves is cut along its diagonal last.',
  takeIt: 'Take along',
  takeItSays: 'Booklet, pattern at full size, files for other programs',
} as const;

/** What a folder is stuck at, as the buttons say it. */
export const STUCK: Readonly<Record<StuckReason, string>> = {
  mark: 'cannot find the mark',
  layers: 'layers fight',
  collapse: 'it does not close',
  tore: 'it tore',
  small: 'too small',
  lost: 'lost which way it lies',
};
