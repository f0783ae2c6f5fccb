import {
  type Point,
  type Segment,
  add,
  apply,
  cross,
  dot,
  length,
  scale,
  subtract,
  toUnit,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import { type FineMesh, type MeshEdge, type Refusal, listEdges } from '../folded/index.ts';
import { type CreaseWish, type RefoldCrease, keyOf } from './creases.ts';

/** A vertex of the sheet round which the folded creases cannot lie flat. */
interface OpenVertex {
  readonly vertex: number;
  /** Angles of the folded creases, radians, counter-clockwise. */
  readonly rays: readonly number[];
  /** Alternate angles added up, in degrees; 180 lies flat. */
  readonly sum: number;
}

/** What the caller knows of the fold and the sheet. */
interface Trial {
  /** True when the whole fold is possible with these creases too. */
  readonly closes: (added: readonly RefoldCrease[]) => boolean;
  /** The name of a place of the sheet, where it has one. */
  readonly nameOf: (p: Point) => string | undefined;
}

const TURN = 2 * Math.PI;
/** Alternate angles this near to half a turn (radians) lie flat: far above rounding, far below what a hand can fold. */
const CLOSED = 1e-6;

/**
 * Why creases do not close up, by the place where they do not: the vertex with what its alternate angles sum to, and
 * the one more crease that closes it (Kawasaki's condition solved for a ray in each sector, carried on through layers by
 * mirroring at every fold it meets). A crease is proposed only when `closes` says that the whole fold is then possible.
 * Undefined where every vertex closes by itself.
 */
export function explainOpenVertex(
  mesh: FineMesh,
  wishes: ReadonlyMap<string, CreaseWish>,
  isFree: (facet: number) => boolean,
  { closes, nameOf }: Trial,
): Refusal | undefined {
  const edges = listEdges(mesh.pieces.map((p) => p.loop));
  const folded = edges.filter((e) => isFolded(mesh, wishes, isFree, e) === 'yes');
  const open = findOpenVertices(mesh, edges, folded, (e) => isFolded(mesh, wishes, isFree, e) === 'open');
  const [first] = open;
  if (!first) return undefined;
  for (const o of open) {
    for (const angle of closingAngles(o.rays)) {
      const adds = carryOn(mesh, edges, folded, o.vertex, angle);
      if (!closes(adds.map((s): RefoldCrease => ({ frame: 'sheet', ...s, wish: 'folded' })))) continue;
      return {
        kind: 'crease',
        text: `${sayOpen(o)} One more crease closes it: from there to ${nameOf(adds.at(-1)!.to) ?? `${sayPlace(adds.at(-1)!.to)} on the sheet`}, drawn dotted; add it.`,
        at: placeOf(mesh, o.vertex),
        adds,
      };
    }
  }
  return {
    kind: 'crease',
    text: `${sayOpen(first)} No single crease more closes it; move a crease, leave one out, or let a fold that meets it open.`,
    at: placeOf(mesh, first.vertex),
  };
}

function sayOpen({ rays, sum }: OpenVertex): string {
  const begin = 'With these creases the paper cannot close up: at the place marked';
  if (rays.length === 1)
    return `${begin} a fold ends inside the paper, and it has to go on to a rim or a crease.`;
  if (rays.length % 2 === 1)
    return `${begin} ${rays.length} folded creases meet, and only an even number lies flat.`;
  return `${begin} alternate angles sum to ${sum.toFixed(2)}°, and only 180° lies flat.`;
}

const sayPlace = ([x, y]: Point): string => `(${x.toFixed(3)}, ${y.toFixed(3)})`;

function placeOf(mesh: FineMesh, vertex: number): Point {
  const piece = mesh.pieces.find((p) => p.loop.includes(vertex))!;
  return apply(piece.before, mesh.vertices[vertex]!);
}

/** Whether an edge will be folded; open where the move may decide. */
function isFolded(
  mesh: FineMesh,
  wishes: ReadonlyMap<string, CreaseWish>,
  isFree: (facet: number) => boolean,
  { u, v, left, right }: MeshEdge,
): 'yes' | 'no' | 'open' {
  if (right < 0) return 'no';
  const wish = wishes.get(keyOf(u, v));
  if (wish === 'flat') return 'no';
  if (wish === 'free') return 'open';
  if (wish !== undefined) return 'yes';
  const [f, g] = [mesh.pieces[left]!.parent, mesh.pieces[right]!.parent];
  if (f === g) return 'no';
  return isFree(f) || isFree(g) ? 'open' : 'yes';
}

function findOpenVertices(
  mesh: FineMesh,
  edges: readonly MeshEdge[],
  folded: readonly MeshEdge[],
  isOpen: (e: MeshEdge) => boolean,
): OpenVertex[] {
  const rim = new Set(edges.flatMap((e) => (e.right < 0 || isOpen(e) ? [e.u, e.v] : [])));
  const spokes = new Map<number, number[]>();
  for (const { u, v } of folded)
    for (const [from, to] of [
      [u, v],
      [v, u],
    ] as const) {
      if (rim.has(from)) continue;
      const way = subtract(mesh.vertices[to]!, mesh.vertices[from]!);
      spokes.set(from, [...(spokes.get(from) ?? []), Math.atan2(way[1], way[0])]);
    }
  return [...spokes].flatMap(([vertex, list]): OpenVertex[] => {
    const rays = [...list].sort((a, b) => a - b);
    const sum = alternateSum(rays);
    const closed = rays.length % 2 === 0 && Math.abs(sum - Math.PI) < CLOSED;
    return closed ? [] : [{ vertex, rays, sum: (sum * 180) / Math.PI }];
  });
}

/** Every other sector added up, from the first ray on. */
const alternateSum = (rays: readonly number[]): number =>
  rays.reduce((sum, r, i) => sum + (i % 2 === 1 ? r : -r), 0);

/** Angles of one more ray, one for each sector that holds a solution, so that alternate sectors sum to half a turn. */
export function closingAngles(rays: readonly number[]): number[] {
  if (rays.length % 2 === 0) return [];
  const sorted = [...rays].sort((a, b) => a - b);
  return sorted.flatMap((low, i) => {
    // Counted from this ray, the new one comes first; the rest follow in order.
    const rest = [...sorted.slice(i + 1), ...sorted.slice(0, i).map((r) => r + TURN)].map((r) => r - low);
    const x = Math.PI - rest.reduce((sum, r, k) => sum + (k % 2 === 0 ? -r : r), 0);
    const high = rest[0] ?? TURN;
    return [x, -x + TURN]
      .filter((t) => t > tolerance.alike && t < high - tolerance.alike && isClosedBy(rest, t))
      .map((t) => low + t);
  });
}

function isClosedBy(rest: readonly number[], t: number): boolean {
  const rays = [0, ...rest, t].sort((a, b) => a - b);
  return Math.abs(alternateSum(rays) - Math.PI) < CLOSED;
}

/** Folds a ray is carried through at most. */
const MOST_LAYERS = 12;

/** The crease from a vertex at an angle, over every fold it meets into the next layer, as far as a vertex or the rim. */
function carryOn(
  mesh: FineMesh,
  edges: readonly MeshEdge[],
  folded: readonly MeshEdge[],
  vertex: number,
  angle: number,
): Segment[] {
  const walls = [...folded, ...edges.filter((e) => e.right < 0)];
  let from = mesh.vertices[vertex]!;
  let way: Point = [Math.cos(angle), Math.sin(angle)];
  const parts: Segment[] = [];
  for (let k = 0; k < MOST_LAYERS; k++) {
    let hit: { at: Point; edge: MeshEdge; far: number } | undefined;
    for (const edge of walls) {
      const [a, b] = [mesh.vertices[edge.u]!, mesh.vertices[edge.v]!];
      const side = subtract(b, a);
      const turn = cross(way, side);
      if (Math.abs(turn) < tolerance.rounding) continue;
      const off = subtract(a, from);
      const [far, along] = [cross(off, side) / turn, cross(off, way) / turn];
      if (
        far < tolerance.alike ||
        along < -1e-9 ||
        along > 1 + tolerance.samePoint ||
        (hit && far >= hit.far)
      )
        continue;
      hit = { at: add(from, scale(way, far)), edge, far };
    }
    if (!hit) break;
    parts.push({ from, to: hit.at });
    const { edge, at } = hit;
    const atVertex = [edge.u, edge.v].some((v) => isSamePoint(mesh.vertices[v]!, at, tolerance.alike));
    if (edge.right < 0 || atVertex) break;
    const u = toUnit(subtract(mesh.vertices[edge.v]!, mesh.vertices[edge.u]!));
    way = subtract(way, scale(u, 2 * dot(way, u)));
    from = at;
  }
  return parts.filter((p) => length(subtract(p.to, p.from)) > tolerance.alike);
}
