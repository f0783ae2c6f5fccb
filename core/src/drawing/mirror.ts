import type { Bounds, Point } from '../geometry/index.ts';
import type { DrawItem, Drawing } from './items.ts';

const flip = ([x, y]: Point): Point => [-x, y];
const flipBounds = ({ minX, minY, maxX, maxY }: Bounds): Bounds => ({ minX: -maxX, minY, maxX: -minX, maxY });

/**
 * The drawing as a mirror shows it, for hands that fold the other way round: left and right change places, valleys stay
 * valleys, names and numbers stay readable.
 */
export function mirrorDrawing({ items, bounds, focus }: Drawing): Drawing {
  return {
    items: items.map(flipItem),
    bounds: flipBounds(bounds),
    ...(focus ? { focus: flipBounds(focus) } : {}),
  };
}

function flipItem(item: DrawItem): DrawItem {
  switch (item.kind) {
    case 'facet':
      return { ...item, points: item.points.map(flip) };
    case 'line':
    case 'equal':
      return { ...item, from: flip(item.from), to: flip(item.to) };
    case 'arrow': {
      // A bow turns with the way it runs by itself (`arrowPath`); an upright one and a rotation have to be told.
      const isTold = item.style === 'rotate' || item.from[0] === item.to[0];
      const bend = isTold ? -item.bend : item.bend;
      return { ...item, from: flip(item.from), to: flip(item.to), bend };
    }
    case 'square':
      return { ...item, at: flip(item.at), along: flip(item.along) };
    case 'hold':
    case 'number':
    case 'landmark':
      return { ...item, at: flip(item.at) };
  }
}
