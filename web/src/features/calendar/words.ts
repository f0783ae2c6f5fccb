import type { SheetCount, ShownModel } from '@jade/core/calendar';
import { sayDuration } from '@jade/core/waits';

/** Words and sentences of the calendar; those with figures in them are functions. */
export const WORDS = {
  calendar: 'Calendar',
  computing: 'The plans are folded to see how long each takes …',
  noPlans:
    'No plan yet. Begin one on Cast; give it a date and its copies in Brief, and its evenings are computed here.',
  evenings: 'Evenings',
  minutesOf: 'Minutes of an evening',
  begins: 'begin at',
  spareDays: 'spare days',
  daysOff: 'Days off',
  dayOff: 'a day off',
  addDayOff: 'Add',
  takeAway: 'take away',
  copies: 'Copies of a model',
  together: 'side by side, stretch by stretch',
  oneByOne: 'one after the other',
  models: 'Models',
  trials: 'trial folds',
  sheets: 'Sheets',
  helps: 'What would help',
  helpsSay: 'Each was tried by computing the whole calendar with it.',
  take: 'Take it',
  trying: 'What would help is being tried …',
  solves: 'nothing is late then',
  drillsSay:
    'A small diamond stands for drills that are due; they take some ten minutes each beside the folding.',
  toPractice: 'To Practice',
  saveIcs: 'Save as iCalendar',
  nothingHelps: 'Nothing that was tried makes it less late.',
  chart: 'Evenings with what is folded, and waits under them',
  hold: 'Hold it on',
  letGo: 'Let it go',
  earlier: 'a day earlier',
  later: 'a day later',
  held: 'held',
  ready: 'ready',
  needed: 'needed',
  noDate: 'no date',
  rulesSay: 'A block is cut only where the model can lie; waits run beside other folding.',
  inexact: 'Computed quickly: another order could be a little better.',
} as const;

export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

export function saySentence(models: readonly ShownModel[], evenings: number, lateMinutes: number): string {
  const foldings = models.reduce((s, m) => s + m.foldings, 0);
  const count = `${models.length === 1 ? 'One model' : `${models.length} models`}, ${foldings} foldings, ${evenings} ${evenings === 1 ? 'evening' : 'evenings'}`;
  const lateOnes = models.filter((m) => (m.late ?? 0) > 0);
  if (evenings === 0 && foldings > 0) return `${count}: nothing finds an evening.`;
  if (lateMinutes <= 0 && lateOnes.length === 0) return `${count}: all of it is ready in time.`;
  return `${count}: ${lateOnes.map((m) => `${m.name} is ${sayDuration(m.late!)} late`).join(', ')}.`;
}

export function sayModel(
  { foldings, spoiled, minutes, finished }: ShownModel,
  copies: number,
  trials: number,
): string {
  if (foldings === 0) return 'all folded';
  const parts = [
    `${copies} wanted`,
    ...(trials > 0 ? [`${trials} to try`] : []),
    ...(spoiled > 0 ? [`${spoiled} more for tries that fail`] : []),
    ...(finished > 0 ? [`${finished} finished`] : []),
  ];
  return `${foldings} to fold, ${sayDuration(minutes)}: ${parts.join(', ')}`;
}

export const saySpare = (late: number | null): string =>
  late === null ? '' : late > 0 ? `${sayDuration(late)} late` : `${sayDuration(Math.max(1, -late))} to spare`;

export const saySheets = ({ needed, had, buy, tooLarge }: SheetCount): string =>
  [
    had === null ? `${needed} sheets, of a paper in no drawer` : `${needed} needed, ${had} in the drawer`,
    ...(buy > 0 && had !== null ? [`buy ${buy}`] : []),
    ...(tooLarge.length > 0 ? [`too small for ${tooLarge.join(', ')}`] : []),
  ].join('; ');

export const sayTime = (minutes: number): string => {
  const whole = Math.round(minutes);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
};
