/** What stands between the whole and the tenths in everything that is said; a point until a language is named. */
let mark = '.';

/** Writes decimals from now on as a language does: 1.5 or 1,5. Files, pictures and the command line keep the point. */
export function writeDecimalsLike(language: string): void {
  mark = new Intl.NumberFormat(language).format(1.5).includes(',') ? ',' : '.';
}

const marked = (text: string): string => (mark === '.' ? text : text.replace('.', mark));

/** A number with as many decimals as it has. */
export const sayNumber = (value: number): string => marked(String(value));

/** A measure with a fixed number of decimals; never "-0.0". */
export function toFigure(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  return marked(Number(text) === 0 ? (0).toFixed(decimals) : text);
}

/** Minutes as folders say them: "6 min", "1 h 52". */
export function toMinutesText(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole < 60) return `${whole < 1 && minutes > 0 ? 'under 1' : whole} min`;
  return `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`;
}

/** A number as a small fraction where it is one (to 1/64), otherwise with three decimals. */
export function toFractionText(value: number): string {
  for (const bottom of [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 16, 32, 64]) {
    const top = Math.round(value * bottom);
    if (Math.abs(top / bottom - value) < 1e-9) return bottom === 1 ? String(top) : `${top}/${bottom}`;
  }
  return marked(value.toFixed(3));
}
