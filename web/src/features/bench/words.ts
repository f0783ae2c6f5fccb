/** Words and sentences of bench that stand as they are; those with figures in them are functions. */
export const WORDS = {
  backToTheLast: 'Back to the last step',
  beginANewRun: 'Begin a new run',
  begun: 'begun',
  bench: 'Bench',
  finished: 'Finished',
  itBecomes: 'It becomes',
  layersWrap: 'layers wrap',
  layerWraps: 'layer wraps',
  layingOutTheBench: 'Laying out the bench …',
  layTheSheetReady: 'Lay the sheet ready; space, swipe or the corner of the page turns to the next step.',
  leaveTheBenchKeep: 'Leave the bench, keep the place',
  measureItNowWhile:
    'Measure it now, while it lies before you: the diary turns it into a better sheet next time.',
  minutes: 'minutes',
  noted: 'Noted',
  noteIt: 'Note it',
  outline: 'outline',
  outlines: 'outlines',
  runs: 'Runs',
  runsSoFar: 'Runs so far',
  shaping: 'shaping',
  before: 'Before',
  stopInTheMiddle: 'Stop in the middle',
  canLie: 'You can put it down here.',
  cannotLie: 'It cannot simply be put down here.',
  theSheetReady: 'The sheet before its first fold',
  layReady: 'Lay ready',
  keys: 'E enlarges, P parts the layers, S is stuck, H how to stop',
  secondScreen: 'Second screen',
  openToTheRoom: 'Open to the room',
  anotherWindow: 'Another window of this browser follows the bench by itself:',
  openWindow: 'open it',
  roomSays:
    'A tablet or another computer in the same room can follow too. It sees the step in hand and nothing else of your plans; it needs a code, and the room stays closed until you open it.',
  openTheRoom: 'Open the bench to the room',
  roomIsOpen: 'The bench is open to the room. Type this address on the other screen, then the code:',
  closeTheRoom: 'Close the room',
  roomFault: 'The room could not be opened or closed: the server does not answer. Try again when it does.',
  takeThe: 'Take the',
  putTogether: 'When all are folded, put them together:',
  alikeUntil: 'Fold both, one after the other, until step',
  toTheStep: 'to the step',
  thenAWait: 'then a wait',
  waitSays:
    'It goes on while this page is closed; when it is over, any page says so. Go on with something else meanwhile.',
  sheet: 'sheet',
  stepByStep: 'step by step',
  steps: 'steps',
  stuckAt: 'stuck at',
  stuckNoted: 'Noted. Place and time are kept.',
  whyNoted: 'Noted, with what it is.',
  whatIsIt: 'What is it?',
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
