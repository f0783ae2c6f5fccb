import { distance } from '../geometry/index.ts';
import type { MarkedPhoto } from './records.ts';

/** mm of one px of a photograph; undefined while nothing known is marked on it, or its two points are one. */
export function mmPerPixel({ scale }: Pick<MarkedPhoto, 'scale'>): number | undefined {
  if (!scale) return undefined;
  const px = distance(scale.a, scale.b);
  return px < 1 ? undefined : scale.mm / px;
}

/** A length measured on a photograph, in mm, and how far off it is where each point is set to a px: one standard deviation. */
export interface PhotoLength {
  readonly name: string;
  readonly mm: number;
  readonly offMm: number;
}

/** A hand sets a point on a picture to about so many px (rule of thumb). */
const HAND_PX = 1.5;

/**
 * Lengths marked on a photograph by its known one. The errors of all four points are taken as independent: those of the scale
 * grow with the length that is measured by it.
 */
export function photoLengths(photo: MarkedPhoto): PhotoLength[] {
  const k = mmPerPixel(photo);
  if (k === undefined || !photo.scale) return [];
  const scalePx = distance(photo.scale.a, photo.scale.b);
  return photo.lengths.map(({ name, a, b }) => {
    const px = distance(a, b);
    const own = Math.SQRT2 * HAND_PX * k;
    return { name, mm: px * k, offMm: Math.hypot(own, own * (px / scalePx)) };
  });
}

/** Two lengths that should be alike, by their names: "left ear" and "right ear". */
export interface SidePair {
  readonly what: string;
  readonly leftMm: number;
  readonly rightMm: number;
  /** Left less right, and what of it the marking alone can make (two standard deviations). */
  readonly differenceMm: number;
  readonly sureMm: number;
}

/** Left against right: lengths whose names differ in those words alone. */
export function sidePairs(lengths: readonly PhotoLength[]): SidePair[] {
  const byName = new Map(lengths.map((l) => [l.name.trim().toLowerCase(), l]));
  return [...byName].flatMap(([name, left]): SidePair[] => {
    if (!/\bleft\b/.test(name)) return [];
    const right = byName.get(name.replace(/\bleft\b/, 'right'));
    if (!right) return [];
    return [
      {
        what: name.replace(/\s*\bleft\b\s*/, ' ').trim() || 'side',
        leftMm: left.mm,
        rightMm: right.mm,
        differenceMm: left.mm - right.mm,
        sureMm: 2 * Math.hypot(left.offMm, right.offMm),
      },
    ];
  });
}
