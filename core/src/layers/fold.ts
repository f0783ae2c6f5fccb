import { type CreasePattern, buildPattern, foldPattern } from '../creases/index.ts';
import type { FlatState } from '../folded/index.ts';
import { cross, dot, subtract } from '../geometry/index.ts';
import { invariant } from '../outcome/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { type LayerProblem, hasBit } from './problem.ts';

/** Pairs of facets that overlap, the upper first. */
export type Pairs = readonly (readonly [above: number, below: number])[];

/** An order of layers as pairs. */
export function listPairs({ n, overlaps }: LayerProblem, above: Uint8Array): Pairs {
  return overlaps.flatMap((row, f) =>
    Array.from({ length: n }, (_, g) => g).flatMap((g): [number, number][] =>
      hasBit(row, g) && above[f * n + g] === 1 ? [[f, g]] : [],
    ),
  );
}

/** The folded state of a pattern on its sheet, with an order of its layers. */
export function stateOf(sheet: SheetShape, pattern: CreasePattern, pairs: Pairs): FlatState {
  const { placements } = foldPattern(pattern);
  const n = pattern.facets.length;
  const order = new Int8Array(n * n);
  for (const [f, g] of pairs) [order[f * n + g], order[g * n + f]] = [1, -1];
  return {
    sheet,
    vertices: pattern.vertices,
    facets: pattern.facets.map((loop, f) => ({ loop, placement: placements[f]! })),
    order,
    resting: [],
  };
}

/** The pattern without its resting creases, and without vertices a crease or the rim runs straight through. */
export function foldedOnly(pattern: CreasePattern): CreasePattern {
  const edges = pattern.edges.flatMap((e) => (e.assignment === 'F' ? [] : [{ ...e }]));
  const at: number[][] = pattern.vertices.map(() => []);
  edges.forEach((e, i) => {
    at[e.a]!.push(i);
    at[e.b]!.push(i);
  });
  const gone = new Set<number>();
  pattern.vertices.forEach((p, v) => {
    const [i, j, ...more] = at[v]!;
    if (i === undefined || j === undefined || more.length > 0) return;
    const [e, f] = [edges[i]!, edges[j]!];
    if (e.assignment !== f.assignment) return;
    const [u, w] = [e.a === v ? e.b : e.a, f.a === v ? f.b : f.a];
    const [d, g] = [subtract(pattern.vertices[u]!, p), subtract(pattern.vertices[w]!, p)];
    const size = Math.hypot(...d) * Math.hypot(...g);
    if (Math.abs(cross(d, g)) > 1e-6 * size || dot(d, g) > 0) return;
    [e.a, e.b] = [u, w];
    gone.add(j);
    at[v] = [];
    at[w] = at[w]!.map((k) => (k === j ? i : k));
  });
  const kept = edges.flatMap((e, i) => (gone.has(i) ? [] : [{ a: e.a, b: e.b, assignment: e.assignment }]));
  const built = buildPattern({ vertices: pattern.vertices, edges: kept });
  invariant(built.ok, 'a pattern stays one without what lies flat');
  return built.value;
}
