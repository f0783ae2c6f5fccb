import { type Point, areaOf, cross, distance, subtract, tolerance } from '../geometry/index.ts';
import { invariant } from '../outcome/index.ts';
import { type FlatState, facetOnModel } from './state.ts';

/** A region of the model under which the same layers lie everywhere: its outline and its layers, top first. */
export interface Cell {
  readonly outline: readonly Point[];
  readonly layers: readonly number[];
  readonly area: number;
}

/** A stretch of folded edge between two cells; cell 0 is the outside. Facets that have an edge on it are listed. */
export interface SubEdge {
  readonly from: number;
  readonly to: number;
  readonly left: number;
  readonly right: number;
  readonly facets: readonly number[];
}

export interface Arrangement {
  readonly nodes: readonly Point[];
  readonly edges: readonly SubEdge[];
  /** cells[0] is the outside: no layers, area 0. */
  readonly cells: readonly Cell[];
}

/**
 * The model cut into cells by all folded edges. Layers come from flooding: crossing a stretch of edge adds or removes
 * exactly the facets that have an edge there. Cost about edges times neighbours in x; checked against Euler's formula.
 */
export function buildArrangement(state: FlatState): Arrangement {
  const nodes = buildNodes();
  const segments = collectSegments(state, nodes);
  const pieces = splitSegments(segments, nodes);
  const { face, outlines } = walkFaces(nodes.points, pieces);
  return floodCells(state, nodes.points, pieces, face, outlines);
}

interface Nodes {
  readonly points: Point[];
  readonly numberOf: (p: Point) => number;
}

/** Points closer than the node tolerance get one number (hashed grid, neighbours probed). */
function buildNodes(): Nodes {
  const points: Point[] = [];
  const grid = new Map<string, number[]>();
  const size = tolerance.node * 8;
  const numberOf = (p: Point): number => {
    const [cx, cy] = [Math.round(p[0] / size), Math.round(p[1] / size)];
    for (let dx = -1; dx <= 1; dx++) {
      for (let dy = -1; dy <= 1; dy++) {
        const near = grid
          .get(`${cx + dx},${cy + dy}`)
          ?.find((i) => distance(points[i]!, p) <= tolerance.node);
        if (near !== undefined) return near;
      }
    }
    points.push(p);
    const key = `${cx},${cy}`;
    grid.set(key, [...(grid.get(key) ?? []), points.length - 1]);
    return points.length - 1;
  };
  return { points, numberOf };
}

interface NodeSegment {
  readonly a: number;
  readonly b: number;
  readonly facets: number[];
}

function collectSegments(state: FlatState, nodes: Nodes): NodeSegment[] {
  const segments = new Map<string, NodeSegment>();
  state.facets.forEach((_, f) => {
    const corners = facetOnModel(state, f).map(nodes.numberOf);
    corners.forEach((u, i) => {
      const v = corners[(i + 1) % corners.length]!;
      const [a, b] = u < v ? [u, v] : [v, u];
      const key = `${a},${b}`;
      const known = segments.get(key);
      if (known) known.facets.push(f);
      else segments.set(key, { a, b, facets: [f] });
    });
  });
  return [...segments.values()];
}

/** Segments split at every crossing and at every node that lies inside them; equal stretches merged. */
function splitSegments(segments: readonly NodeSegment[], nodes: Nodes): NodeSegment[] {
  addCrossings(segments, nodes);
  const byX = nodes.points.map((p, i) => ({ x: p[0], i })).sort((a, b) => a.x - b.x);
  const parts = new Map<string, NodeSegment>();
  for (const { a, b, facets } of segments) {
    const inner = nodesInside(nodes.points, byX, a, b);
    const chain = [a, ...inner, b];
    for (let k = 0; k + 1 < chain.length; k++) {
      const [u, v] = chain[k]! < chain[k + 1]! ? [chain[k]!, chain[k + 1]!] : [chain[k + 1]!, chain[k]!];
      const key = `${u},${v}`;
      const known = parts.get(key);
      if (known) known.facets.push(...facets);
      else parts.set(key, { a: u, b: v, facets: [...facets] });
    }
  }
  return [...parts.values()];
}

function addCrossings(segments: readonly NodeSegment[], nodes: Nodes): void {
  const sorted = segments
    .map((s) => ({ p: nodes.points[s.a]!, q: nodes.points[s.b]! }))
    .map((s) => ({ ...s, minX: Math.min(s.p[0], s.q[0]), maxX: Math.max(s.p[0], s.q[0]) }))
    .sort((s, t) => s.minX - t.minX);
  sorted.forEach((s, i) => {
    for (let j = i + 1; j < sorted.length && sorted[j]!.minX <= s.maxX + tolerance.node; j++) {
      const point = properCrossing(s.p, s.q, sorted[j]!.p, sorted[j]!.q);
      if (point) nodes.numberOf(point);
    }
  });
}

/** Where two segments cross inside both; undefined when they only touch, run together or miss each other. */
function properCrossing(p: Point, q: Point, r: Point, s: Point): Point | undefined {
  const [u, v] = [subtract(q, p), subtract(s, r)];
  const det = cross(u, v);
  const [lu, lv] = [Math.hypot(u[0], u[1]), Math.hypot(v[0], v[1])];
  if (Math.abs(det) < tolerance.parallel * lu * lv) return undefined;
  const t = cross(subtract(r, p), v) / det;
  const w = cross(subtract(r, p), u) / det;
  const [et, ew] = [tolerance.node / lu, tolerance.node / lv];
  if (t < et || t > 1 - et || w < ew || w > 1 - ew) return undefined;
  return [p[0] + u[0] * t, p[1] + u[1] * t];
}

function nodesInside(
  points: readonly Point[],
  byX: readonly { x: number; i: number }[],
  a: number,
  b: number,
): number[] {
  const [p, q] = [points[a]!, points[b]!];
  const u = subtract(q, p);
  const size = Math.hypot(u[0], u[1]);
  const slack = tolerance.node * 4;
  const [low, high] = [Math.min(p[0], q[0]) - slack, Math.max(p[0], q[0]) + slack];
  let start = 0;
  for (let end = byX.length; start < end;) {
    const middle = (start + end) >> 1;
    if (byX[middle]!.x < low) start = middle + 1;
    else end = middle;
  }
  const inside: { t: number; i: number }[] = [];
  for (let k = start; k < byX.length && byX[k]!.x <= high; k++) {
    const i = byX[k]!.i;
    if (i === a || i === b) continue;
    const w = subtract(points[i]!, p);
    const t = (w[0] * u[0] + w[1] * u[1]) / size;
    if (t > 0 && t < size && Math.abs(cross(u, w)) / size <= slack) inside.push({ t, i });
  }
  return inside.sort((m, n) => m.t - n.t).map((m) => m.i);
}

/** Half-edge 2k runs a to b of part k, 2k+1 back; the face of a half-edge lies on its left. */
function walkFaces(
  points: readonly Point[],
  parts: readonly NodeSegment[],
): { face: number[]; outlines: number[][] } {
  const start = (h: number): number => (h & 1 ? parts[h >> 1]!.b : parts[h >> 1]!.a);
  const out: number[][] = points.map(() => []);
  for (let h = 0; h < 2 * parts.length; h++) out[start(h)]!.push(h);
  const angle = (h: number): number => {
    const d = subtract(points[start(h ^ 1)]!, points[start(h)]!);
    return Math.atan2(d[1], d[0]);
  };
  const place = new Int32Array(2 * parts.length);
  for (const list of out) {
    list.sort((g, h) => angle(g) - angle(h));
    list.forEach((h, i) => (place[h] = i));
  }
  const face = new Array<number>(2 * parts.length).fill(-1);
  const outlines: number[][] = [];
  for (let first = 0; first < face.length; first++) {
    if (face[first] !== -1) continue;
    const outline: number[] = [];
    let h = first;
    do {
      face[h] = outlines.length;
      outline.push(start(h));
      const twin = h ^ 1;
      const around = out[start(twin)]!;
      h = around[(place[twin]! + around.length - 1) % around.length]!;
    } while (h !== first);
    outlines.push(outline);
  }
  return { face, outlines };
}

function floodCells(
  state: FlatState,
  points: readonly Point[],
  parts: readonly NodeSegment[],
  face: readonly number[],
  outlines: readonly number[][],
): Arrangement {
  const areas = outlines.map((o) => areaOf(o.map((i) => points[i]!)));
  const outside = areas.indexOf(Math.min(...areas));
  const used = new Set(parts.flatMap((p) => [p.a, p.b]));
  invariant(
    used.size - parts.length + outlines.length === 2,
    'the arrangement of one sheet is connected (Euler)',
  );
  const touching: { face: number; facets: readonly number[] }[][] = outlines.map(() => []);
  parts.forEach(({ facets }, k) => {
    touching[face[2 * k]!]!.push({ face: face[2 * k + 1]!, facets });
    touching[face[2 * k + 1]!]!.push({ face: face[2 * k]!, facets });
  });
  const layers: (Set<number> | undefined)[] = outlines.map(() => undefined);
  layers[outside] = new Set();
  for (const queue = [outside]; queue.length > 0;) {
    const at = queue.pop()!;
    for (const next of touching[at]!) {
      if (layers[next.face]) continue;
      const set = new Set(layers[at]);
      for (const f of next.facets) if (!set.delete(f)) set.add(f);
      layers[next.face] = set;
      queue.push(next.face);
    }
  }
  const n = state.facets.length;
  const number = outlines.map((_, i) => (i === outside ? 0 : i < outside ? i + 1 : i));
  const cells: Cell[] = [{ outline: [], layers: [], area: 0 }];
  outlines.forEach((outline, i) => {
    if (i === outside) return;
    const stack = [...layers[i]!].sort((f, g) => state.order[g * n + f]!);
    cells[number[i]!] = { outline: outline.map((k) => points[k]!), layers: stack, area: areas[i]! };
  });
  const edges = parts.map((p, k) => ({
    from: p.a,
    to: p.b,
    left: number[face[2 * k]!]!,
    right: number[face[2 * k + 1]!]!,
    facets: p.facets,
  }));
  return { nodes: points, edges, cells };
}
