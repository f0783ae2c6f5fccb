import type { LineRef, PointRef } from './schema.ts';

/** Short words for references, for sequences that are written in the program (bases, sample figures). */
export const at = (name: string): PointRef => ({ kind: 'named', name });
export const on = (x: number | string, y: number | string): PointRef => ({ kind: 'sheet', at: [x, y] });
export const mark = (step: string): PointRef => ({ kind: 'mark', step });
/** Along the paper from one point to another. */
export const along = (from: PointRef, to: PointRef, share: number | string): PointRef => ({
  kind: 'along',
  from,
  to,
  share,
});
/** Along the straight way between two points as the model lies. */
export const between = (from: PointRef, to: PointRef, share: number | string): PointRef => ({
  kind: 'between',
  from,
  to,
  share,
});
export const meet = (a: LineRef, b: LineRef, frame: 'sheet' | 'model' = 'model'): PointRef => ({
  kind: 'meet',
  a,
  b,
  frame,
});
export const mirrorOf = (point: PointRef, line: LineRef): PointRef => ({ kind: 'mirror', point, line });
export const footOn = (point: PointRef, line: LineRef): PointRef => ({ kind: 'foot', point, line });
export const unfolded = (of: PointRef): PointRef => ({ kind: 'unfolded', of });

export const through = (a: PointRef, b: PointRef): LineRef => ({ kind: 'through', a, b });
export const onto = (from: PointRef, to: PointRef): LineRef => ({ kind: 'onto', from, to });
export const bisector = (from: PointRef, corner: PointRef, to: PointRef): LineRef => ({
  kind: 'bisector',
  from,
  at: corner,
  to,
});
export const across = (point: PointRef, to: LineRef): LineRef => ({ kind: 'across', at: point, to });
export const beside = (point: PointRef, to: LineRef): LineRef => ({ kind: 'beside', at: point, to });
export const turned = (corner: PointRef, towards: PointRef, degrees: number): LineRef => ({
  kind: 'turned',
  at: corner,
  towards,
  degrees,
});
export const creaseOf = (step: string): LineRef => ({ kind: 'crease', step });
