import type { Point } from '../geometry/index.ts';

/** A name to be put beside its landmark, in px of the picture (y down). */
export interface Label {
  readonly at: Point;
  readonly text: string;
}

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Half the size of the open kite a landmark is drawn as. */
const KITE: Point = [5, 7];
/** Width of a letter and height of a line, in shares of the font's size. */
const LETTER = 0.58;
const LINE = 1.05;

/**
 * Where each name is written: beside its landmark, on the first of eight sides where it covers neither a name already
 * placed nor another landmark; otherwise where it covers least. Gives the left end of the base line, in px.
 */
export function placeLabels(labels: readonly Label[], fontSize: number): Point[] {
  const kites = labels.map(({ at: [x, y] }): Box => ({
    left: x - KITE[0],
    right: x + KITE[0],
    top: y - KITE[1],
    bottom: y + KITE[1],
  }));
  const taken: Box[] = [];
  return labels.map(({ at, text }, own) => {
    const options = sidesOf(at, text.length * LETTER * fontSize, fontSize);
    const others = [...taken, ...kites.filter((_, i) => i !== own)];
    const costs = options.map((o) => others.reduce((sum, box) => sum + overlap(o.box, box), 0));
    const best = costs.indexOf(Math.min(...costs));
    const { box, base } = options[best]!;
    if (text !== '') taken.push(box);
    return base;
  });
}

function sidesOf([x, y]: Point, width: number, size: number): { box: Box; base: Point }[] {
  const [gapX, gapY] = [KITE[0] + 3, KITE[1] - 1];
  const places: Point[] = [
    [x + gapX, y - gapY],
    [x + gapX, y + gapY + size * 0.8],
    [x - gapX - width, y - gapY],
    [x - gapX - width, y + gapY + size * 0.8],
    [x + gapX + 2, y + size * 0.35],
    [x - gapX - 2 - width, y + size * 0.35],
    [x - width / 2, y - KITE[1] - 4],
    [x - width / 2, y + KITE[1] + size],
  ];
  return places.map((base) => ({
    base,
    box: {
      left: base[0],
      right: base[0] + width,
      top: base[1] - size * LINE * 0.8,
      bottom: base[1] + size * LINE * 0.2,
    },
  }));
}

function overlap(a: Box, b: Box): number {
  const width = Math.min(a.right, b.right) - Math.max(a.left, b.left);
  const height = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
  return width > 0 && height > 0 ? width * height : 0;
}
