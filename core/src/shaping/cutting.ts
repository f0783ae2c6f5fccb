import { type Line, type Point, between, chordOf, directionOf, dot, sideOf } from '../geometry/index.ts';
import type { Piece } from './form.ts';

/** A piece that a line may have cut. */
export interface Half extends Piece {
  /** The piece it was before this turn. */
  readonly own: number;
  /** On which side of the line a cut piece lies: 1 beyond (the flap's), -1 before, 0 whole. */
  readonly side: 1 | -1 | 0;
}

/** A point this near to the line of a cut lies on it. */
export const ON_LINE = 1e-8;

/** The same for both ways an edge of the sheet is written. */
export const edgeKey = (p: Point, q: Point): string => {
  const [a, b] = [keyOf(p), keyOf(q)];
  return a < b ? `${a}|${b}` : `${b}|${a}`;
};
const keyOf = ([x, y]: Point): string => `${Math.round(x * 1e8)},${Math.round(y * 1e8)}`;

/** Whether a place on the sheet lies in a piece, its rim included. */
export function insideSheet({ sheet }: Piece, p: Point): boolean {
  return sheet.every((a, i) => {
    const b = sheet[(i + 1) % sheet.length]!;
    return (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > -1e-8;
  });
}

/** Cuts a piece where the run of the line crosses it. */
export function cut(piece: Piece, own: number, line: Line, [low, high]: readonly [number, number]): Half[] {
  const whole = { ...piece, own, side: 0 as const };
  const sides = piece.model.map((p) => sideOf(line, p));
  if (Math.max(...sides) < ON_LINE || Math.min(...sides) > -ON_LINE) return [whole];
  const chord = chordOf(piece.model, line);
  if (!chord) return [whole];
  const middle = dot(directionOf(line), between(chord.from, chord.to, 0.5));
  if (middle < low - ON_LINE || middle > high + ON_LINE) return [whole];
  const parts = [1, -1].map((sign): Half => {
    const [sheet, model]: [Point[], Point[]] = [[], []];
    piece.model.forEach((p, i) => {
      const j = (i + 1) % piece.model.length;
      const [s, t] = [sides[i]! * sign, sides[j]! * sign];
      if (s >= -ON_LINE) {
        sheet.push(piece.sheet[i]!);
        model.push(p);
      }
      if ((s > ON_LINE && t < -ON_LINE) || (s < -ON_LINE && t > ON_LINE)) {
        const share = s / (s - t);
        sheet.push(between(piece.sheet[i]!, piece.sheet[j]!, share));
        model.push(between(p, piece.model[j]!, share));
      }
    });
    return { ...piece, sheet, model, own, side: sign as 1 | -1 };
  });
  return parts;
}
