/** Words and sentences of the whole diary that stand as they are. */
export const WORDS = {
  diary: 'Diary',
  coming: 'Fetching the diary',
  none: 'No entry in any plan yet. Fold one, lay a ruler beside it, and write its size into the diary of its plan: from then on every sheet is corrected by what really came out.',
  howTrue: 'How true does each plan come out?',
  howTrueSays:
    'Each diamond is one model: its measured size over the size foreseen; small rings are its other sizes. The band says where the next model of that plan comes out, nine times in ten; the thin stroke in it is the mean.',
  anyOther: 'a plan without entries',
  entries: 'Entries',
  plan: 'plan',
  date: 'date',
  sheet: 'sheet',
  foreseen: 'foreseen',
  measured: 'measured',
  ofIt: 'of it',
  note: 'note',
  more: 'Show more',
  went: 'What went wrong, by kind of move',
  noTrouble: 'Nothing has been stuck at the bench so far.',
} as const;
