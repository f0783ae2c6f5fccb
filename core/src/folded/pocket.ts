import {
  type Point,
  add,
  apply,
  between,
  centroidOf,
  distance,
  dot,
  scale,
  subtract,
  toUnit,
  tolerance,
} from '../geometry/index.ts';
import { type Arrangement, type SubEdge, buildArrangement } from './arrangement.ts';
import { type FlatState, edgeKey, facetOnModel, facetsAt } from './state.ts';

/** How far across the mouth the room behind it reaches: from its first end, along it, in sheet sides. */
export interface Opening {
  readonly from: number;
  readonly to: number;
}

/** The room between two layers behind a mouth. Lengths in sheet sides, places on the model. */
export interface Pocket {
  readonly from: Point;
  readonly to: Point;
  /** From the mouth into the pocket, of length 1. */
  readonly inward: Point;
  /** How far it goes in at its deepest place. */
  readonly depth: number;
  /** Depths at which its width changes its course: the mouth, corners of its room, its end. */
  readonly depths: readonly number[];
  /** How wide it is at a depth, about the middle of the mouth; undefined where it is closed there. */
  readonly openingAt: (depth: number) => Opening | undefined;
  /** Layers in front of it and behind it, somewhere over its room. */
  readonly front: readonly number[];
  readonly behind: readonly number[];
}

/** Why there is none. */
export type PocketFault = 'no paper' | 'no room';

/** A cell, and how many of its layers lie in front of what is slid in. */
interface Spot {
  readonly cell: number;
  readonly gap: number;
}

const keyOf = ({ cell, gap }: Spot): string => `${cell} ${gap}`;
/** So far behind the mouth a cell is looked for. */
const INSIDE = 1e-5;

/**
 * The pocket behind a mouth that runs between two places of one layer: the room a flat tab can be slid into from there, always
 * between the same layers. From cell to cell of the arrangement the tab stays between the layers that go on, and a fold that
 * joins a layer over it to one under it stops it (the taco rule, read for paper that is put in). Both gaps beside the mouth's own
 * layer are tried, and the deeper one with paper on both its sides is the pocket. Cost: the arrangement, and each of its cells once
 * for every gap.
 */
export function findPocket(
  state: FlatState,
  ends: readonly [Point, Point],
  map: Arrangement = buildArrangement(state),
): Pocket | PocketFault {
  const carriers = facetsAt(state, ends[0]).filter((f) => facetsAt(state, ends[1]).includes(f));
  let best: Pocket | undefined;
  for (const carrier of carriers) {
    const { placement } = state.facets[carrier]!;
    const [from, to] = ends.map((p) => apply(placement, p)) as [Point, Point];
    if (distance(from, to) < tolerance.samePoint) continue;
    const along = toUnit(subtract(to, from));
    const across: Point = [-along[1], along[0]];
    const own = dot(subtract(centroidOf(facetOnModel(state, carrier)), from), across);
    const inward = own >= 0 ? across : scale(across, -1);
    const start = add(between(from, to, 0.5), scale(inward, INSIDE));
    const cell = map.cells.findIndex((c) => c.area > 0 && isWithin(c.outline, start));
    if (cell < 0) continue;
    const at = map.cells[cell]!.layers.indexOf(carrier);
    if (at < 0) continue;
    for (const gap of [at, at + 1]) {
      const room = new Room(state, map, { from, to, inward });
      if (!room.fill({ cell, gap })) continue;
      const pocket = room.toPocket();
      if (!best || pocket.depth > best.depth + tolerance.samePoint) best = pocket;
    }
  }
  return best ?? (carriers.length === 0 ? 'no paper' : 'no room');
}

/** Inside a polygon of either turn that need not be convex, by crossings of a ray. */
function isWithin(outline: readonly Point[], [x, y]: Point): boolean {
  let inside = false;
  outline.forEach(([ax, ay], i) => {
    const [bx, by] = outline[(i + 1) % outline.length]!;
    if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) inside = !inside;
  });
  return inside;
}

class Room {
  private readonly state: FlatState;
  private readonly map: Arrangement;
  private readonly mouth: Pick<Pocket, 'from' | 'to' | 'inward'>;
  private readonly found = new Map<string, Spot>();
  /** Pairs of cells the tab can go between. */
  private readonly open = new Set<string>();
  private readonly joined: (facet: number, side: number) => number | undefined;

  constructor(state: FlatState, map: Arrangement, mouth: Pick<Pocket, 'from' | 'to' | 'inward'>) {
    [this.state, this.map, this.mouth] = [state, map, mouth];
    const own = new Map<number, number>();
    state.facets.forEach(({ loop }, f) =>
      loop.forEach((u, k) => own.set(edgeKey(u, loop[(k + 1) % loop.length]!), f)),
    );
    this.joined = (facet, side) => {
      const { loop } = this.state.facets[facet]!;
      return own.get(edgeKey(loop[(side + 1) % loop.length]!, loop[side]!));
    };
  }

  /** Floods the room from the first spot; false where that is no pocket: nothing in front of it, or nothing behind. */
  fill(first: Spot): boolean {
    if (!this.isHeld(first) || this.isShutAtMouth(first)) return false;
    const edges = this.edgesOf();
    this.found.set(keyOf(first), first);
    for (const queue = [first]; queue.length > 0;) {
      const spot = queue.pop()!;
      for (const edge of edges[spot.cell]!) {
        if (!this.isBehindMouth(edge)) continue;
        const cell = edge.left === spot.cell ? edge.right : edge.left;
        if (cell === 0 || cell === spot.cell) continue;
        for (const next of this.gapsBeyond(spot, edge, cell)) {
          this.open.add(`${spot.cell} ${cell}`).add(`${cell} ${spot.cell}`);
          if (this.found.has(keyOf(next))) continue;
          this.found.set(keyOf(next), next);
          queue.push(next);
        }
      }
    }
    return true;
  }

  private edgesOf(): readonly (readonly SubEdge[])[] {
    const edges: SubEdge[][] = this.map.cells.map(() => []);
    for (const e of this.map.edges) {
      edges[e.left]!.push(e);
      edges[e.right]!.push(e);
    }
    return edges;
  }

  private depthOf(p: Point): number {
    return dot(subtract(p, this.mouth.from), this.mouth.inward);
  }

  private isBehindMouth({ from, to }: SubEdge): boolean {
    const [a, b] = [from, to].map((n) => this.depthOf(this.map.nodes[n]!)) as [number, number];
    return Math.max(a, b) > tolerance.samePoint * 10;
  }

  private isHeld({ cell, gap }: Spot): boolean {
    return gap > 0 && gap < this.map.cells[cell]!.layers.length;
  }

  /** Where a fold along the mouth joins the layers in front to those behind, nothing goes in. */
  private isShutAtMouth(first: Spot): boolean {
    const { from, to } = this.mouth;
    const middle = between(from, to, 0.5);
    return this.map.edges.some((e) => {
      if (e.left !== first.cell && e.right !== first.cell) return false;
      const [a, b] = [this.map.nodes[e.from]!, this.map.nodes[e.to]!];
      const size = distance(a, b);
      if (Math.abs(distance(a, middle) + distance(middle, b) - size) > tolerance.samePoint) return false;
      return this.closes(e, first);
    });
  }

  /** Whether a fold on this edge joins a layer of the spot's cell over its gap to one under it. */
  private closes(edge: SubEdge, { cell, gap }: Spot): boolean {
    const { layers } = this.map.cells[cell]!;
    return edge.sides.some(({ facet, side }) => {
      const other = this.joined(facet, side);
      if (other === undefined) return false;
      const [a, b] = [layers.indexOf(facet), layers.indexOf(other)];
      return a >= 0 && b >= 0 && a < gap !== b < gap;
    });
  }

  private gapsBeyond(spot: Spot, edge: SubEdge, cell: number): Spot[] {
    if (this.closes(edge, spot)) return [];
    const layers = this.map.cells[cell]!.layers;
    const own = this.map.cells[spot.cell]!.layers;
    const over = own.slice(0, spot.gap).flatMap((f) => atOf(layers, f));
    const under = own.slice(spot.gap).flatMap((f) => atOf(layers, f));
    const [low, high] = [Math.max(-1, ...over) + 1, Math.min(layers.length, ...under)];
    const spots: Spot[] = [];
    for (let gap = low; gap <= high; gap++) {
      const next = { cell, gap };
      if (this.isHeld(next) && !this.closes(edge, next)) spots.push(next);
    }
    return spots;
  }

  toPocket(): Pocket {
    const spots = [...this.found.values()];
    const cells = [...new Set(spots.map((s) => s.cell))];
    const nodes = cells.flatMap((c) => this.map.cells[c]!.outline.map((p) => this.depthOf(p)));
    const depth = Math.max(0, ...nodes);
    const depths = [...new Set([0, ...nodes.map((d) => Math.round(d * 1e9) / 1e9)])]
      .filter((d) => d >= 0)
      .sort((a, b) => a - b);
    const layersOf = (pick: (s: Spot, layers: readonly number[]) => readonly number[]): number[] => [
      ...new Set(spots.flatMap((s) => pick(s, this.map.cells[s.cell]!.layers))),
    ];
    return {
      ...this.mouth,
      depth,
      depths,
      openingAt: (d) => this.openingAt(d, cells),
      front: layersOf(({ gap }, layers) => layers.slice(0, gap)),
      behind: layersOf(({ gap }, layers) => layers.slice(gap)),
    };
  }

  /** The stretch of the room about the middle of the mouth on a line along it, so far in. */
  private openingAt(depth: number, cells: readonly number[]): Opening | undefined {
    const { from, to, inward } = this.mouth;
    const along = toUnit(subtract(to, from));
    const middle = distance(from, to) / 2;
    const place = (p: Point): [number, number] => [
      dot(subtract(p, from), along),
      dot(subtract(p, from), inward) - depth,
    ];
    const stretches = cells
      .flatMap((cell) => cutAcross(this.map.cells[cell]!.outline.map(place)).map((s) => ({ cell, ...s })))
      .sort((a, b) => a.from - b.from);
    const near = tolerance.samePoint * 10;
    const start = stretches.findIndex((s) => s.from - near <= middle && middle <= s.to + near);
    if (start < 0) return undefined;
    let { from: low, to: high } = stretches[start]!;
    const meets = (a: { cell: number }, b: { cell: number }): boolean =>
      a.cell === b.cell || this.open.has(`${a.cell} ${b.cell}`);
    for (let i = start; i + 1 < stretches.length; i++) {
      const [own, next] = [stretches[i]!, stretches[i + 1]!];
      if (next.from > own.to + near || !meets(own, next)) break;
      high = next.to;
    }
    for (let i = start; i > 0; i--) {
      const [own, next] = [stretches[i]!, stretches[i - 1]!];
      if (next.to < own.from - near || !meets(own, next)) break;
      low = next.from;
    }
    return { from: low, to: high };
  }
}

const atOf = (layers: readonly number[], facet: number): number[] => {
  const at = layers.indexOf(facet);
  return at < 0 ? [] : [at];
};

/** Where the line y = 0 runs inside a polygon (x along it), pair by pair. */
function cutAcross(outline: readonly (readonly [number, number])[]): Opening[] {
  const crossings: number[] = [];
  outline.forEach(([ax, ay], i) => {
    const [bx, by] = outline[(i + 1) % outline.length]!;
    if (ay > 0 !== by > 0) crossings.push(ax + (ay / (ay - by)) * (bx - ax));
  });
  crossings.sort((a, b) => a - b);
  const spans: Opening[] = [];
  for (let i = 0; i + 1 < crossings.length; i += 2)
    spans.push({ from: crossings[i]!, to: crossings[i + 1]! });
  return spans;
}

/** How far a folded form reaches across a direction, near an edge of it. */
export interface EdgeProfile {
  /** From the edge to the body, of length 1. */
  readonly inward: Point;
  /** The farthest the form reaches from the edge. */
  readonly reach: number;
  /** Depths from the edge at which its width changes its course. */
  readonly depths: readonly number[];
  /** How wide it is within so far from the edge: from the edge's first end, along it. */
  readonly within: (depth: number) => Opening | undefined;
  /** The most layers within so far from the edge. */
  readonly layersWithin: (depth: number) => number;
  /**
   * Half of the way round it within so far from the edge, with layers so thick: a flat mouth has to be as wide to go round. Its
   * section is taken as the hull of every stack within that depth.
   */
  readonly girthWithin: (depth: number, thickness: number) => number;
}

/** Reads a folded form from an edge of it inwards; what reaches out beyond the edge's line is left aside. */
export function profileFrom(
  state: FlatState,
  from: Point,
  to: Point,
  map: Arrangement = buildArrangement(state),
): EdgeProfile {
  const along = toUnit(subtract(to, from));
  const across: Point = [-along[1], along[0]];
  const mass = map.cells.reduce(
    (sum, c) =>
      c.area > 0 ? sum + c.area * c.layers.length * dot(subtract(centroidOf(c.outline), from), across) : sum,
    0,
  );
  const inward = mass >= 0 ? across : scale(across, -1);
  const place = (p: Point): [number, number] => [
    dot(subtract(p, from), along),
    dot(subtract(p, from), inward),
  ];
  const cells = map.cells
    .filter((c) => c.area > 0)
    .map((c) => ({ layers: c.layers.length, outline: c.outline.map(place) }))
    .map((c) => {
      const ys = c.outline.map(([, y]) => y);
      return { ...c, low: Math.min(...ys), high: Math.max(...ys) };
    });
  /** Cells that lie nearer to the edge than a depth, with the places across at which they do. */
  const within = keptBy((depth: number): { layers: number; xs: number[] }[] =>
    cells.flatMap(({ layers, outline, low, high }) => {
      const edge = tolerance.samePoint;
      if (low >= depth - edge || high <= edge) return [];
      // The widest place of a polygon cut off at a depth is at one of its corners, or on the cut.
      const xs = [
        ...outline.filter(([, y]) => y >= -edge && y <= depth + edge).map(([x]) => x),
        ...[depth, 0].flatMap((d) =>
          cutAcross(outline.map(([x, y]) => [x, y - d])).flatMap((s) => [s.from, s.to]),
        ),
      ];
      return xs.length === 0 ? [] : [{ layers, xs }];
    }),
  );
  const heights = cells.flatMap((c) => c.outline.map(([, y]) => y)).filter((y) => y >= 0);
  return {
    inward,
    reach: Math.max(0, ...heights),
    depths: [...new Set([0, ...heights.map((y) => Math.round(y * 1e9) / 1e9)])].sort((a, b) => a - b),
    within: (depth) => {
      const xs = within(depth).flatMap((c) => c.xs);
      return xs.length === 0 ? undefined : { from: Math.min(...xs), to: Math.max(...xs) };
    },
    layersWithin: (depth) => Math.max(0, ...within(depth).map((c) => c.layers)),
    girthWithin: (depth, thickness) => {
      const corners = within(depth).flatMap(({ layers, xs }): Point[] =>
        [Math.min(...xs), Math.max(...xs)].flatMap((x): Point[] => [
          [x, (-layers * thickness) / 2],
          [x, (layers * thickness) / 2],
        ]),
      );
      return roundHull(corners) / 2;
    },
  };
}

/** A function that is asked the same again and again. */
function keptBy<T>(ask: (depth: number) => T): (depth: number) => T {
  const known = new Map<number, T>();
  return (depth) => {
    const had = known.get(depth);
    if (had !== undefined) return had;
    const found = ask(depth);
    known.set(depth, found);
    return found;
  };
}

/** The way round the convex hull of points (Andrew's monotone chain). */
function roundHull(points: readonly Point[]): number {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const chain = (list: readonly Point[]): Point[] => {
    const own: Point[] = [];
    for (const p of list) {
      while (own.length > 1 && turnAt(own.at(-2)!, own.at(-1)!, p) <= 0) own.pop();
      own.push(p);
    }
    return own.slice(0, -1);
  };
  const hull = [...chain(sorted), ...chain([...sorted].reverse())];
  return hull.reduce((sum, p, i) => sum + distance(p, hull[(i + 1) % hull.length]!), 0);
}

const turnAt = (a: Point, b: Point, c: Point): number =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
