import { type Line, type Point, bearing, lineAlong, sideOf, tolerance } from '../geometry/index.ts';
import { type SheetShape, cornersOf } from '../sheet/index.ts';

/** What counts as the same angle, in degrees. */
export const SAME_ANGLE = 1e-9;

export interface Corner {
  readonly name: string;
  readonly at: Point;
}

/** A line through a corner, by its angle from one side of the corner. */
export interface CornerLine {
  readonly corner: Corner;
  /** Ends of the side the angle is measured from, and of the other. */
  readonly base: Corner;
  readonly side: Corner;
  /** Above 0 and below the opening. */
  readonly degrees: number;
  /** The angle between both sides, in degrees. */
  readonly opening: number;
}

/** A line through a corner of the sheet that runs between its two sides; undefined for all others. */
export function readCornerLine(sheet: SheetShape, line: Line): CornerLine | undefined {
  const corners = cornersOf(sheet);
  const i = corners.findIndex((c) => Math.abs(sideOf(line, c.at)) < tolerance.samePoint);
  const corner = corners[i];
  if (!corner) return undefined;
  const base = corners[(i + 1) % corners.length]!;
  const side = corners[(i + corners.length - 1) % corners.length]!;
  const start = bearing(corner.at, base.at);
  const opening = (bearing(corner.at, side.at) - start + 360) % 360;
  const way = (Math.atan2(-line.normal[0], line.normal[1]) * 180) / Math.PI;
  const degrees = [way, way + 180]
    .map((d) => (((d - start) % 360) + 360) % 360)
    .find((d) => d > SAME_ANGLE && d < opening - SAME_ANGLE);
  return degrees === undefined ? undefined : { corner, base, side, degrees, opening };
}

/** The same line measured from the other side. */
export const fromOtherSide = ({ corner, base, side, degrees, opening }: CornerLine): CornerLine => ({
  corner,
  base: side,
  side: base,
  degrees: opening - degrees,
  opening,
});

/** Its angle from the lower edge of the sheet, in degrees. */
export function bearingOf({
  corner,
  base,
  side,
  degrees,
}: Pick<CornerLine, 'corner' | 'base' | 'side' | 'degrees'>): number {
  const start = bearing(corner.at, base.at);
  const isLeft = (bearing(corner.at, side.at) - start + 360) % 360 < 180;
  return start + (isLeft ? degrees : -degrees);
}

/** The line itself. */
export function lineOf(own: Pick<CornerLine, 'corner' | 'base' | 'side' | 'degrees'>): Line {
  const turn = (bearingOf(own) * Math.PI) / 180;
  return lineAlong(own.corner.at, [Math.cos(turn), Math.sin(turn)]);
}
