/** Words and sentences of settings that stand as they are; those with figures in them are functions. */
export const WORDS = {
  aDrillForYour: 'A drill for your own hand',
  alignment: 'Alignment',
  backToTheRules: 'Back to the rules of thumb',
  bulkLayersCaliperOver: 'Bulk, layers × caliper over width',
  check: 'check',
  checks: 'checks',
  checksAtTheBench: 'Checks at the bench',
  drill: 'Drill',
  foldSays: 'fold says',
  foldsSay: 'folds say',
  lengthsAreKeptIn:
    'Lengths are kept in millimetres and written as you like to read them. Every limit below is a rule of thumb; change it to your hands.',
  folder: 'Your name',
  folderSays: 'As it shall stand on new plans and booklets; leave it empty to stay unnamed.',
  lengthsIn: 'Lengths in',
  light: 'Light',
  narrowFlapsMm: 'Narrow flaps, mm',
  nothingWasMeasuredSince: 'Nothing was measured since the slips were last taken from the bench.',
  nothingWasMeasuredYet:
    'Nothing was measured yet. The bench says where to stop and check; what is noted there tells how far out your hand is.',
  reading: 'Reading',
  readingTheSettings: 'Reading the settings …',
  settings: 'Settings',
  takeItAsMine: 'Take it as mine',
  tenFoldsOrSo: 'ten folds or so, such as 0.2 0.4 0.1 0.3',
  whatWasMeasuredMm: 'What was measured, mm',
  yourSlipsMmOne: 'Your slips, mm (one standard deviation)',
  everything: 'Everything in one file',
  everythingSays:
    'Plans, runs, diary, drills, papers and settings as one ZIP file, to keep or to carry to another machine.',
  saveEverything: 'Save everything',
  takeInAnArchive: 'Take in such a file…',
  copies: 'Copies',
  beforeMigration: 'before a newer version took over',
  goBackToIt: 'Go back to it…',
  download: 'Download',
} as const;

/** Where everything is kept; copies of each day beside it. */
export const sayWhere = (file: string): string =>
  file === ':memory:'
    ? 'Nothing is written to a disk here: this is a trial, and no copies are made.'
    : `All is kept in ${file}. A copy of each day lies beside it for 14 days, one from before each migration for good.`;

export const sayBytes = (bytes: number): string =>
  bytes < 1024 * 1024
    ? `${Math.max(1, Math.round(bytes / 1024))} KB`
    : `${(bytes / 1024 / 1024).toFixed(1)} MB`;
