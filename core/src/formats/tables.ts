import { createEvents } from 'ics';
import Papa from 'papaparse';
import { type Outcome, done, failed } from '../outcome/index.ts';

export type Cell = string | number | boolean | null;

/** A text a table program would take for a formula. */
const FORMULA = /^[=+\-@\t\r]/;

/**
 * Rows as CSV with a heading line (RFC 4180); null is left empty. A text that a table program would run as a formula gets an
 * apostrophe before it, which such programs take as "this is text"; `readCell` takes it off again.
 */
export const toCsv = (rows: readonly Readonly<Record<string, Cell>>[]): string =>
  `${Papa.unparse(
    rows.map((row) => Object.fromEntries(Object.entries(row).map(([k, v]) => [k, toCell(v)]))),
    { newline: '\r\n' },
  )}\r\n`;

const toCell = (value: Cell): Cell =>
  typeof value === 'string' && FORMULA.test(value.replace(/^'+/, '')) ? `'${value}` : value;

/** A cell as it was before `toCsv`. */
export const readCell = (text: string): string =>
  text.startsWith("'") && FORMULA.test(text.replace(/^'+/, '')) ? text.slice(1) : text;

/** A stretch of work: local time of day, length in minutes. */
export interface Appointment {
  readonly title: string;
  readonly note: string;
  readonly start: readonly [year: number, month: number, day: number, hour: number, minute: number];
  readonly minutes: number;
}

/** Appointments as an iCalendar text (RFC 5545). `uid` makes each its own, so that reading it again replaces it. */
/** Something of a day that takes no hour of it. */
interface DayNote {
  readonly title: string;
  readonly note: string;
  readonly day: readonly [number, number, number];
}

export function toIcs(
  appointments: readonly Appointment[],
  uid: string,
  dayNotes: readonly DayNote[] = [],
): Outcome<string, string> {
  const { error, value } = createEvents([
    ...appointments.map(({ title, note, start, minutes }, i) => ({
      uid: `${uid}-${i + 1}`,
      title,
      description: note,
      start: [...start] as [number, number, number, number, number],
      duration: { hours: Math.floor(minutes / 60), minutes: Math.round(minutes % 60) },
      productId: 'jade-kite',
    })),
    ...dayNotes.map(({ title, note, day }, i) => ({
      uid: `${uid}-day-${i + 1}`,
      title,
      description: note,
      start: [...day] as [number, number, number],
      duration: { days: 1 },
      transp: 'TRANSPARENT' as const,
      productId: 'jade-kite',
    })),
  ]);
  return value
    ? done(value)
    : failed(`The calendar cannot be written: ${error?.message ?? 'no appointments'}.`);
}
