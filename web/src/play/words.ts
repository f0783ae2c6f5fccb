/** Words and sentences of play that stand as they are; those with figures in them are functions. */
export const WORDS = {
  again: 'Again',
  foldingItInThe: 'Folding it in the background …',
  fromTheFront: 'From the front',
  hold: 'Hold',
  nothingMovesInThis: 'Nothing moves in this step.',
  play: 'Play',
  speed: 'Speed',
  theNextStep: 'The next step',
  theSheetAsIt: 'The sheet as it moves; drag or use the arrow keys to look from another side',
  theStepBefore: 'The step before',
} as const;
