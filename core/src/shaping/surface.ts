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
  minus,
  moveBy,
  plus,
  rotationOnto,
  times,
  turnWith,
  unitOf,
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
  /** Where the corners of each triangle lie on the sheet, in sides: six numbers a triangle. */
  readonly sheet: Float32Array;
  /** Where they lie in the flat model, in sides. */
  readonly flat: Float32Array;
  /** Six numbers a stretch of an edge that is seen from either side: raw edges, folds, and lines of shaping. */
  readonly lines: Float32Array;
  /** Of which piece each of these stretches is. */
  readonly linePieces: Uint16Array;
  /** Every turn of the paper, in the order they were made. */
  readonly turns: readonly SurfaceTurn[];
  /** The supporting polygon on the table, the foot of the weight, and the weight itself. */
  readonly support: readonly Spot[];
  readonly foot: Spot;
  readonly weight: Spot;
}

/** A turn of paper as it stands on the table: what lies on it goes round `axis` by so much more where its angle grows. */
export interface SurfaceTurn {
  /** The shaping step it belongs to. */
  readonly step: string;
  readonly radians: number;
  readonly from: Spot;
  /** Of length 1; a growing angle turns right-handed about it. */
  readonly axis: Spot;
  readonly pieces: readonly number[];
}

/** Draws a form in the pose it is measured in, every layer at its height. */
export function toSurface(
  form: Form,
  { sideMm, caliperMm }: Material,
  pose: Pick<Pose, 'up' | 'centre' | 'rest'>,
): Surface {
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
  const linePieces: number[] = [];
  const sheet: number[] = [];
  const model: number[] = [];
  placed.forEach((corners, i) => {
    const own = corners.map((p) => plus(p, shift));
    for (let k = 1; k + 1 < own.length; k++) {
      triangles.push(...own[0]!, ...own[k]!, ...own[k + 1]!);
      pieces.push(i);
      const piece = form.pieces[i]!;
      sheet.push(...piece.sheet[0]!, ...piece.sheet[k]!, ...piece.sheet[k + 1]!);
      model.push(...piece.model[0]!, ...piece.model[k]!, ...piece.model[k + 1]!);
    }
    for (const [k, from, to, side] of seen[i]!) {
      const out = times(normals[i]!, side * LINE_OUT_MM);
      const [p, q] = [plus(own[k]!, out), plus(own[(k + 1) % own.length]!, out)];
      lines.push(...onWay(p, q, from), ...onWay(p, q, to));
      linePieces.push(i);
    }
  });
  const flat = (p: Spot): Spot => {
    const [x, , z] = moveBy(onTable, p);
    return [x, 0, z];
  };
  return {
    triangles: new Float32Array(triangles),
    pieces: new Uint16Array(pieces),
    sheet: new Float32Array(sheet),
    flat: new Float32Array(model),
    lines: new Float32Array(lines),
    linePieces: new Uint16Array(linePieces),
    turns: turnsOf(form, plates, sideMm, onTable),
    support: inner(pose.rest.up, pose.up) > 0.999 ? pose.rest.support.map(flat) : [],
    foot: flat(pose.centre),
    weight: moveBy(onTable, pose.centre),
  };
}

/** The turns of a form as they stand on the table, each carried by those its plate hangs on. */
function turnsOf(form: Form, plates: Plates, sideMm: number, onTable: Motion): SurfaceTurn[] {
  return form.hinges.flatMap(({ step, radians, from, to }, h): SurfaceTurn[] => {
    const carried = form.pieces.flatMap((p, i) => (p.plate.includes(h) ? [i] : []));
    const chain = form.pieces[carried[0] ?? -1]?.plate;
    if (!chain) return [];
    const own = plates.of(chain.slice(0, chain.indexOf(h)));
    const place = ([x, y]: Point): Spot => moveBy(onTable, times(moveBy(own, [x, y, 0]), sideMm));
    const start = place(from);
    return [{ step, radians, from: start, axis: unitOf(minus(place(to), start)), pieces: carried }];
  });
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
