/** Words and sentences of diary that stand as they are; those with figures in them are functions. */
export const WORDS = {
  actions: 'actions',
  byTheRuler: 'by the ruler',
  date: 'date',
  diary: 'Diary',
  doesItStand: 'Does it stand',
  foldedOn: 'Folded on',
  foreseen: 'foreseen',
  foreseenMm: 'foreseen, mm',
  keepThisEntry: 'Keep this entry',
  keptPaperComputesWith: 'Kept. Paper computes with it from now on.',
  measured: 'measured',
  measuredMm: 'measured, mm',
  newEntry: 'New entry',
  noEntryCorrectsIt: 'No entry corrects it yet.',
  noEntryYetFold:
    'No entry yet. Fold one, lay a ruler beside it, and write down its size: from then on Paper corrects every sheet by what really came out.',
  note: 'note',
  notTried: 'not tried',
  ofIt: 'of it',
  sheet: 'sheet',
  sheetSide: 'Sheet side',
  takeOut: 'take out',
  theDiaryComparesWhat:
    'The diary compares what the engine foresees with your ruler; fold something in Folds first.',
  whatBecameOfThe: 'What became of the sheet',
  whatToChangeNext: 'What to change next time',
} as const;
