import {
  type Motion,
  type Point,
  type Spot,
  add,
  areaOf,
  between,
  boundsOf,
  centroidOf,
  isInside,
  length,
  scale,
  subtract,
  inner,
  moveBy,
  plus,
  rotationOnto,
  times,
  turnWith,
} from '../geometry/index.ts';
import { type Form, Plates } from './form.ts';
import type { Material } from './measure.ts';
import type { Pose } from './pose.ts';

/** The figure on its table, to be drawn in space: y is up from the table at 0, x to the right, z to the viewer; in mm. */
export interface Surface {
  /** Nine numbers a triangle; seen counter-clockwise from the front side of the sheet. */
  readonly triangles: Float32Array;
  /** Of which piece each triangle is. */
  readonly pieces: Uint16Array;
  /** Six numbers a stretch of an edge that is seen from either side: raw edges, folds, and lines of shaping. */
  readonly lines: Float32Array;
  /** The supporting polygon on the table, the foot of the weight, and the weight itself. */
  readonly support: readonly Spot[];
  readonly foot: Spot;
  readonly weight: Spot;
}

/** Draws a form in the pose it is measured in, every layer at its height. */
export function toSurface(form: Form, { sideMm, caliperMm }: Material, pose: Pose): Surface {
  const plates = new Plates(form);
  const upright = rotationOnto(pose.up, [0, 1, 0]);
  const placed = form.pieces.map((piece) => {
    const motion = plates.of(piece.plate);
    const lift = times(turnWith(motion, [0, 0, 1]), form.levels[piece.facet]! * caliperMm);
    return piece.model.map(([x, y]: Point): Spot =>
      moveBy(upright, plus(times(moveBy(motion, [x, y, 0]), sideMm), lift)),
    );
  });
  const low = Math.min(...placed.flat().map((p) => p[1]));
  const weight = moveBy(upright, pose.centre);
  const shift: Spot = [-weight[0], -low, -weight[2]];
  const onTable: Motion = { rows: upright.rows, shift: plus(upright.shift, shift) };
  const normals = form.pieces.map((piece) => turnWith(upright, turnWith(plates.of(piece.plate), [0, 0, 1])));
  const seen = seenEdges(form);
  const triangles: number[] = [];
  const pieces: number[] = [];
  const lines: number[] = [];
  placed.forEach((corners, i) => {
    const own = corners.map((p) => plus(p, shift));
    for (let k = 1; k + 1 < own.length; k++) {
      triangles.push(...own[0]!, ...own[k]!, ...own[k + 1]!);
      pieces.push(i);
    }
    for (const [k, from, to, side] of seen[i]!) {
      const out = times(normals[i]!, side * LINE_OUT_MM);
      const [p, q] = [plus(own[k]!, out), plus(own[(k + 1) % own.length]!, out)];
      lines.push(...onWay(p, q, from), ...onWay(p, q, to));
    }
  });
  const flat = (p: Spot): Spot => {
    const [x, , z] = moveBy(onTable, p);
    return [x, 0, z];
  };
  return {
    triangles: new Float32Array(triangles),
    pieces: new Uint16Array(pieces),
    lines: new Float32Array(lines),
    support: inner(pose.rest.up, pose.up) > 0.999 ? pose.rest.support.map(flat) : [],
    foot: flat(pose.centre),
    weight: moveBy(onTable, pose.centre),
  };
}

/** Edges are drawn so far out of the paper they are on, that those of the other side do not shine through. */
const LINE_OUT_MM = 0.1;

const onWay = (p: Spot, q: Spot, t: number): Spot => [
  p[0] + (q[0] - p[0]) * t,
  p[1] + (q[1] - p[1]) * t,
  p[2] + (q[2] - p[2]) * t,
];

/** Every edge is looked at in so many stretches. */
const STRETCHES = 6;
/** How far inside its piece an edge is looked at, in sheet sides. */
const INSIDE = 2e-4;

/** Which edge, from where to where of it, and the side of the plate it is seen from: 1 above, -1 below, 0 both. */
type Stretch = readonly [edge: number, from: number, to: number, side: 1 | -1 | 0];

/**
 * Stretches of edges that are on the outside of their plate: no layer of it over them, or none under them. Layers lie closer
 * than a picture can tell, and edges between them would shine through.
 */
function seenEdges(form: Form): Stretch[][] {
  const plates = form.pieces.map((p) => p.plate.join());
  const boxes = form.pieces.map((p) => boundsOf(p.model));
  const rims = form.pieces.map((p) => (areaOf(p.model) < 0 ? [...p.model].reverse() : p.model));
  return form.pieces.map((piece, i) => {
    const level = form.levels[piece.facet]!;
    const middle = centroidOf(piece.model);
    const sideAt = (at: Point): 1 | -1 | 0 | undefined => {
      let [over, under] = [false, false];
      for (let j = 0; j < form.pieces.length && !(over && under); j++) {
        if (j === i || plates[j] !== plates[i]) continue;
        const { minX, minY, maxX, maxY } = boxes[j]!;
        if (at[0] < minX || at[0] > maxX || at[1] < minY || at[1] > maxY) continue;
        if (!isInside(rims[j]!, at, -1e-9)) continue;
        if (form.levels[form.pieces[j]!.facet]! > level) over = true;
        else under = true;
      }
      return over && under ? undefined : over ? -1 : under ? 1 : 0;
    };
    return piece.model.flatMap((p, k) => {
      const q = piece.model[(k + 1) % piece.model.length]!;
      const stretches: Stretch[] = [];
      for (let s = 0; s < STRETCHES; s++) {
        const at = between(p, q, (s + 0.5) / STRETCHES);
        const inwards = subtract(middle, at);
        const inside = add(at, scale(inwards, INSIDE / Math.max(INSIDE, length(inwards))));
        const side = sideAt(inside);
        if (side === undefined) continue;
        const last = stretches.at(-1);
        const [from, to] = [s / STRETCHES, (s + 1) / STRETCHES];
        if (last && last[2] === from && last[3] === side)
          stretches[stretches.length - 1] = [k, last[1], to, side];
        else stretches.push([k, from, to, side]);
      }
      return stretches;
    });
  });
}
