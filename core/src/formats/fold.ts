import type { Assignment, CreasePattern, PatternInput } from '../creases/index.ts';
import { type FlatState, foldsOf, listEdges } from '../folded/index.ts';
import { type Point, apply, isTurned } from '../geometry/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';

/** A FOLD 1.2 document as read: the pattern, and everything in it, so that unknown keys survive a round trip. */
export interface FoldDocument {
  readonly input: PatternInput;
  /** Rounding error of a coordinate, from the digits written; 0 when they look exact. */
  readonly precision: number;
  readonly raw: Readonly<Record<string, unknown>>;
}

/** Coordinates beyond this are no paper's, in whatever unit. */
const FARTHEST = 1e9;

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
  const frame = patternFrame(raw as Record<string, unknown>);
  if (!frame)
    return failed([
      {
        path: 'frame_classes',
        text: 'The file holds a folded form and no crease pattern; save the flat pattern with it, and read it again.',
      },
    ]);
  const { vertices_coords: coords, edges_vertices: ends, edges_assignment: letters } = frame;
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
  const deep = (coords as number[][]).findIndex((p) => Math.abs((p[2] ?? 0) - (coords[0][2] ?? 0)) > 0);
  if (deep >= 0)
    return failed([
      {
        path: `vertices_coords.${deep}`,
        text: `Vertex ${deep} lies above or below the others: this is a folded form in space, not a pattern. Save the flat pattern, and read that.`,
      },
    ]);
  // Squares of larger ones overflow, and then nothing that is computed from them means anything.
  const far = (coords as number[][]).findIndex((p) => Math.max(Math.abs(p[0]!), Math.abs(p[1]!)) > FARTHEST);
  if (far >= 0)
    return failed([
      {
        path: `vertices_coords.${far}`,
        text: `Vertex ${far} lies at ${coords[far][0]}, ${coords[far][1]}; coordinates go up to ${FARTHEST}. Scale the pattern, and read the file again.`,
      },
    ]);
  const edges: { a: number; b: number; assignment: Assignment }[] = [];
  for (let i = 0; i < ends.length; i++) {
    const edge = readEdge(ends[i], Array.isArray(letters) ? letters[i] : 'U', i);
    if (!edge.ok) return edge;
    edges.push(edge.value);
  }
  const lost = edges.findIndex((e) => coords[e.a] === undefined || coords[e.b] === undefined);
  if (lost >= 0)
    return failed([
      {
        path: `edges_vertices.${lost}`,
        text: `Edge ${lost} names a vertex that does not exist (there are ${coords.length}).`,
      },
    ]);
  const vertices = (coords as number[][]).map((p): readonly [number, number] => [p[0]!, p[1]!]);
  return done({
    input: { vertices, edges },
    precision: precisionOf(vertices),
    raw: raw as Record<string, unknown>,
  });
}

/**
 * The frame that holds the crease pattern: the file's own top level unless that says it is a folded form, else the first
 * frame that says it is a pattern, with what it inherits (FOLD 1.2, frame_parent).
 */
function patternFrame(raw: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> | undefined {
  const frames = [raw, ...(Array.isArray(raw.file_frames) ? raw.file_frames.filter(isRaw) : [])];
  const says = (frame: Readonly<Record<string, unknown>>, word: string): boolean =>
    Array.isArray(frame.frame_classes) && frame.frame_classes.includes(word);
  const holds = (frame: Readonly<Record<string, unknown>>): boolean => Array.isArray(frame.edges_vertices);
  if (holds(raw) && !says(raw, 'foldedForm')) return raw;
  const at = frames.findIndex((f) => says(f, 'creasePattern'));
  if (at < 0) return holds(raw) ? undefined : raw;
  let whole = frames[at]!;
  // A chain longer than the list of frames runs in a ring.
  for (let k = 0; k < frames.length && whole.frame_inherit === true; k++) {
    const parent = typeof whole.frame_parent === 'number' ? frames[whole.frame_parent] : undefined;
    if (!parent) break;
    const { frame_inherit: _inherit, frame_parent: _parent, ...own } = whole;
    whole = { ...parent, ...own };
  }
  return whole;
}

const isRaw = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

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

/** The order of layers a file says: its faces by their vertices, and [f, g, s] as FOLD's faceOrders. */
export interface SaidOrder {
  readonly faces: readonly (readonly number[])[];
  readonly orders: readonly (readonly [number, number, number])[];
}

/** The order of the last folded frame that has one and shares the pattern's vertices; undefined where none does. */
export function readFaceOrders({ raw, input }: FoldDocument): SaidOrder | undefined {
  const frames = [raw, ...(Array.isArray(raw.file_frames) ? raw.file_frames.filter(isRaw) : [])];
  const isFace = (face: unknown): face is number[] =>
    Array.isArray(face) && face.every((v) => Number.isInteger(v) && input.vertices[v as number]);
  for (const frame of frames.reverse()) {
    const faces = frame.faces_vertices ?? raw.faces_vertices;
    const { faceOrders: orders, vertices_coords: coords } = frame;
    if (!Array.isArray(orders) || !Array.isArray(faces) || !faces.every(isFace)) continue;
    if (Array.isArray(coords) && coords.length !== input.vertices.length) continue;
    const isOrder = (o: unknown): o is [number, number, number] =>
      Array.isArray(o) &&
      o.length === 3 &&
      faces[o[0] as number] !== undefined &&
      faces[o[1] as number] !== undefined;
    if (orders.length > 0 && orders.every(isOrder)) return { faces, orders };
  }
  return undefined;
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

/** The folds of a state as a crease pattern on the sheet, resting creases left out. */
export function patternOf(state: FlatState): PatternInput {
  const edges = listEdges(state.facets.map((f) => f.loop));
  const { edges_assignment: letters } = toPatternKeys(state, state.vertices) as {
    edges_assignment: Assignment[];
  };
  return {
    vertices: state.vertices,
    edges: edges.map((e, i) => ({ a: e.u, b: e.v, assignment: letters[i]! })),
  };
}

/** One folded state as a FOLD frame, title and class included; the first frame of a file stands at its top level. */
export interface FoldFrame {
  readonly title: string;
  readonly state: FlatState;
}

/**
 * Folded states as a FOLD 1.2 document: the crease pattern of the last one, and every state as a frame of its own with
 * the order of its layers ([f, g, s]: s = 1 where f lies above g on the side g's front shows).
 */
export function toFoldStates(title: string, frames: readonly FoldFrame[]): Record<string, unknown> {
  const last = frames.at(-1)!.state;
  return {
    file_spec: 1.2,
    file_creator: 'Jade Kite',
    file_title: title,
    file_classes: ['singleModel'],
    frame_title: 'crease pattern',
    frame_classes: ['creasePattern'],
    ...toPatternKeys(last, last.vertices),
    file_frames: frames.map((f) => ({
      frame_title: f.title,
      frame_classes: ['foldedForm'],
      ...toPatternKeys(f.state, foldedVertices(f.state)),
      faceOrders: toFaceOrders(f.state),
    })),
  };
}

function toPatternKeys(state: FlatState, coords: readonly Point[]): Record<string, unknown> {
  const edges = listEdges(state.facets.map((f) => f.loop));
  const senses = new Map(foldsOf(state).map((f) => [`${f.vertices[0]},${f.vertices[1]}`, f.sense]));
  const letters = edges.map((e) => {
    if (e.right < 0) return 'B';
    return (senses.get(`${e.u},${e.v}`) ?? senses.get(`${e.v},${e.u}`)) === 'valley' ? 'V' : 'M';
  });
  return {
    vertices_coords: coords.map((p) => [...p]),
    edges_vertices: edges.map((e) => [e.u, e.v]),
    edges_assignment: letters,
    edges_foldAngle: letters.map((l) => (l === 'V' ? 180 : l === 'M' ? -180 : 0)),
    faces_vertices: state.facets.map((f) => [...f.loop]),
  };
}

function foldedVertices(state: FlatState): Point[] {
  const at: Point[] = [];
  for (const { loop, placement } of state.facets)
    for (const v of loop) at[v] ??= apply(placement, state.vertices[v]!);
  return at;
}

function toFaceOrders({ facets, order }: FlatState): [number, number, 1 | -1][] {
  const n = facets.length;
  return facets.flatMap((_, f) =>
    facets.flatMap((g, k): [number, number, 1 | -1][] => {
      const o = order[f * n + k]!;
      if (k >= f || o === 0) return [];
      return [[f, k, (o === 1) === !isTurned(g.placement) ? 1 : -1]];
    }),
  );
}
