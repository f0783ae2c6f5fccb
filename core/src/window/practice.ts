import type { WindowInput } from './bands.ts';

/** The side in mm at which the hardest feature is comfortable by finger; missing where no feature is known. */
export function toPracticeSide({
  narrowest,
  shortest,
  limits,
}: Pick<WindowInput, 'narrowest' | 'shortest' | 'limits'>): number | undefined {
  const sides = [
    ...(narrowest ? [limits.comfortableMm / narrowest.width] : []),
    ...(shortest !== undefined ? [limits.fingersMm / shortest] : []),
  ];
  return sides.length === 0 ? undefined : Math.max(...sides);
}
