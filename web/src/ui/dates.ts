/** Days and times as the browser's language writes them, the month by name so that no day is read as a month. */
const language = (): string | undefined =>
  typeof navigator === 'undefined' ? undefined : navigator.language;

const format = (options: Intl.DateTimeFormatOptions) => (when: string | Date) =>
  // A day without a time is that day wherever one is.
  new Intl.DateTimeFormat(language(), options).format(
    typeof when === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(when)
      ? new Date(`${when}T12:00:00`)
      : new Date(when),
  );

/** "19 December 2026" */
export const sayDay = format({ day: 'numeric', month: 'long', year: 'numeric' });
/** "19 Dec 2026" */
export const sayShortDay = format({ day: 'numeric', month: 'short', year: 'numeric' });
/** "19 December" */
export const sayDayOfYear = format({ day: 'numeric', month: 'long' });
/** "19 Dec" */
export const sayDayAndMonth = format({ day: 'numeric', month: 'short' });
/** "19 Dec 2026, 18:04" */
export const sayMoment = format({
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
});
