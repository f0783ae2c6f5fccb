/** What rounding a flat body out is estimated to give; lengths in the unit of the width. */
export interface Rounding {
  readonly depth: number;
  /** How much narrower it becomes. */
  readonly lost: number;
  /** Share by which the edges have to gather, because the middle of each sheet goes the longer way. */
  readonly gathered: number;
}

/** Sheets that are tied together stretch or gather by so much at most before they wrinkle or tear. */
export const MOST_TIED = 0.03;

/**
 * Two sheets joined at their edges and pushed apart: across, each becomes an arc of `degrees` that is as long as the sheet was
 * wide; along, the middle of each goes from end to end over the bulge. A body whose ends are open gathers nothing. An estimate:
 * layers between, and folds across it, change it.
 */
export function roundOut(width: number, length: number, degrees: number, isOpenEnded: boolean): Rounding {
  const half = (degrees * Math.PI) / 360;
  const radius = width / (2 * half);
  const rise = radius * (1 - Math.cos(half));
  return {
    depth: 2 * rise,
    lost: width - 2 * radius * Math.sin(half),
    // A flat arc of rise h over a chord l is longer than it by 8 h^2 / 3 l^2.
    gathered: isOpenEnded ? 0 : (8 / 3) * (rise / length) ** 2,
  };
}
