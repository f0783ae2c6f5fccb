import {
  type Bounds,
  type Point,
  boundsOf,
  centroidOf,
  areaOf,
  apply,
  isTurned,
  tolerance,
} from '../geometry/index.ts';
import { type Arrangement, buildArrangement } from './arrangement.ts';
import { type FlatState, facetOnModel, facetOnSheet } from './state.ts';

/** Area of each paper side one viewer sees, in sheet sides squared. */
export interface VisibleColour {
  readonly front: number;
  readonly back: number;
}

/** What can be read off a flat state. Lengths in sheet sides, areas in sheet sides squared. */
export interface Measures {
  readonly facets: number;
  readonly bounds: Bounds;
  readonly width: number;
  readonly height: number;
  readonly silhouetteArea: number;
  /** Layer count reached over at least 1 % of the silhouette, the thickest place that counts. */
  readonly layersMax: number;
  /** The largest count anywhere, and its share of the silhouette; a mere spot when under 1 %. */
  readonly spot: { readonly layers: number; readonly share: number };
  readonly layersMean: number;
  readonly thickestAt: Point;
  readonly fromFront: VisibleColour;
  readonly fromBehind: VisibleColour;
  /** Centroid of the folded mass: every layer counts. */
  readonly centroid: Point;
}

/** Share of the silhouette under which a thick place is a spot and no limit. */
const SPOT_SHARE = 0.01;

/** Measures of a state; pass its arrangement when it is at hand (it is the costly part). */
export function toMeasures(state: FlatState, map: Arrangement = buildArrangement(state)): Measures {
  const cells = map.cells.filter((c) => c.layers.length > 0 && c.area > 0);
  const silhouetteArea = cells.reduce((s, c) => s + c.area, 0);
  const bounds = boundsOf(state.facets.flatMap((_, f) => facetOnModel(state, f)));
  const thick = toThickness(cells, silhouetteArea);
  return {
    facets: state.facets.length,
    bounds,
    width: bounds.maxX - bounds.minX,
    height: bounds.maxY - bounds.minY,
    silhouetteArea,
    ...thick,
    layersMean: cells.reduce((s, c) => s + c.area * c.layers.length, 0) / silhouetteArea,
    fromFront: toVisible(state, cells, (layers) => layers[0]!, 'front'),
    fromBehind: toVisible(state, cells, (layers) => layers.at(-1)!, 'behind'),
    centroid: toMassCentre(state),
  };
}

type FullCell = Arrangement['cells'][number];

function toThickness(
  cells: readonly FullCell[],
  whole: number,
): Pick<Measures, 'layersMax' | 'spot' | 'thickestAt'> {
  const byCount = [...cells].sort((a, b) => b.layers.length - a.layers.length || b.area - a.area);
  const top = byCount[0]!.layers.length;
  const share = byCount.filter((c) => c.layers.length === top).reduce((s, c) => s + c.area, 0) / whole;
  let area = 0;
  for (const cell of byCount) {
    area += cell.area;
    if (area < SPOT_SHARE * whole) continue;
    const layers = cell.layers.length;
    const widest = byCount
      .filter((c) => c.layers.length === layers)
      .reduce((a, b) => (b.area > a.area ? b : a));
    return { layersMax: layers, spot: { layers: top, share }, thickestAt: centroidOf(widest.outline) };
  }
  return { layersMax: top, spot: { layers: top, share }, thickestAt: centroidOf(byCount[0]!.outline) };
}

function toVisible(
  state: FlatState,
  cells: readonly FullCell[],
  pick: (layers: readonly number[]) => number,
  from: 'front' | 'behind',
): VisibleColour {
  let [front, back] = [0, 0];
  for (const cell of cells) {
    const turned = isTurned(state.facets[pick(cell.layers)]!.placement);
    if (turned === (from === 'front')) back += cell.area;
    else front += cell.area;
  }
  return { front, back };
}

function toMassCentre(state: FlatState): Point {
  let [x, y, mass] = [0, 0, 0];
  state.facets.forEach(({ placement }, f) => {
    const corners = facetOnSheet(state, f);
    const area = areaOf(corners);
    const at = apply(placement, centroidOf(corners));
    x += at[0] * area;
    y += at[1] * area;
    mass += area;
  });
  return [x / mass, y / mass];
}

/** Outline of the silhouette: closed loops of nodes, outer loops counter-clockwise. */
export function toOutline(map: Arrangement): Point[][] {
  const next = new Map<number, number[]>();
  for (const { from, to, left, right } of map.edges) {
    const [inLeft, inRight] = [map.cells[left]!.layers.length > 0, map.cells[right]!.layers.length > 0];
    if (inLeft === inRight) continue;
    const [u, v] = inLeft ? [from, to] : [to, from];
    next.set(u, [...(next.get(u) ?? []), v]);
  }
  const loops: Point[][] = [];
  for (const [start, ways] of next) {
    while (ways.length > 0) {
      const loop: number[] = [start];
      let at = ways.pop()!;
      while (at !== start) {
        loop.push(at);
        at = next.get(at)!.pop()!;
      }
      loops.push(dropStraight(loop.map((i) => map.nodes[i]!)));
    }
  }
  return loops;
}

function dropStraight(loop: readonly Point[]): Point[] {
  return loop.filter((p, i) => {
    const [o, q] = [loop[(i + loop.length - 1) % loop.length]!, loop[(i + 1) % loop.length]!];
    return Math.abs((p[0] - o[0]) * (q[1] - p[1]) - (p[1] - o[1]) * (q[0] - p[0])) > tolerance.node;
  });
}

/** Layers under a point of the model, top first; empty off the paper. */
export function layersUnder(map: Arrangement, p: Point): readonly number[] {
  const cell = map.cells.find((c) => c.layers.length > 0 && isIn(c.outline, p));
  return cell?.layers ?? [];
}

function isIn(outline: readonly Point[], p: Point): boolean {
  let inside = false;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [a, b] = [outline[i]!, outline[j]!];
    if (a[1] > p[1] !== b[1] > p[1] && p[0] < ((b[0] - a[0]) * (p[1] - a[1])) / (b[1] - a[1]) + a[0])
      inside = !inside;
  }
  return inside;
}
