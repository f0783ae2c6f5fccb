/** Words and sentences of cast that stand as they are; those with figures in them are functions. */
export const WORDS = {
  aFigureStandsHere: 'A figure stands here as soon as it has a sheet and a fold.',
  barnOwlOtterFerry: 'barn owl, otter, ferry keeper',
  beginThePlan: 'Begin the plan',
  bringIn: 'Bring in…',
  bringInSays: 'a crease pattern, a plan, papers, an archive; or let the file fall anywhere',
  bringItBack: 'Bring it back',
  cast: 'Cast',
  changesNotYetSent: 'Changes not yet sent',
  downloadIt: 'Download it',
  keptButCannotBe: 'Kept, but cannot be read',
  lookingForTheCast: 'Looking for the cast …',
  newPlan: 'New plan',
  noSheetYet: 'no sheet yet',
  plan: 'plan',
  plans: 'plans',
  theCastAtOne: 'The cast at one scale',
  theStageIsEmpty:
    'The stage is empty. Name a figure to begin a plan, or bring in a plan or a crease pattern.',
  thing: 'thing',
  things: 'things',
  tryAgain: 'Try again',
} as const;
