/** What hangs on the wall and tells the room's air. */
export interface Hygrometer {
  readonly name: string;
  /** Celsius and percent; a sentence where it gives no reading. */
  read(now: Date): { readonly celsius: number; readonly humidity: number } | string;
}

/**
 * A stand-in for the instrument this computer has none of: a heated room in winter, cooler and damper at night, read to half a
 * degree and a percent, with now and then a reading that fails.
 */
export const simulatedHygrometer: Hygrometer = {
  name: 'hygrometer (simulated)',
  read(now) {
    const minute = now.getHours() * 60 + now.getMinutes();
    if (now.getSeconds() % 15 === 7)
      return 'The hygrometer (simulated) gives no reading; wait a moment and read it again, or type the values in.';
    const warmth = Math.sin(((minute - 9 * 60) / (24 * 60)) * 2 * Math.PI);
    const drift = ((now.getDate() * 7 + now.getMinutes()) % 5) - 2;
    return {
      celsius: Math.round((19.5 + 1.8 * warmth + drift * 0.1) * 2) / 2,
      humidity: Math.round(46 - 6 * warmth + drift),
    };
  },
};
