import type { DrawItem } from '@jade/core/drawing';
import type { Point } from '@jade/core/geometry';

type Stroke = Extract<DrawItem, { kind: 'line' }>;

/** Lines drawn one after the other in one style: one path, since a sheet can bear thousands of creases. */
export interface Strokes extends Pick<Stroke, 'style' | 'isNew'> {
  readonly kind: 'strokes';
  readonly lines: readonly Stroke[];
}

export type Painted = Exclude<DrawItem, Stroke> | Strokes;

/** The items in the same order, with neighbouring lines of one style joined. */
export function joinStrokes(items: readonly DrawItem[]): Painted[] {
  const joined: Painted[] = [];
  let run: { style: Stroke['style']; isNew: boolean; lines: Stroke[] } | undefined;
  for (const item of items) {
    if (item.kind !== 'line') {
      run = undefined;
      joined.push(item);
      continue;
    }
    const isNew = item.isNew ?? false;
    if (run?.style !== item.style || run.isNew !== isNew) {
      run = { style: item.style, isNew, lines: [] };
      joined.push({ kind: 'strokes', style: run.style, lines: run.lines, ...(isNew ? { isNew } : {}) });
    }
    run.lines.push(item);
  }
  return joined;
}

// Not toFixed: it takes ten times as long, and a sheet can have ten thousand ends.
const at = ([x, y]: Point): string => `${Math.round(x * 100) / 100} ${Math.round(y * 100) / 100}`;

/** The path of the lines, in px; every line begins its dashes anew. */
export const strokePath = ({ lines }: Strokes, place: (p: Point) => Point): string =>
  lines.map(({ from, to }) => `M${at(place(from))}L${at(place(to))}`).join('');
