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
} as const;
