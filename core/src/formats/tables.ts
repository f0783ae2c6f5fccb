import { createEvents } from 'ics';
import Papa from 'papaparse';
import { type Outcome, done, failed } from '../outcome/index.ts';

export type Cell = string | number | boolean | null;

/** Rows as CSV with a heading line (RFC 4180); null is left empty. */
export const toCsv = (rows: readonly Readonly<Record<string, Cell>>[]): string =>
  `${Papa.unparse([...rows], { newline: '\r\n' })}\r\n`;

/** A stretch of work: local time of day, length in minutes. */
export interface Appointment {
  readonly title: string;
  readonly note: string;
  readonly start: readonly [year: number, month: number, day: number, hour: number, minute: number];
  readonly minutes: number;
}

/** Appointments as an iCalendar text (RFC 5545). `uid` makes each its own, so that reading it again replaces it. */
export function toIcs(appointments: readonly Appointment[], uid: string): Outcome<string, string> {
  const { error, value } = createEvents(
    appointments.map(({ title, note, start, minutes }, i) => ({
      uid: `${uid}-${i + 1}`,
      title,
      description: note,
      start: [...start] as [number, number, number, number, number],
      duration: { hours: Math.floor(minutes / 60), minutes: Math.round(minutes % 60) },
      productId: 'jade-kite',
    })),
  );
  return value
    ? done(value)
    : failed(`The calendar cannot be written: ${error?.message ?? 'no appointments'}.`);
}
