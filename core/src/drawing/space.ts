import {
  type Point,
  type Spot,
  areaOf,
  boundsOf,
  inner,
  minus,
  moveBy,
  outer,
  plus,
  times,
  turnWith,
  unitOf,
} from '../geometry/index.ts';
import { type Form, Plates } from '../shaping/index.ts';
import type { DrawItem, Drawing } from './items.ts';

/** From where a figure is looked at: upright in the picture, and towards the eye; any lengths but 0, not along each other. */
export interface Eye {
  readonly up: Spot;
  readonly towards: Spot;
}

/** Paper seen edge on is so much darker, in the layers a drawing shades by. */
const DARKEST = 14;

interface Seen {
  readonly points: readonly Point[];
  readonly isFront: boolean;
  readonly shade: number;
  readonly facet: number;
  /** How near to the eye it lies among the pieces of its plate. */
  readonly level: number;
}

/**
 * The figure in space as a flat picture for print and for small views: what lies farther is painted first, plate by plate, the
 * layers of a plate in their order. Paper turned from the light is darker. Lengths in sheet sides.
 */
export function drawForm(form: Form, { up, towards }: Eye, layerApart = 0): Drawing {
  const ahead = unitOf(minus(towards, times(unitOf(up), inner(towards, unitOf(up)))));
  const eye = unitOf(towards);
  const right = outer(unitOf(up), ahead);
  const above = outer(eye, right);
  const plates = new Plates(form);
  const groups = new Map<string, { seen: Seen[]; near: number; area: number }>();
  form.pieces.forEach((piece) => {
    const key = piece.plate.join();
    const motion = plates.of(piece.plate);
    const normal = turnWith(motion, [0, 0, 1]);
    const lift = times(normal, form.levels[piece.facet]! * layerApart);
    const placed = piece.model.map(([x, y]) => plus(moveBy(motion, [x, y, 0]), lift));
    const points = placed.map((p): Point => [inner(p, right), inner(p, above)]);
    const facing = inner(normal, eye);
    const group = groups.get(key) ?? { seen: [], near: 0, area: 0 };
    const area = areaOf(piece.sheet);
    group.near += area * (placed.reduce((sum, p) => sum + inner(p, eye), 0) / placed.length);
    group.area += area;
    group.seen.push({
      points,
      // Corners run counter-clockwise round the front side of the sheet.
      isFront: areaOf(points) >= 0,
      shade: DARKEST * (1 - Math.abs(facing)),
      facet: piece.facet,
      level: form.levels[piece.facet]! * Math.sign(facing || 1),
    });
    groups.set(key, group);
  });
  const ordered = [...groups.values()].sort((a, b) => a.near / a.area - b.near / b.area);
  const items = ordered.flatMap(({ seen }) => [...seen].sort((a, b) => a.level - b.level).flatMap(paint));
  return { items, bounds: boundsOf(ordered.flatMap(({ seen }) => seen.flatMap((s) => [...s.points]))) };
}

const paint = ({ points, isFront, shade, facet }: Seen): DrawItem[] => [
  { kind: 'facet', facet, points, side: isFront ? 'front' : 'back', depth: shade },
  ...points.map((from, i): DrawItem => ({
    kind: 'line',
    style: 'folded',
    from,
    to: points[(i + 1) % points.length]!,
    facet,
  })),
];
