/** Room: budgets. Work is counted in steps of the search itself, never by the clock, so that results repeat. */
export interface Effort {
  /** Takes steps from the budget; false when it is spent or the work was called off. */
  readonly spend: (steps: number) => boolean;
  readonly spent: () => number;
}

/** A budget of steps; `onProgress` hears of every thousandth part, `isOff` calls the work off. */
export function buildEffort(
  steps: number,
  onProgress?: (share: number) => void,
  isOff?: () => boolean,
): Effort {
  let used = 0;
  let told = 0;
  return {
    spend(count) {
      used += count;
      if (onProgress && used - told >= steps / 1000) {
        told = used;
        onProgress(Math.min(1, used / steps));
      }
      return used <= steps && !(isOff?.() ?? false);
    },
    spent: () => used,
  };
}
