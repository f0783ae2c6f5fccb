import {
  type Motion,
  type Point,
  type Spot,
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
  /** Six numbers an edge: raw edges, folds, and lines of shaping. */
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
  const triangles: number[] = [];
  const pieces: number[] = [];
  const lines: number[] = [];
  placed.forEach((corners, i) => {
    const own = corners.map((p) => plus(p, shift));
    for (let k = 1; k + 1 < own.length; k++) {
      triangles.push(...own[0]!, ...own[k]!, ...own[k + 1]!);
      pieces.push(i);
    }
    own.forEach((p, k) => lines.push(...p, ...own[(k + 1) % own.length]!));
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
