import {
  type ConvexShape,
  type Isometry,
  type Point,
  type Segment,
  apply,
  identity,
  isInsideShape,
  isTurned,
  toShape,
  tolerance,
} from '../geometry/index.ts';
import { type SheetShape, outlineOf } from '../sheet/index.ts';

/** A flat region of the sheet and where it lies in the model. The loop (vertex numbers) is counter-clockwise on the sheet. */
export interface Facet {
  readonly loop: readonly number[];
  readonly placement: Isometry;
}

/** Sense of a crease as seen from the front side of the sheet. */
export type CreaseSense = 'valley' | 'mountain';

/** A crease that lies flat: a segment on the sheet, the step that made it, and whether it was only pinched. */
export interface RestingCrease extends Segment {
  readonly sense: CreaseSense;
  readonly step: string;
  readonly pressed: 'full' | 'pinch' | 'soft';
}

/**
 * A flat-folded sheet in normal form: every edge between two facets is an active fold, resting creases never split a
 * facet, and order[f * n + g] is 1 where facet f lies above g (viewer's side up), -1 below, 0 where they do not overlap.
 * Mountain and valley are not stored: with f showing its front, the fold (f, g) is a valley iff g lies above f.
 */
export interface FlatState {
  readonly sheet: SheetShape;
  readonly vertices: readonly Point[];
  readonly facets: readonly Facet[];
  readonly order: Int8Array;
  readonly resting: readonly RestingCrease[];
}

/** The unfolded sheet, front side up. */
export function buildFlatSheet(sheet: SheetShape): FlatState {
  const vertices = outlineOf(sheet);
  return {
    sheet,
    vertices,
    facets: [{ loop: vertices.map((_, i) => i), placement: identity }],
    order: new Int8Array(1),
    resting: [],
  };
}

export const isAbove = (state: FlatState, f: number, g: number): boolean =>
  state.order[f * state.facets.length + g] === 1;

/** Corners of a facet on the sheet. */
export const facetOnSheet = (state: FlatState, f: number): Point[] =>
  state.facets[f]!.loop.map((v) => state.vertices[v]!);

/** Corners of a facet where it lies in the model (clockwise where the paper is turned). */
export function facetOnModel(state: FlatState, f: number): Point[] {
  const { loop, placement } = state.facets[f]!;
  return loop.map((v) => apply(placement, state.vertices[v]!));
}

/** The facets of a state as convex shapes, made when they are asked for and kept as long as the facets are. */
interface Shapes {
  readonly vertices: readonly Point[];
  readonly sheet: (ConvexShape | undefined)[];
  readonly model: (ConvexShape | undefined)[];
}

const shapesOf = new WeakMap<readonly Facet[], Shapes>();

function keptShapes(state: FlatState): Shapes {
  const known = shapesOf.get(state.facets);
  if (known && known.vertices === state.vertices) return known;
  const fresh: Shapes = { vertices: state.vertices, sheet: [], model: [] };
  shapesOf.set(state.facets, fresh);
  return fresh;
}

/** A facet on the sheet, ready for many tests. */
const shapeOnSheet = (state: FlatState, f: number): ConvexShape =>
  (keptShapes(state).sheet[f] ??= toShape(facetOnSheet(state, f)));

/** A facet where it lies in the model, ready for many tests. */
export const shapeOnModel = (state: FlatState, f: number): ConvexShape =>
  (keptShapes(state).model[f] ??= toShape(facetOnModel(state, f)));

/** Facets whose paper contains a material point (several where it lies on a fold). */
export function facetsAt(state: FlatState, pointOnSheet: Point): number[] {
  const found: number[] = [];
  for (let f = 0; f < state.facets.length; f++)
    if (isInsideShape(shapeOnSheet(state, f), pointOnSheet, tolerance.samePoint * 10)) found.push(f);
  return found;
}

/** Where a material point lies in the model; undefined when it is off the sheet. */
export function toModel(state: FlatState, pointOnSheet: Point): Point | undefined {
  for (let f = 0; f < state.facets.length; f++)
    if (isInsideShape(shapeOnSheet(state, f), pointOnSheet, tolerance.samePoint * 10))
      return apply(state.facets[f]!.placement, pointOnSheet);
  return undefined;
}

/** A fold between two facets: its ends on the sheet and its sense from the front side. */
export interface ActiveFold extends Segment {
  readonly facets: readonly [number, number];
  readonly vertices: readonly [number, number];
  readonly sense: CreaseSense;
}

/** Every active fold of the state. */
export function foldsOf(state: FlatState): ActiveFold[] {
  const folds: ActiveFold[] = [];
  for (const { u, v, left: f, right: g } of listEdges(state.facets.map((x) => x.loop))) {
    if (g < 0) continue;
    const front = isTurned(state.facets[f]!.placement) ? g : f;
    const other = front === f ? g : f;
    folds.push({
      facets: [f, g],
      vertices: [u, v],
      from: state.vertices[u]!,
      to: state.vertices[v]!,
      sense: isAbove(state, other, front) ? 'valley' : 'mountain',
    });
  }
  return folds;
}

/** An edge of a mesh of loops: it runs u to v round the loop on its left; on its right another loop, or -1 outside. */
export interface MeshEdge {
  readonly u: number;
  readonly v: number;
  readonly left: number;
  readonly right: number;
}

/** Every edge once, the loop with the lower number on its left. */
export function listEdges(loops: readonly (readonly number[])[]): MeshEdge[] {
  let most = -1;
  for (const loop of loops) for (const v of loop) if (v > most) most = v;
  const edges: { u: number; v: number; left: number; right: number }[] = [];
  // The edges that begin at each vertex, as chained lists: few begin at one, and looking them through beats any hash.
  const first = new Int32Array(most + 1).fill(-1);
  const next: number[] = [];
  for (let f = 0; f < loops.length; f++) {
    const loop = loops[f]!;
    let u = loop[loop.length - 1]!;
    for (const v of loop) {
      let k = first[v]!;
      while (k >= 0 && edges[k]!.v !== u) k = next[k]!;
      if (k >= 0) edges[k]!.right = f;
      else {
        next.push(first[u]!);
        first[u] = edges.length;
        edges.push({ u, v, left: f, right: -1 });
      }
      u = v;
    }
  }
  return edges;
}

/** One number for a directed edge; vertices are far fewer than 2 to the 26. */
export const edgeKey = (u: number, v: number): number => u * 0x4000000 + v;
