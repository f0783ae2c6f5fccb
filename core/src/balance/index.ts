/**
 * Room: does the flat form stand over its feet? Centroid of the folded mass (every layer counts) against the span of the
 * feet, in the view's own upright direction. Lengths in the unit of the points given.
 */
import type { Point } from '../geometry/index.ts';

export interface Standing {
  /** Horizontal span of the feet. */
  readonly from: number;
  readonly to: number;
  readonly centroid: Point;
  /** Distance of the centroid's plumb line inside the nearer foot; negative when it falls outside. */
  readonly margin: number;
  /** Angle in degrees the form can lean before it tips; negative when it tips at once. */
  readonly tipDegrees: number;
  readonly stands: boolean;
  /** Towards which side it would fall first. */
  readonly weakSide: 'left' | 'right';
  /** How far above the lower foot the higher one hangs. */
  readonly step: number;
}

/** Standing test of a flat form over two foot points (view upright: y up). */
export function toStanding(centroid: Point, feet: readonly [Point, Point]): Standing {
  const from = Math.min(feet[0][0], feet[1][0]);
  const to = Math.max(feet[0][0], feet[1][0]);
  const [left, right] = [centroid[0] - from, to - centroid[0]];
  const margin = Math.min(left, right);
  const ground = Math.min(feet[0][1], feet[1][1]);
  const height = Math.max(centroid[1] - ground, 1e-9);
  return {
    from,
    to,
    centroid,
    margin,
    tipDegrees: (Math.atan2(margin, height) * 180) / Math.PI,
    stands: margin > 0,
    weakSide: left < right ? 'left' : 'right',
    step: Math.abs(feet[0][1] - feet[1][1]),
  };
}
