import {
  type Line,
  type Point,
  type Segment,
  apply,
  distance,
  inverse,
  isSamePoint,
  isTurned,
  tolerance,
} from '../geometry/index.ts';
import { buildPattern } from '../creases/index.ts';
import {
  type CreaseSense,
  type FineMesh,
  type FlatState,
  MeshCutter,
  type Refusal,
  facetsAt,
  joinSegments,
} from '../folded/index.ts';
import { type Outcome, done } from '../outcome/index.ts';

/** What a crease becomes: folded with a sense, folded either way, laid flat, or whatever lets the paper come to rest. */
export type CreaseWish = CreaseSense | 'folded' | 'flat' | 'free';

/**
 * A crease of a refold. On the sheet: a segment with the sense seen from the front. On the model: a stretch where it lies
 * now, through the layers of the material points in `on`, or all; the sense is as the folder sees it.
 */
export type RefoldCrease =
  | {
      readonly frame: 'sheet';
      readonly from: Point;
      readonly to: Point;
      /** Material points of the layers it is meant for; all when left out. */
      readonly on?: readonly Point[];
      readonly wish: CreaseWish;
    }
  | {
      readonly frame: 'model';
      readonly from: Point;
      readonly to: Point;
      readonly on: readonly Point[] | 'all';
      readonly wish: CreaseWish;
    };

/** Sheet segments of a crease, one for each layer it goes through, with the wish as seen from the front. */
export interface SheetCrease extends Segment {
  readonly wish: CreaseWish;
  /** The layer; every layer for creases given on the sheet. */
  readonly facet: number | undefined;
}

/** A crease where it lies on the sheet, once for each layer it goes through. */
export function toSheetCreases(state: FlatState, crease: RefoldCrease): SheetCrease[] {
  if (crease.frame === 'sheet') {
    const { from, to, wish } = crease;
    const chosen = crease.on && [...new Set(crease.on.flatMap((p) => facetsAt(state, p)))];
    return chosen
      ? chosen.map((facet) => ({ from, to, wish, facet }))
      : [{ from, to, wish, facet: undefined }];
  }
  const layers =
    crease.on === 'all'
      ? state.facets.map((_, f) => f)
      : [...new Set(crease.on.flatMap((p) => facetsAt(state, p)))];
  return layers.map((facet) => {
    const { placement } = state.facets[facet]!;
    const back = inverse(placement);
    const turns = isTurned(placement) && (crease.wish === 'valley' || crease.wish === 'mountain');
    const wish: CreaseWish = turns ? (crease.wish === 'valley' ? 'mountain' : 'valley') : crease.wish;
    return { from: apply(back, crease.from), to: apply(back, crease.to), wish, facet };
  });
}

/** Cuts the layers of all creases, and says what is wished of every edge that lies on one. Refuses slivers. */
export function cutCreases(
  state: FlatState,
  asked: readonly RefoldCrease[],
): Outcome<{ mesh: FineMesh; wishes: Map<string, CreaseWish> }, Refusal> {
  const cutter = new MeshCutter(state);
  // Stretches of one crease are one crease, however it was pieced together.
  const creases = joinSegments(
    asked.flatMap((c) => toSheetCreases(state, c)),
    (a, b) => a.wish === b.wish && a.facet === b.facet,
  );
  const isIn = (crease: SheetCrease) => (f: number) => crease.facet === undefined || crease.facet === f;
  for (const crease of creases) {
    const cut = cutter.cut(crease, isIn(crease));
    if (cut.ok) continue;
    // A cut runs on through whole pieces, and may be refused where only its run-on passes a corner.
    const mesh = cut.fault.kind === 'sliver' ? cutOpenSheet(state, creases) : undefined;
    return mesh ? done({ mesh, wishes: readWishes(mesh, creases) }) : cut;
  }
  for (const crease of creases) for (const end of [crease.from, crease.to]) cutter.splitAt(end, isIn(crease));
  const mesh = cutter.toMesh();
  return done({ mesh, wishes: readWishes(mesh, creases) });
}

/** The open sheet as its creases part it, nothing run on; undefined for folded paper, and where an edge is too short. */
function cutOpenSheet(state: FlatState, creases: readonly SheetCrease[]): FineMesh | undefined {
  const [facet, ...more] = state.facets;
  if (!facet || more.length > 0) return undefined;
  const rim = facet.loop.map((v) => state.vertices[v]!);
  const sides: Segment[] = rim.map((from, i) => ({ from, to: rim[(i + 1) % rim.length]! }));
  const segments = [...sides, ...creases];
  const built = buildPattern({
    vertices: segments.flatMap((s) => [s.from, s.to]),
    edges: segments.map((_, i) => ({ a: 2 * i, b: 2 * i + 1, assignment: i < rim.length ? 'B' : 'U' })),
  });
  if (!built.ok) return undefined;
  const { vertices, edges, facets } = built.value;
  const isShort = edges.some(({ a, b }) => isSamePoint(vertices[a]!, vertices[b]!, tolerance.shortestEdge));
  if (isShort) return undefined;
  const { placement } = facet;
  return {
    vertices,
    pieces: facets.map((loop) => ({ loop, parent: 0, before: placement, after: placement, side: 1 })),
    onLine: vertices.map(() => false),
    cut: [facets.length > 1],
  };
}

/** The wish for every edge of the mesh that lies on a crease. */
function readWishes(mesh: FineMesh, creases: readonly SheetCrease[]): Map<string, CreaseWish> {
  const wishes = new Map<string, CreaseWish>();
  const tests = creases.map((c) => ({ ...c, holds: testOf(c) }));
  for (const { loop, parent } of mesh.pieces) {
    loop.forEach((u, i) => {
      const v = loop[(i + 1) % loop.length]!;
      const [p, q] = [mesh.vertices[u]!, mesh.vertices[v]!];
      for (const { facet, wish, holds } of tests) {
        if ((facet === undefined || facet === parent) && holds(p) && holds(q)) wishes.set(keyOf(u, v), wish);
      }
    });
  }
  return wishes;
}

/** One name for an edge, whichever way it is run. */
export const keyOf = (u: number, v: number): string => (u < v ? `${u},${v}` : `${v},${u}`);

/** Whether points lie on a segment, its ends included. */
function testOf({ from, to }: Segment): (p: Point) => boolean {
  const size = distance(from, to);
  const [x, y] = [(to[0] - from[0]) / size, (to[1] - from[1]) / size];
  return (p) => {
    const px = p[0] - from[0];
    const py = p[1] - from[1];
    if (Math.abs(x * py - y * px) >= tolerance.overlap) return false;
    const along = x * px + y * py;
    return along > -1e-7 && along < size + tolerance.overlap;
  };
}

/** A line as a crease that runs right through the chosen layers. */
export function lineCrease(
  line: Line,
  on: readonly Point[] | 'all',
  wish: CreaseWish = 'free',
): Extract<RefoldCrease, { frame: 'model' }> {
  const along: Point = [line.normal[1], -line.normal[0]];
  const middle: Point = [line.normal[0] * line.offset, line.normal[1] * line.offset];
  const at = (t: number): Point => [middle[0] + along[0] * t, middle[1] + along[1] * t];
  return { frame: 'model', from: at(-FAR), to: at(FAR), on, wish };
}

/** Farther than any model reaches, in sheet sides. */
const FAR = 8;
