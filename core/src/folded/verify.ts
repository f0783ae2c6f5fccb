import {
  type Point,
  apply,
  areaOf,
  cross,
  dot,
  subtract,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import { sheetArea } from '../sheet/index.ts';
import { type Arrangement, buildArrangement } from './arrangement.ts';
import { type FlatState, facetOnSheet, foldsOf, listEdges } from './state.ts';

/** A law of folded paper that a state breaks. */
export interface Violation {
  readonly law: 'area' | 'continuity' | 'convexity' | 'kawasaki' | 'maekawa' | 'order' | 'crossing';
  readonly text: string;
}

/**
 * Checks every law a flat-folded sheet must keep, from the state alone; shares no code with the moves. Laws: area kept,
 * placements agree along every edge, facets convex, Kawasaki's and Maekawa's conditions at every inner vertex, every
 * overlapping pair ordered without a ring, and no layer passing through a fold (bracket scan along every stretch of edge).
 */
export function checkState(state: FlatState): Violation[] {
  return [
    ...checkArea(state),
    ...checkContinuity(state),
    ...checkVertices(state),
    ...checkOrder(state, buildArrangement(state)),
  ];
}

function checkArea(state: FlatState): Violation[] {
  const found: Violation[] = [];
  let total = 0;
  state.facets.forEach((_, f) => {
    const corners = facetOnSheet(state, f);
    total += areaOf(corners);
    corners.forEach((p, i) => {
      const [q, r] = [corners[(i + 1) % corners.length]!, corners[(i + 2) % corners.length]!];
      if (cross(subtract(q, p), subtract(r, q)) < -1e-9)
        found.push({ law: 'convexity', text: `facet ${f} is not convex` });
    });
  });
  const gap = total - sheetArea(state.sheet);
  if (Math.abs(gap) > tolerance.samePoint)
    found.push({ law: 'area', text: `the facets differ from the sheet by ${gap}` });
  return found;
}

function checkContinuity(state: FlatState): Violation[] {
  const images: Point[][] = state.vertices.map(() => []);
  for (const { loop, placement } of state.facets) {
    const { a, b, c, d } = placement;
    if (
      Math.abs(a * a + c * c - 1) + Math.abs(b * b + d * d - 1) + Math.abs(a * b + c * d) >
      tolerance.samePoint
    ) {
      return [{ law: 'continuity', text: 'a placement stretches the paper' }];
    }
    for (const v of loop) images[v]!.push(apply(placement, state.vertices[v]!));
  }
  return images.flatMap((list, v) =>
    list.some((p) => !isSamePoint(p, list[0]!))
      ? [{ law: 'continuity' as const, text: `the paper is torn at vertex ${v}` }]
      : [],
  );
}

function checkVertices(state: FlatState): Violation[] {
  const folds = foldsOf(state);
  const raw = new Set<number>();
  for (const { u, v, right } of listEdges(state.facets.map((f) => f.loop))) if (right < 0) raw.add(u).add(v);
  return state.vertices.flatMap((at, v) => {
    if (raw.has(v)) return [];
    const spokes = folds
      .filter((f) => f.vertices.includes(v))
      .map((f) => {
        const far = subtract(f.vertices[0] === v ? f.to : f.from, at);
        return { angle: Math.atan2(far[1], far[0]), valley: f.sense === 'valley' };
      })
      .sort((s, t) => s.angle - t.angle);
    const gaps = spokes.map((s, i) => {
      const next = spokes[(i + 1) % spokes.length]!.angle;
      return i + 1 < spokes.length ? next - s.angle : next + 2 * Math.PI - s.angle;
    });
    const odd = gaps.filter((_, i) => i % 2 === 0).reduce((s, g) => s + g, 0);
    const valleys = spokes.filter((s) => s.valley).length;
    const found: Violation[] = [];
    if (spokes.length % 2 === 1 || Math.abs(odd - Math.PI) > tolerance.alike) {
      found.push({
        law: 'kawasaki',
        text: `vertex ${v}: alternate angles sum to ${((odd * 180) / Math.PI).toFixed(4)} degrees, not 180`,
      });
    }
    if (Math.abs(2 * valleys - spokes.length) !== 2) {
      found.push({
        law: 'maekawa',
        text: `vertex ${v}: ${valleys} valleys and ${spokes.length - valleys} mountains`,
      });
    }
    return found;
  });
}

function checkOrder(state: FlatState, map: Arrangement): Violation[] {
  const n = state.facets.length;
  const found: Violation[] = [];
  map.cells.forEach(({ layers, area }) => {
    if (area < tolerance.overlap * 1e-3) return;
    for (let i = 0; i < layers.length; i++) {
      for (let j = i + 1; j < layers.length; j++) {
        const [f, g] = [layers[i]!, layers[j]!];
        if (state.order[f * n + g] === 1 && state.order[g * n + f] === -1) continue;
        found.push({ law: 'order', text: `layers ${f} and ${g} overlap without one order` });
      }
    }
  });
  const neighbours = new Map<number, { fold: number; at: [Point, Point] }[]>();
  for (const { u, v, left, right } of listEdges(state.facets.map((f) => f.loop))) {
    if (right < 0) continue;
    const { placement } = state.facets[left]!;
    const at: [Point, Point] = [apply(placement, state.vertices[u]!), apply(placement, state.vertices[v]!)];
    neighbours.set(left, [...(neighbours.get(left) ?? []), { fold: right, at }]);
    neighbours.set(right, [...(neighbours.get(right) ?? []), { fold: left, at }]);
  }
  for (const edge of map.edges) {
    const [p, q] = [map.nodes[edge.from]!, map.nodes[edge.to]!];
    const foldedOver = (f: number): number | undefined =>
      neighbours.get(f)?.find((x) => isStretchOf(p, q, x.at[0], x.at[1]))?.fold;
    for (const side of [edge.left, edge.right]) {
      const other = side === edge.left ? edge.right : edge.left;
      const problem = scanBrackets(map.cells[side]!.layers, new Set(map.cells[other]!.layers), foldedOver);
      if (problem) found.push({ law: 'crossing', text: problem });
    }
  }
  return found;
}

function isStretchOf(p: Point, q: Point, a: Point, b: Point): boolean {
  const u = subtract(b, a);
  const size = Math.hypot(u[0], u[1]);
  return [p, q].every((x) => {
    const t = dot(subtract(x, a), u) / size;
    return (
      Math.abs(cross(u, subtract(x, a))) / size < tolerance.overlap &&
      t > -1e-7 &&
      t < size + tolerance.overlap
    );
  });
}

/** Reads one stack from top to bottom: folds open and close like brackets, and nothing that runs on lies between. */
function scanBrackets(
  stack: readonly number[],
  runsOn: ReadonlySet<number>,
  foldedOver: (f: number) => number | undefined,
): string | undefined {
  const open: number[] = [];
  for (const f of stack) {
    if (runsOn.has(f)) {
      if (open.length > 0) return `layer ${f} runs through the fold of layer ${open.at(-1)}`;
      continue;
    }
    const mate = foldedOver(f);
    if (mate === undefined) continue;
    if (open.at(-1) === mate) open.pop();
    else if (open.includes(mate)) return `the folds of layers ${f} and ${open.at(-1)} cross`;
    else open.push(f);
  }
  return undefined;
}
