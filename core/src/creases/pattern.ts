import {
  type PlanarMap,
  type Point,
  type TaggedSegment,
  TooManyCrossings,
  areaOf,
  boundsOf,
  distance,
  planarize,
  walkFaces,
} from '../geometry/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';

/** B raw edge, M mountain, V valley (seen from the front), U folded with unknown sense, F resting crease. */
export type Assignment = 'B' | 'M' | 'V' | 'U' | 'F';

export interface PatternEdge {
  readonly a: number;
  readonly b: number;
  readonly assignment: Assignment;
  /** Facets on its left and right, seen from a to b; -1 is the outside. */
  readonly left: number;
  readonly right: number;
}

/** Vertices and creases as they come from outside; creases may cross and touch anywhere. */
export interface PatternInput {
  readonly vertices: readonly Point[];
  readonly edges: readonly { readonly a: number; readonly b: number; readonly assignment: Assignment }[];
}

/** A connected sheet without holes, cut into facets by its creases. */
export interface CreasePattern {
  readonly vertices: readonly Point[];
  readonly edges: readonly PatternEdge[];
  /** Corners of each facet, counter-clockwise. */
  readonly facets: readonly (readonly number[])[];
  /** Largest extent, the yardstick for tolerances. */
  readonly size: number;
}

const MOST_EDGES = 100_000;
/** Points closer than this share of the pattern's size are one. */
const NEAR = 1e-7;

/**
 * The planar graph of a pattern. Fails with the place and the limit for coordinates that are no numbers, edges without
 * length, raw edges inside the sheet, creases on its rim, folded creases that end inside a facet, a sheet in pieces or
 * with a hole, and more than 100,000 edges.
 */
export function buildPattern(input: PatternInput): Outcome<CreasePattern, Issue[]> {
  const broken = checkInput(input);
  if (broken.length > 0) return failed(broken);
  const box = boundsOf(input.edges.flatMap((e) => [input.vertices[e.a]!, input.vertices[e.b]!]));
  const size = Math.max(box.maxX - box.minX, box.maxY - box.minY);
  const segments = input.edges.map((e, i) => ({
    from: input.vertices[e.a]!,
    to: input.vertices[e.b]!,
    tags: [i],
  }));
  const map = planarizeOrNot(segments, size * NEAR);
  if (!map.ok) return map;
  return buildGraph(input, map.value, size);
}

function planarizeOrNot(
  segments: readonly TaggedSegment<number>[],
  near: number,
): Outcome<PlanarMap<number>, Issue[]> {
  try {
    return done(planarize(segments, near));
  } catch (fault) {
    if (!(fault instanceof TooManyCrossings)) throw fault;
    return failed([{ path: 'edges', text: `The pattern is too dense: ${fault.message}; split it.` }]);
  }
}

function buildGraph(
  input: PatternInput,
  map: PlanarMap<number>,
  size: number,
): Outcome<CreasePattern, Issue[]> {
  const { faceOf, outlines } = walkFaces(map);
  const areas = outlines.map((o) => areaOf(o.map((i) => map.nodes[i]!)));
  const inner = outlines.flatMap((_, i) => (areas[i]! > 0 ? [i] : []));
  const number = new Map(inner.map((face, i) => [face, i]));
  const edges = map.parts.map((part, k): PatternEdge => ({
    a: part.a,
    b: part.b,
    assignment: strongest(part.tags.map((t) => input.edges[t]!.assignment)),
    left: number.get(faceOf[2 * k]!) ?? -1,
    right: number.get(faceOf[2 * k + 1]!) ?? -1,
  }));
  const rims = outlines.length - inner.length;
  if (rims !== 1 || inner.length === 0) return failed([tellPieces(rims, inner.length)]);
  // A resting crease that ends inside a facet bounds nothing; it is left out of the graph.
  const kept = edges.filter((e) => e.left !== e.right || e.assignment !== 'F');
  const wrong = kept.flatMap((e) => checkEdge(e, map.nodes));
  if (wrong.length > 0) return failed(wrong.slice(0, 8));
  const facets = inner.map((face) => dropSpurs(outlines[face]!));
  return done({ vertices: map.nodes, edges: kept, facets, size });
}

function checkInput({ vertices, edges }: PatternInput): Issue[] {
  if (edges.length === 0)
    return [{ path: 'edges', text: 'The pattern has no edges; a sheet needs at least its rim.' }];
  if (edges.length > MOST_EDGES) {
    return [
      {
        path: 'edges',
        text: `The pattern has ${edges.length} edges, and at most ${MOST_EDGES} are read; split it.`,
      },
    ];
  }
  const bad = vertices.findIndex(([x, y]) => !Number.isFinite(x) || !Number.isFinite(y));
  if (bad >= 0)
    return [
      { path: `vertices.${bad}`, text: `Vertex ${bad} has a coordinate that is no number; write it again.` },
    ];
  const issues: Issue[] = [];
  edges.forEach((e, i) => {
    if (issues.length > 7) return;
    const [p, q] = [vertices[e.a], vertices[e.b]];
    if (!p || !q)
      issues.push({
        path: `edges.${i}`,
        text: `Edge ${i} names a vertex that does not exist (there are ${vertices.length}).`,
      });
    else if (distance(p, q) === 0)
      issues.push({ path: `edges.${i}`, text: `Edge ${i} has no length; leave it out.` });
  });
  return issues;
}

const STRENGTH: Record<Assignment, number> = { B: 4, M: 3, V: 3, U: 2, F: 1 };
const strongest = (list: readonly Assignment[]): Assignment =>
  list.reduce((a, b) => (STRENGTH[b] > STRENGTH[a] ? b : a));

function tellPieces(rims: number, facets: number): Issue {
  if (facets === 0)
    return { path: 'edges', text: 'The edges enclose no paper; draw the rim of the sheet as raw edges.' };
  return {
    path: 'edges',
    text: `The sheet lies in ${rims} pieces or has a hole; a sheet is one piece without holes.`,
  };
}

function checkEdge(e: PatternEdge, nodes: readonly Point[]): Issue[] {
  const [p, q] = [nodes[e.a]!, nodes[e.b]!];
  const where = `at (${((p[0] + q[0]) / 2).toFixed(4)}, ${((p[1] + q[1]) / 2).toFixed(4)})`;
  const rim = e.left < 0 || e.right < 0;
  if (rim && e.assignment !== 'B')
    return [{ path: 'edges', text: `A crease ${where} lies on the rim; mark it as a raw edge (B).` }];
  if (e.left === e.right)
    return [
      {
        path: 'edges',
        text: `A crease ${where} ends inside a facet, and only a resting one (F) may; lead it to another crease.`,
      },
    ];
  if (!rim && e.assignment === 'B')
    return [
      {
        path: 'edges',
        text: `A raw edge ${where} lies inside the sheet; mark it M, V, U or F, or take the paper away on one side.`,
      },
    ];
  return [];
}

/** Outline without the way in and out of creases that end inside the facet. */
function dropSpurs(outline: readonly number[]): number[] {
  const loop = [...outline];
  for (let i = 0; loop.length > 2 && i < loop.length;) {
    const [before, after] = [loop[(i + loop.length - 1) % loop.length]!, loop[(i + 1) % loop.length]!];
    if (before !== after) {
      i++;
      continue;
    }
    loop.splice(i, 1);
    loop.splice(i % loop.length, 1);
    i = Math.max(0, i - 2);
  }
  return loop;
}
