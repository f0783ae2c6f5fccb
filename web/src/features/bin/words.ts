/** Words and sentences of bin that stand as they are; those with figures in them are functions. */
export const WORDS = {
  actions: 'Actions',
  backToTheCast: 'Back to the cast',
  bin: 'Bin',
  deleted: 'Deleted',
  fetchItBack: 'fetch it back',
  fetchItBackIn: 'fetch it back in its Earlier revisions',
  givenUpInThe: 'Given up in the last week',
  goneAfter: 'Gone after',
  kind: 'Kind',
  lookingIntoTheBin: 'Looking into the bin …',
  theBinIsEmpty: 'The bin is empty. Whatever you delete lies here for thirty days and can be brought back.',
  thingLies: 'thing lies',
  thingsLie: 'things lie',
  tryAgain: 'Try again',
  what: 'What',
  whereTwoWindowsHad: 'Where two windows had changed one part, what did not go on is kept here for a week.',
} as const;
