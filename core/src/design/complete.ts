import {
  type Point,
  add,
  between,
  distance,
  dot,
  isSamePoint,
  reflectionIn,
  apply,
  scale,
  subtract,
} from '../geometry/index.ts';
import { type Ends, type Field, type Hold, ON_WALL, type Settled, settle } from './settle.ts';
import { type LimbTree, type TreePlace, farFrom, grow, hang, rootOfEnd, waysIn, wayBetween } from './tree.ts';

/** Ends on the sheet so that touching ways cut it into convex polygons; lengths in sheet sides. */
export interface Completed {
  readonly tree: LimbTree;
  readonly at: readonly Point[];
  readonly holds: readonly Hold[];
  /** Ends of the figure come first; all further ones are stubs that fill the rim. */
  readonly wanted: number;
  /** By how much the limb of each end of the figure came out longer. */
  readonly growth: readonly number[];
}

/** Ends nearer to a wall than this are pushed onto it, and the nearest of a corner into it. */
const [NEAR_WALL, NEAR_CORNER] = [0.17, 0.3];
/** A stub shorter than this cannot be put away: the start is given up. */
const LEAST_STUB = 0.025;
/** Gaps below this are none: what the programs leave. */
const CLOSED = 2e-8;
/** An inner end that stops so near to a wall leaves a sliver of paper. */
const SLIVER = 1e-4;
/** Places tried along a way where no node of it has room, and along a gap. */
const [ALONG_WAY, ALONG_GAP] = [17, 33];
const MOST_STUBS = 28;
const ROUNDS = 6;

/** So far ends may grow along the rim while the placement is completed, as shares of their limbs. */
export const BORDER_GROWTHS = [0, 0.12, 0.4] as const;

/**
 * Completes a placement: ends near the rim go onto it, corners and gaps of the rim get stubs, and inner ends grow until
 * they are held all round. At that optimum the pushes on each end balance, so that no angle between neighbouring contacts
 * exceeds half a turn. Undefined where it cannot be completed from this start.
 */
export function complete(
  scaledTree: LimbTree,
  start: readonly Point[],
  field: Field,
  borderGrowth: number,
  /** Ends on the rim stay where they are. */
  isHeld = false,
): Completed | undefined {
  const task = new Completion(scaledTree, start, field, isHeld);
  if (!isHeld) task.pushOut();
  if (borderGrowth > 0) task.growBorder(borderGrowth);
  if (!task.fillCorners()) return undefined;
  for (let round = 0; round < ROUNDS; round++) {
    if (!task.fillWalls()) return undefined;
    if (!task.growInner()) return task.hasSliver() ? undefined : task.result();
  }
  return undefined;
}

interface Gap {
  readonly a: number;
  readonly b: number;
  readonly gap: number;
}

class Completion {
  private tree: LimbTree;
  private at: Point[];
  private holds: Hold[];
  private mates: number[] | undefined;
  private ways: Float64Array[];
  private readonly field: Field;
  private readonly wanted: number;
  private readonly growth: number[];
  private readonly isHeld: boolean;

  constructor(tree: LimbTree, start: readonly Point[], field: Field, isHeld: boolean) {
    this.isHeld = isHeld;
    this.tree = tree;
    this.field = field;
    this.at = [...start];
    this.wanted = start.length;
    this.growth = start.map(() => 0);
    const { image } = tree;
    this.mates = image && tree.ends.map((node) => tree.ends.indexOf(image[node]!));
    this.ways = waysIn(tree);
    this.holds = start.map(() => 'free');
    this.holdAll();
  }

  result(): Completed {
    const { tree, at, holds, wanted, growth } = this;
    return { tree, at, holds, wanted, growth };
  }

  hasSliver(): boolean {
    return this.at.some(
      (_, i) => this.holds[i] === 'free' && this.field.walls.some((__, w) => this.depth(i, w) < SLIVER),
    );
  }

  private way(i: number, j: number): number {
    return this.ways[this.tree.ends[i]!]![this.tree.ends[j]!]!;
  }

  private get ends(): Ends {
    return { at: this.at, holds: this.holds, mates: this.mates };
  }

  private take({ at, growth }: Settled): void {
    this.at = at;
    if (growth.some((g) => g > 0)) {
      this.tree = grow(this.tree, growth);
      this.ways = waysIn(this.tree);
      growth.forEach((g, i) => {
        if (i < this.wanted) this.growth[i]! += g;
      });
    }
    this.holdAll();
  }

  private depth(i: number, wall: number): number {
    const { normal, limit } = this.field.walls[wall]!;
    return limit - dot(normal, this.at[i]!);
  }

  /** Ends that have come to a wall or a corner are held there from now on. */
  private holdAll(): void {
    this.holds = this.at.map((_, i) => {
      const walls = this.field.walls.flatMap((__, w) => (this.depth(i, w) < ON_WALL ? [w] : []));
      if (walls.length === 0) return 'free';
      return walls.length === 1 && !this.isHeld ? { wall: walls[0]! } : 'fixed';
    });
    this.at = this.at.map((p, i) => {
      const hold = this.holds[i]!;
      if (hold === 'free') return p;
      if (hold === 'fixed') return this.field.walls.find((w) => isSamePoint(w.from, p, 1e-6))?.from ?? p;
      const { normal } = this.field.walls[hold.wall]!;
      return add(p, scale(normal, this.depth(i, hold.wall)));
    });
  }

  pushOut(): void {
    const { walls } = this.field;
    const pulls = this.at.map((): Point => [0, 0]);
    const pull = (i: number, wall: number): void => {
      pulls[i] = add(pulls[i]!, walls[wall]!.normal);
    };
    const cornerOf = new Map<number, number>();
    walls.forEach(({ from }, w) => {
      const nearest = this.at.reduce(
        (best, p, i) => (distance(p, from) < distance(this.at[best]!, from) ? i : best),
        0,
      );
      if (distance(this.at[nearest]!, from) < NEAR_CORNER && !cornerOf.has(nearest)) cornerOf.set(nearest, w);
    });
    this.at.forEach((_, i) => {
      const corner = cornerOf.get(i);
      if (corner !== undefined) {
        pull(i, corner);
        pull(i, (corner + walls.length - 1) % walls.length);
        return;
      }
      const nearest = walls.reduce((best, __, w) => (this.depth(i, w) < this.depth(i, best) ? w : best), 0);
      if (this.depth(i, nearest) < NEAR_WALL) pull(i, nearest);
    });
    this.take(
      settle(this.ends, (i, j) => this.way(i, j), this.field, {
        moves: () => true,
        pull: (i) => pulls[i]!,
        most: () => 0,
      }),
    );
  }

  growBorder(share: number): void {
    const lengths = this.tree.ends.map(
      (tip) => this.tree.edges.find((e) => e.a === tip || e.b === tip)!.length,
    );
    const holds = this.holds;
    this.take(
      settle(this.ends, (i, j) => this.way(i, j), this.field, {
        moves: () => true,
        pull: () => [0, 0],
        most: (i) => (holds[i] === 'free' ? 0 : share * lengths[i]!),
      }),
    );
  }

  /** Hangs an end on a place of the tree, and its image on the image of that place; false where they come too near. */
  private stub(place: TreePlace, at: Point, length: number): boolean {
    if (this.at.length >= MOST_STUBS + this.wanted) return false;
    const own = this.at.length;
    const number = own - this.wanted + 1;
    const parted = 'edge' in place ? this.tree.edges[place.edge] : undefined;
    this.tree = hang(this.tree, place, length, `stub ${number}`);
    this.at.push(at);
    this.mates?.push(own);
    const { mirror } = this.field;
    const mirrored = mirror && apply(reflectionIn(mirror), at);
    if (mirrored && isSamePoint(mirrored, at, 1e-7)) {
      // On the mirror line it must hang on what is its own image.
      if (!('node' in place) || this.tree.image![place.node] !== place.node) return false;
    } else if (mirrored) {
      const root = rootOfEnd(this.tree, own);
      const imagePlace = this.imageOf(place, root, parted);
      if (!imagePlace) return false;
      this.tree = hang(this.tree, imagePlace, length, `stub ${number + 1}`);
      this.at.push(mirrored);
      this.pairUp(own, own + 1, root);
    }
    this.ways = waysIn(this.tree);
    this.holdAll();
    // A stub and its image know nothing of each other until both stand.
    const last = this.at.length - 1;
    return this.at.every((p, k) => k === last || distance(p, this.at[last]!) > this.way(k, last) - CLOSED);
  }

  /** Two stubs mirror each other, and so do the places they hang on. */
  private pairUp(own: number, other: number, root: number): void {
    const otherRoot = rootOfEnd(this.tree, other);
    const [tip, otherTip] = [this.tree.ends[own]!, this.tree.ends[other]!];
    const image = [...this.tree.image!];
    [image[tip], image[otherTip]] = [otherTip, tip];
    [image[root], image[otherRoot]] = [otherRoot, root];
    this.tree = { ...this.tree, image };
    this.mates![own] = other;
    this.mates!.push(own);
  }

  /** The image of a place on which a stub has been hung, its edge parted at `root` by then. */
  private imageOf(
    place: TreePlace,
    root: number,
    parted: LimbTree['edges'][number] | undefined,
  ): TreePlace | undefined {
    const image = this.tree.image!;
    if ('node' in place) return { node: image[place.node]! };
    const { a, b, length } = parted!;
    const [x, y] = [image[a]!, image[b]!];
    // An edge on the mirror line is its own image, and so is the place where it was parted.
    if (x === a && y === b) return { node: root };
    const edge = this.tree.edges.findIndex((e) => (e.a === x && e.b === y) || (e.a === y && e.b === x));
    if (edge < 0) return undefined;
    return { edge, far: this.tree.edges[edge]!.a === x ? place.far : length - place.far };
  }

  fillCorners(): boolean {
    for (const { from } of this.field.walls) {
      if (this.at.some((p) => isSamePoint(p, from, 1e-7))) continue;
      const found = this.roomAtCorner(from);
      if (!found || found.room < LEAST_STUB || !this.stub(found.place, from, found.room)) return false;
    }
    return true;
  }

  /** The longest stub from a corner, and where on the tree it hangs: on each edge room falls to either side of one place. */
  private roomAtCorner(corner: Point): { place: TreePlace; room: number } | undefined {
    const { mirror } = this.field;
    const isOnMirror = mirror !== undefined && isSamePoint(apply(reflectionIn(mirror), corner), corner, 1e-7);
    const apart = this.at.map((p) => distance(p, corner));
    const least = (ends: readonly number[], node: number): number =>
      ends.reduce((min, i) => Math.min(min, apart[i]! - this.ways[node]![this.tree.ends[i]!]!), Infinity);
    const all = this.at.map((_, i) => i);
    let best: { place: TreePlace; room: number } | undefined;
    const offer = (place: TreePlace, room: number): void => {
      if (!best || room > best.room + 1e-12) best = { place, room };
    };
    if (isOnMirror) {
      this.tree.names.forEach((_, node) => {
        if (this.tree.image![node] === node && !this.tree.ends.includes(node))
          offer({ node }, least(all, node));
      });
      return best;
    }
    this.tree.edges.forEach(({ a, b, length }, edge) => {
      const nearer = all.filter(
        (i) => this.ways[a]![this.tree.ends[i]!]! < this.ways[b]![this.tree.ends[i]!]!,
      );
      const [A, B] = [
        least(nearer, a),
        least(
          all.filter((i) => !nearer.includes(i)),
          b,
        ),
      ];
      const far = Math.max(0, Math.min(length, (A - B + length) / 2));
      const room = Math.min(A - far, B - length + far);
      const tips = this.tree.ends;
      if (far < 1e-6) {
        if (!tips.includes(a)) offer({ node: a }, least(all, a));
      } else if (length - far < 1e-6) {
        if (!tips.includes(b)) offer({ node: b }, least(all, b));
      } else offer({ edge, far }, room);
    });
    return best;
  }

  /** Ends on the rim, wall by wall, each wall from its first corner to its last. */
  private rim(): number[][] {
    return this.field.walls.map(({ from, to }, w) => {
      const along = subtract(to, from);
      return this.at
        .flatMap((p, i) =>
          this.holds[i] !== 'free' && Math.abs(this.depth(i, w)) < 1e-7
            ? [{ i, t: dot(along, subtract(p, from)) }]
            : [],
        )
        .sort((p, q) => p.t - q.t)
        .map((p) => p.i);
    });
  }

  private widestGap(): Gap | undefined {
    let widest: Gap | undefined;
    for (const wall of this.rim())
      wall.slice(1).forEach((b, k) => {
        const a = wall[k]!;
        const gap = distance(this.at[a]!, this.at[b]!) - this.way(a, b);
        if (gap > CLOSED && (!widest || gap > widest.gap)) widest = { a, b, gap };
      });
    return widest;
  }

  /** Closes all gaps of the rim with stubs; false where one is too narrow or has no room. */
  fillWalls(): boolean {
    for (let gap = this.widestGap(); gap; gap = this.widestGap()) {
      if (gap.gap / 2 < LEAST_STUB) return false;
      const stub = this.stubFor(gap);
      if (!stub || !this.stub(stub.place, stub.at, stub.length)) return false;
    }
    return true;
  }

  private stubFor({ a, b, gap }: Gap): { place: TreePlace; at: Point; length: number } | undefined {
    const [from, to] = [this.at[a]!, this.at[b]!];
    const whole = distance(from, to);
    const places = this.placesOnWay(a, b);
    const roomFor = (far: (node: number) => number, at: Point): number =>
      this.at.reduce(
        (least, p, k) =>
          k === a || k === b ? least : Math.min(least, distance(p, at) - far(this.tree.ends[k]!)),
        Infinity,
      );
    for (const { place, x, far } of places) {
      const at = between(from, to, (x + gap / 2) / whole);
      if (roomFor(far, at) >= gap / 2 - 1e-12) return { place, at, length: gap / 2 };
    }
    // Blocked from inside: the longest that fits; what is left on both sides is closed after it.
    let best: { place: TreePlace; at: Point; length: number } | undefined;
    for (const { place, x, far } of places)
      for (let k = 0; k < ALONG_GAP; k++) {
        const t = (gap * k) / (ALONG_GAP - 1);
        const at = between(from, to, (x + t) / whole);
        const rest = [t, gap - t];
        const length = Math.min(...rest, roomFor(far, at));
        // What is left beside it must be nothing, or wide enough for a stub of its own.
        if (rest.some((r) => r - length > CLOSED && r - length < 2 * LEAST_STUB)) continue;
        if (length >= LEAST_STUB && (!best || length > best.length)) best = { place, at, length };
      }
    return best;
  }

  /** Nodes of the way from one end to another, then places between them; with the way to it, and to any node from it. */
  private placesOnWay(
    a: number,
    b: number,
  ): { place: TreePlace; x: number; far: (node: number) => number }[] {
    const [first, last] = [this.tree.ends[a]!, this.tree.ends[b]!];
    const nodes = wayBetween(this.tree, this.ways, first, last);
    const image = this.tree.image;
    const isAcross = this.mates !== undefined && this.mates[a] === b;
    const make = (place: TreePlace, x: number) => ({ place, x, far: farFrom(this.tree, this.ways, place) });
    const own = nodes
      .slice(1, -1)
      .filter((n) => !isAcross || image![n] === n)
      .map((node) => make({ node }, this.ways[first]![node]!));
    if (isAcross) return own;
    const between = nodes.slice(1).flatMap((v, k) => {
      const u = nodes[k]!;
      const edge = this.tree.edges.findIndex((e) => (e.a === u && e.b === v) || (e.a === v && e.b === u));
      const { a: start, length } = this.tree.edges[edge]!;
      const count = Math.max(1, Math.round((ALONG_WAY * length) / this.ways[first]![last]!));
      return Array.from({ length: count }, (_, i) => {
        const t = (length * (i + 0.5)) / count;
        return make({ edge, far: start === u ? t : length - t }, this.ways[first]![u]! + t);
      });
    });
    return [...own, ...between];
  }

  /** Inner ends move while the sum of their growths becomes largest; true where one of them has reached the rim. */
  growInner(): boolean {
    const before = this.holds;
    if (!before.includes('free')) return false;
    this.take(
      settle(this.ends, (i, j) => this.way(i, j), this.field, {
        moves: (i) => before[i] === 'free',
        pull: () => [0, 0],
        most: (i) => (before[i] === 'free' ? 1 : 0),
      }),
    );
    return this.holds.some((h, i) => h !== before[i] && before[i] === 'free');
  }
}
