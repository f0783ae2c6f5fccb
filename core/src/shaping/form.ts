import {
  type Motion,
  type Point,
  type Spot,
  apply,
  areaOf,
  atRest,
  chain as after,
  isInside,
  moveBy,
  rotationRound,
} from '../geometry/index.ts';
import { type FlatState, buildArrangement, facetOnSheet, stackOrder } from '../folded/index.ts';

/** A turn of paper about a line of the flat model; the part on the left of the line's direction rises where it is positive. */
export interface Hinge {
  readonly from: Point;
  readonly to: Point;
  readonly radians: number;
  /** The shaping step it belongs to. */
  readonly step: string;
}

/** A flat piece of paper: a facet of the last flat state, or a part of one. Corners go round as on the sheet. */
export interface Piece {
  readonly facet: number;
  readonly sheet: readonly Point[];
  /** The same corners where they lie in the flat model. */
  readonly model: readonly Point[];
  /** The turns that carry it, outermost first: numbers into the form's hinges. */
  readonly plate: readonly number[];
}

/**
 * The figure in space: the last flat state, its facets cut further, each piece carried by a chain of turns about lines of the
 * flat model. A piece lies at hinge[c0] . hinge[c1] ... (flat point, 0). Lengths in sheet sides.
 */
export interface Form {
  readonly state: FlatState;
  /** How far each facet lies over the middle of its stack, in layers; below it under 0. */
  readonly levels: readonly number[];
  readonly hinges: readonly Hinge[];
  readonly pieces: readonly Piece[];
  /** Edge lengths are those of the sheet; false for forms a solver made, with the largest strain. */
  readonly exact: true | { readonly strain: number };
}

/** The figure as it lies flat. */
export function flatForm(state: FlatState): Form {
  return {
    state,
    levels: levelsOf(state),
    hinges: [],
    pieces: state.facets.map(({ placement }, facet): Piece => {
      const sheet = facetOnSheet(state, facet);
      return { facet, sheet, model: sheet.map((p) => apply(placement, p)), plate: [] };
    }),
    exact: true,
  };
}

/**
 * How far each facet lies from the middle of the stack it is in, in layers: its rank in every cell of the arrangement less
 * half of the layers there, the mean over its area. Paper is pressed together where few layers lie, so that a beak of four
 * layers beside a body of sixty is four layers thick.
 */
function levelsOf(state: FlatState): number[] {
  const sums = state.facets.map(() => ({ area: 0, rank: 0 }));
  for (const { layers, outline } of buildArrangement(state).cells) {
    const area = Math.abs(areaOf(outline));
    layers.forEach((f, depth) => {
      // The first layer of a cell is the top one.
      sums[f]!.rank += area * ((layers.length - 1) / 2 - depth);
      sums[f]!.area += area;
    });
  }
  return inOrder(
    state,
    sums.map(({ area, rank }) => (area === 0 ? 0 : rank / area)),
  );
}

/** Layers that lie on each other are apart by so much of a thickness at least. */
const LEAST_APART = 0.25;

/**
 * Heights that keep the order of the layers: means over whole facets can put a layer over one that lies on it. Pushed up
 * from below and down from above, and the middle of both; left as they are where layers overlap in a ring.
 */
function inOrder(state: FlatState, mean: readonly number[]): number[] {
  const stack = stackOrder(state);
  if (!stack) return [...mean];
  const n = state.facets.length;
  const push = (order: readonly number[], sign: 1 | -1): number[] => {
    const level = [...mean];
    for (const f of order)
      for (let g = 0; g < n; g++)
        if (state.order[f * n + g] === sign)
          level[f] = sign * Math.max(sign * level[f]!, sign * level[g]! + LEAST_APART);
    return level;
  };
  const [up, down] = [push(stack.order, 1), push([...stack.order].reverse(), -1)];
  return up.map((v, f) => (v + down[f]!) / 2);
}

/** The motion of a hinge alone. */
export const motionOf = ({ from, to, radians }: Hinge): Motion =>
  rotationRound([from[0], from[1], 0], [to[0] - from[0], to[1] - from[1], 0], radians);

/** Motions of all plates of a form, by their chains. */
export class Plates {
  private readonly known = new Map<string, Motion>([['', atRest]]);
  private readonly form: Form;

  constructor(form: Form) {
    this.form = form;
  }

  of(plate: readonly number[]): Motion {
    const key = plate.join();
    const known = this.known.get(key);
    if (known) return known;
    const motion = after(this.of(plate.slice(0, -1)), motionOf(this.form.hinges[plate.at(-1)!]!));
    this.known.set(key, motion);
    return motion;
  }
}

/** Corners of every piece in space, in its order; the viewer looks against z. */
export function placeForm(form: Form): Spot[][] {
  const plates = new Plates(form);
  return form.pieces.map((piece) => {
    const motion = plates.of(piece.plate);
    return piece.model.map(([x, y]) => moveBy(motion, [x, y, 0]));
  });
}

/** Pieces that hold a material point (several where it lies on an edge). */
export const piecesAt = (form: Form, pointOnSheet: Point): number[] =>
  form.pieces.flatMap(({ sheet }, i) => (isInside(sheet, pointOnSheet, 1e-8) ? [i] : []));

/** Pieces that lie over a place of the flat model. */
export const piecesUnder = (form: Form, at: Point): number[] =>
  form.pieces.flatMap(({ model }, i) =>
    isInside(areaOf(model) < 0 ? [...model].reverse() : model, at, 1e-8) ? [i] : [],
  );

/** Where a material point is in space; undefined off the sheet. */
export function spotOf(form: Form, pointOnSheet: Point, plates = new Plates(form)): Spot | undefined {
  const piece = form.pieces[piecesAt(form, pointOnSheet)[0] ?? -1];
  if (!piece) return undefined;
  const [x, y] = apply(form.state.facets[piece.facet]!.placement, pointOnSheet);
  return moveBy(plates.of(piece.plate), [x, y, 0]);
}

/** True where a plate is another, or hangs on it. */
export const hangsOn = (plate: readonly number[], on: readonly number[]): boolean =>
  on.every((hinge, i) => plate[i] === hinge);
