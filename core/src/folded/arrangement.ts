import { type Point, areaOf, planarize, tolerance, walkFaces } from '../geometry/index.ts';
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
  /** Which side (corner k to k + 1) of which facet lies here. */
  readonly sides: readonly FacetSide[];
}

interface FacetSide {
  readonly facet: number;
  readonly side: number;
}

export interface Arrangement {
  readonly nodes: readonly Point[];
  readonly edges: readonly SubEdge[];
  /** cells[0] is the outside: no layers, area 0. */
  readonly cells: readonly Cell[];
}

/**
 * The model cut into cells by all folded edges, layers sorted top first by the state's order. Cost about edges times
 * neighbours in x.
 */
export function buildArrangement(state: FlatState): Arrangement {
  const n = state.facets.length;
  const map = arrangeFacets(
    state.facets.map((_, f) => facetOnModel(state, f)),
    tolerance.node,
  );
  const cells = map.cells.map((c) => ({
    ...c,
    layers: [...c.layers].sort((f, g) => state.order[g * n + f]!),
  }));
  return { ...map, cells };
}

/** Thrown where points so close are taken for one that the pieces of one sheet no longer hang together (Euler). */
export class TooCoarse extends Error {
  constructor() {
    super('broken promise: the arrangement of one sheet is connected (Euler)');
  }
}

/**
 * Folded facets (corners where they lie) cut into cells; layers of a cell in no particular order. Layers come from
 * flooding: crossing a stretch of edge adds or removes exactly the facets that have an edge there. Points closer than
 * `near` are one. Checked against Euler's formula (TooCoarse).
 */
export function arrangeFacets(facets: readonly (readonly Point[])[], near: number): Arrangement {
  const segments = facets.flatMap((corners, f) =>
    corners.map((from, i) => ({
      from,
      to: corners[(i + 1) % corners.length]!,
      tags: [{ facet: f, side: i }],
    })),
  );
  const map = planarize(segments, near);
  const { faceOf, outlines } = walkFaces(map);
  const areas = outlines.map((o) => areaOf(o.map((i) => map.nodes[i]!)));
  const outside = areas.indexOf(areas.reduce((a, b) => Math.min(a, b)));
  const used = new Set(map.parts.flatMap((p) => [p.a, p.b]));
  if (used.size - map.parts.length + outlines.length !== 2) throw new TooCoarse();
  const touching: { face: number; part: number }[][] = outlines.map(() => []);
  map.parts.forEach((_, k) => {
    touching[faceOf[2 * k]!]!.push({ face: faceOf[2 * k + 1]!, part: k });
    touching[faceOf[2 * k + 1]!]!.push({ face: faceOf[2 * k]!, part: k });
  });
  const layers = floodLayers(touching, outside, facets.length, map.parts);
  const number = outlines.map((_, i) => (i === outside ? 0 : i < outside ? i + 1 : i));
  const cells: Cell[] = [{ outline: [], layers: [], area: 0 }];
  outlines.forEach((outline, i) => {
    if (i === outside) return;
    cells[number[i]!] = {
      outline: outline.map((k) => map.nodes[k]!),
      layers: layers[i]!,
      area: areas[i]!,
    };
  });
  const edges = map.parts.map((p, k) => ({
    from: p.a,
    to: p.b,
    left: number[faceOf[2 * k]!]!,
    right: number[faceOf[2 * k + 1]!]!,
    facets: p.tags.map((t) => t.facet),
    sides: p.tags,
  }));
  return { nodes: map.nodes, edges, cells };
}

/** Facets over each face, by number: crossing a part adds or takes away the facets that have an edge on it. */
function floodLayers(
  touching: readonly (readonly { face: number; part: number }[])[],
  outside: number,
  facets: number,
  parts: readonly { readonly tags: readonly FacetSide[] }[],
): number[][] {
  const words = (facets + 31) >> 5;
  const bits: (Int32Array | undefined)[] = touching.map(() => undefined);
  bits[outside] = new Int32Array(words);
  for (const queue = [outside]; queue.length > 0;) {
    const at = queue.pop()!;
    for (const { face, part } of touching[at]!) {
      if (bits[face]) continue;
      const set = bits[at]!.slice();
      for (const { facet } of parts[part]!.tags) set[facet >> 5]! ^= 1 << (facet & 31);
      bits[face] = set;
      queue.push(face);
    }
  }
  return bits.map((set) => {
    invariant(set, 'every cell is reached from the outside');
    const list: number[] = [];
    for (let w = 0; w < words; w++)
      for (let rest = set[w]!; rest !== 0; rest &= rest - 1)
        list.push(w * 32 + (31 - Math.clz32(rest & -rest)));
    return list;
  });
}
