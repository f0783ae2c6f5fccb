/** Words and sentences of bench that stand as they are; those with figures in them are functions. */
export const WORDS = {
  backToTheLast: 'Back to the last step',
  beginANewRun: 'Begin a new run',
  begun: 'begun',
  bench: 'Bench',
  done: 'Done',
  finished: 'Finished',
  itBecomes: 'It becomes',
  keepsPlaceAndTime: 'keeps place and time',
  layersWrap: 'layers wrap',
  layerWraps: 'layer wraps',
  layingOutTheBench: 'Laying out the bench …',
  layTheSheetReady: 'Lay the sheet ready; space, swipe or the corner of the page turns to the next step.',
  leaveTheBenchKeep: 'Leave the bench, keep the place',
  measureItNowWhile:
    'Measure it now, while it lies before you: the diary turns it into a better sheet next time.',
  minutes: 'minutes',
  next: 'Next',
  noted: 'Noted',
  noteIt: 'Note it',
  outline: 'outline',
  outlines: 'outlines',
  runs: 'Runs',
  runsSoFar: 'Runs so far',
  shapeItNow: 'Shape it now',
  sheet: 'sheet',
  spoken: 'spoken',
  mirrored: 'mirrored',
  stepByStep: 'step by step',
  steps: 'steps',
  stuckAt: 'stuck at',
  stuckNoted: 'Noted. Place and time are kept.',
  whyNoted: 'Noted, with what it is.',
  whatIsIt: 'What is it?',
  theFirstStep: 'the first step',
  theLastStep: 'the last step',
  thereIsNothingTo:
    'There is nothing to fold along yet. Put a base or a first fold into Folds, and this bench shows one large picture at a time.',
  twoVersionsOrA: 'Two versions, or a change that was not taken, wait: leave the bench to decide.',
  whatItBecomes: 'What it becomes',
  writeTheDiaryEntry: 'Write the diary entry',
} as const;

/** "12 steps paged through, 1 left lying: your pace leaves them out"; empty where all were folded. */
export function sayNotCounted(paged: number, paused: number): string {
  const steps = (n: number): string => (n === 1 ? '1 step' : `${n} steps`);
  const parts = [
    ...(paged > 0 ? [`${steps(paged)} paged through`] : []),
    ...(paused > 0 ? [`${paused === 1 && paged > 0 ? '1' : steps(paused)} left lying`] : []),
  ];
  return parts.length === 0
    ? ''
    : `${parts.join(', ')}: your pace leaves ${paged + paused === 1 ? 'it' : 'them'} out`;
}
