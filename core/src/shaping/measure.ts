import { type Spot, areaOf, inner, minus, moveBy, plus, times, turnWith } from '../geometry/index.ts';
import { type Form, Plates } from './form.ts';

/** What a figure is made of, for its size and weight. */
export interface Material {
  readonly sideMm: number;
  readonly caliperMm: number;
  /** g/m²; undefined where it is not known. */
  readonly grammage?: number;
}

/** The figure's paper in mm, every piece with its thickness at the height of its layer. */
export interface Body {
  /** Corners of both faces of every piece. */
  readonly points: readonly Spot[];
  /** The middle of all paper, every layer counted. */
  readonly centre: Spot;
  readonly weightG?: number;
}

/**
 * The body of a form: each piece as thick as the paper, lying as high over the middle of its stack as the layers between are thick.
 * Weight is area times grammage, every layer.
 */
export function bodyOf(form: Form, { sideMm, caliperMm, grammage }: Material): Body {
  const plates = new Plates(form);
  const points: Spot[] = [];
  let centre: Spot = [0, 0, 0];
  let area = 0;
  for (const piece of form.pieces) {
    const motion = plates.of(piece.plate);
    const up = turnWith(motion, [0, 0, 1]);
    const low = (form.levels[piece.facet]! - 0.5) * caliperMm;
    const flat = piece.model.map(([x, y]) => times(moveBy(motion, [x, y, 0]), sideMm));
    for (const p of flat) points.push(plus(p, times(up, low)), plus(p, times(up, low + caliperMm)));
    const own = areaOf(piece.sheet);
    centre = plus(centre, times(plus(middle(flat), times(up, low + caliperMm / 2)), own));
    area += own;
  }
  return {
    points,
    centre: times(centre, 1 / area),
    ...(grammage === undefined ? {} : { weightG: (area * sideMm * sideMm * grammage) / 1e6 }),
  };
}

/** Centre of area of a flat convex polygon in space. */
function middle(corners: readonly Spot[]): Spot {
  const [origin, ...rest] = corners;
  let [sum, total]: [Spot, number] = [[0, 0, 0], 0];
  for (let i = 0; i + 1 < rest.length; i++) {
    const [u, v] = [minus(rest[i]!, origin!), minus(rest[i + 1]!, origin!)];
    const size = Math.hypot(u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]);
    sum = plus(sum, times(plus(u, v), size / 3));
    total += size;
  }
  return total === 0 ? origin! : plus(origin!, times(sum, 1 / total));
}

/** How far points reach along a direction of length 1. */
export function reachAlong(points: readonly Spot[], direction: Spot): number {
  let [low, high] = [Infinity, -Infinity];
  for (const p of points) {
    const d = inner(p, direction);
    low = Math.min(low, d);
    high = Math.max(high, d);
  }
  return high - low;
}
