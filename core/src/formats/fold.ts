import type { Assignment, CreasePattern, PatternInput } from '../creases/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';

/** A FOLD 1.2 document as read: the pattern, and everything in it, so that unknown keys survive a round trip. */
export interface FoldDocument {
  readonly input: PatternInput;
  /** Rounding error of a coordinate, from the digits written; 0 when they look exact. */
  readonly precision: number;
  readonly raw: Readonly<Record<string, unknown>>;
}

const LETTERS: Record<string, Assignment> = { B: 'B', M: 'M', V: 'V', F: 'F', U: 'U' };

/** Reads FOLD text. C (cut) and J (join) are refused with a sentence, missing assignments count as U. */
export function readFold(text: string): Outcome<FoldDocument, Issue[]> {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return failed([{ path: '', text: 'The file is not JSON; a .fold file is JSON text.' }]);
  }
  if (typeof raw !== 'object' || raw === null)
    return failed([{ path: '', text: 'The file holds no object; a .fold file is one JSON object.' }]);
  const {
    vertices_coords: coords,
    edges_vertices: ends,
    edges_assignment: letters,
  } = raw as Record<string, unknown>;
  if (!Array.isArray(coords) || !Array.isArray(ends)) {
    return failed([
      {
        path: Array.isArray(coords) ? 'edges_vertices' : 'vertices_coords',
        text: 'The file has no vertices_coords and edges_vertices lists; it says no crease pattern.',
      },
    ]);
  }
  const bad = coords.findIndex(
    (p) => !Array.isArray(p) || typeof p[0] !== 'number' || typeof p[1] !== 'number',
  );
  if (bad >= 0)
    return failed([{ path: `vertices_coords.${bad}`, text: `Vertex ${bad} is not a pair of numbers.` }]);
  const edges: { a: number; b: number; assignment: Assignment }[] = [];
  for (let i = 0; i < ends.length; i++) {
    const edge = readEdge(ends[i], Array.isArray(letters) ? letters[i] : 'U', i);
    if (!edge.ok) return edge;
    edges.push(edge.value);
  }
  const vertices = (coords as number[][]).map((p): readonly [number, number] => [p[0]!, p[1]!]);
  return done({
    input: { vertices, edges },
    precision: precisionOf(vertices),
    raw: raw as Record<string, unknown>,
  });
}

function readEdge(
  ends: unknown,
  letter: unknown,
  i: number,
): Outcome<{ a: number; b: number; assignment: Assignment }, Issue[]> {
  if (!Array.isArray(ends) || !Number.isInteger(ends[0]) || !Number.isInteger(ends[1])) {
    return failed([{ path: `edges_vertices.${i}`, text: `Edge ${i} does not name two vertices.` }]);
  }
  if (letter === 'C' || letter === 'J') {
    return failed([
      {
        path: `edges_assignment.${i}`,
        text: `Edge ${i} is marked ${letter}: ${letter === 'C' ? 'cut' : 'joined'} paper is not folded here; use B, M, V, F or U.`,
      },
    ]);
  }
  const assignment =
    typeof letter === 'string' && Object.hasOwn(LETTERS, letter) ? LETTERS[letter] : undefined;
  if (!assignment)
    return failed([
      {
        path: `edges_assignment.${i}`,
        text: `Edge ${i} has the letter "${String(letter)}"; use B, M, V, F or U.`,
      },
    ]);
  return done({ a: ends[0] as number, b: ends[1] as number, assignment });
}

/** Half a unit of the last decimal written, when all coordinates stop within eight decimals and some need more than two. */
function precisionOf(vertices: readonly (readonly [number, number])[]): number {
  let most = 0;
  for (const p of vertices) {
    for (const x of p) most = Math.max(most, (String(x).split('.')[1] ?? '').length);
  }
  return most <= 2 || most > 12 ? 0 : 0.5 * 10 ** -most;
}

/** A pattern as a FOLD 1.2 document; keys of `raw` it does not set are kept. */
export function toFold(
  pattern: CreasePattern,
  raw: Readonly<Record<string, unknown>> = {},
): Record<string, unknown> {
  return {
    ...raw,
    file_spec: 1.2,
    vertices_coords: pattern.vertices.map((p) => [...p]),
    edges_vertices: pattern.edges.map((e) => [e.a, e.b]),
    edges_assignment: pattern.edges.map((e) => e.assignment),
    faces_vertices: pattern.facets.map((f) => [...f]),
  };
}
