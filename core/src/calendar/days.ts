/**
 * Days as whole numbers, without a clock: days since 1 January 1970 of the proleptic Gregorian calendar.
 * Method: Howard Hinnant, days_from_civil (public domain).
 */
export function toDay(iso: string): number {
  const [year, month, day] = iso.split('-').map(Number) as [number, number, number];
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const ofEra = y - era * 400;
  const ofYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  return era * 146_097 + ofEra * 365 + Math.floor(ofEra / 4) - Math.floor(ofEra / 100) + ofYear - 719_468;
}

/** A day as "2026-12-19". */
export function toIso(day: number): string {
  const z = day + 719_468;
  const era = Math.floor(z / 146_097);
  const ofEra = z - era * 146_097;
  const year = Math.floor(
    (ofEra - Math.floor(ofEra / 1460) + Math.floor(ofEra / 36_524) - Math.floor(ofEra / 146_096)) / 365,
  );
  const ofYear = ofEra - (365 * year + Math.floor(year / 4) - Math.floor(year / 100));
  const mp = Math.floor((5 * ofYear + 2) / 153);
  const [d, m] = [ofYear - Math.floor((153 * mp + 2) / 5) + 1, mp < 10 ? mp + 3 : mp - 9];
  const pad = (n: number, wide: number): string => String(n).padStart(wide, '0');
  return `${pad(year + era * 400 + (m <= 2 ? 1 : 0), 4)}-${pad(m, 2)}-${pad(d, 2)}`;
}

/** 0 Monday to 6 Sunday. */
export const weekdayOf = (day: number): number => (((day + 3) % 7) + 7) % 7;

export const DAY_MINUTES = 24 * 60;
