import { inner, minus, outer, times, unitOf } from '../geometry/index.ts';
import type { Rest } from './standing.ts';

/** How far a figure can be pushed one way before it tips. */
export interface RosePetal {
  /** From the right as it is drawn, towards the viewer: 0 to the right, 90 forwards, 180 to the left, 270 backwards. */
  readonly towards: number;
  /** From the foot of the weight to the rim of the support, in mm. */
  readonly marginMm: number;
  /** How far it leans that way before it tips, in degrees. */
  readonly tipDegrees: number;
}

const PETALS = 36;

/**
 * Margin and tip angle in each direction round the foot of the weight: the ray that way meets the rim of the supporting polygon
 * at the margin, and the weight stands over that point when the figure leans by atan(margin / height). Empty where the foot
 * lies outside the support.
 */
export function roseOf(rest: Rest): RosePetal[] {
  const { up, support, foot, weightHeightMm, marginMm } = rest;
  if (marginMm <= 0 || support.length < 3) return [];
  const right = unitOf(minus([1, 0, 0], times(up, up[0])));
  const ahead = outer(right, up);
  const flat = support.map((p): readonly [number, number] => {
    const way = minus(p, foot);
    return [inner(way, right), inner(way, ahead)];
  });
  return Array.from({ length: PETALS }, (_, k): RosePetal => {
    const towards = (360 * k) / PETALS;
    const margin = reachOf(flat, (towards * Math.PI) / 180);
    return {
      towards,
      marginMm: margin,
      tipDegrees: (Math.atan2(margin, weightHeightMm) * 180) / Math.PI,
    };
  });
}

/** How far a ray from the origin goes inside a convex polygon that holds it. */
function reachOf(rim: readonly (readonly [number, number])[], radians: number): number {
  const [dx, dy] = [Math.cos(radians), Math.sin(radians)];
  let reach = Infinity;
  rim.forEach(([ax, ay], i) => {
    const [bx, by] = rim[(i + 1) % rim.length]!;
    const [ex, ey] = [bx - ax, by - ay];
    const across = dx * ey - dy * ex;
    if (Math.abs(across) < 1e-12) return;
    const along = (ax * ey - ay * ex) / across;
    const share = (ax * dy - ay * dx) / across;
    if (along > 0 && share >= -1e-9 && share <= 1 + 1e-9) reach = Math.min(reach, along);
  });
  return reach === Infinity ? 0 : reach;
}
