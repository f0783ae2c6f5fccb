/** A measure with a fixed number of decimals; never "-0.0". */
export function toFigure(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  return Number(text) === 0 ? (0).toFixed(decimals) : text;
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
  return value.toFixed(3);
}
