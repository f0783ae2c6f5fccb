/** Words and sentences of play that stand as they are; those with figures in them are functions. */
export const WORDS = {
  again: 'Again',
  foldingItInThe: 'Folding it in the background …',
  fromTheFront: 'From the front',
  foldingTheExample: 'Folding an example …',
  noExample: 'No small example of it is known; the plans that have it show it.',
  inThisPlan: 'In this plan: step',
  allFolds: 'All folds and their signs',
  hold: 'Hold',
  nothingMovesInThis: 'Nothing moves in this step.',
  play: 'Play',
  speed: 'Speed',
  theNextStep: 'The next step',
  theSheetAsIt: 'The sheet as it moves; drag or use the arrow keys to look from another side',
  theStepBefore: 'The step before',
} as const;
