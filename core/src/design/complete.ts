import {
  type Point,
  add,
  distance,
  dot,
  isSamePoint,
  reflectionIn,
  apply,
  scale,
} from '../geometry/index.ts';
import { type Ends, type Field, type Hold, ON_WALL, type Settled, settle } from './settle.ts';
import { CLOSED, LEAST_STUB, type Placed, roomAtCorner, stubFor, widestGap } from './stubs.ts';
import { type LimbTree, type TreePlace, grow, hang, lengthOfEnd, rootOfEnd, waysIn } from './tree.ts';

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
/** An inner end that stops so near to a wall leaves a sliver of paper. */
const SLIVER = 1e-4;
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

  private get placed(): Placed {
    const { tree, at, holds, mates, ways, field } = this;
    return { tree, at, holds, mates, ways, field };
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
    const { tree, holds } = this;
    this.take(
      settle(this.ends, (i, j) => this.way(i, j), this.field, {
        moves: () => true,
        pull: () => [0, 0],
        most: (i) => (holds[i] === 'free' ? 0 : share * lengthOfEnd(tree, i)),
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
      const found = roomAtCorner(this.placed, from);
      if (!found || found.room < LEAST_STUB || !this.stub(found.place, from, found.room)) return false;
    }
    return true;
  }

  /** Closes all gaps of the rim with stubs; false where one is too narrow or has no room. */
  fillWalls(): boolean {
    for (let gap = widestGap(this.placed); gap; gap = widestGap(this.placed)) {
      if (gap.gap / 2 < LEAST_STUB) return false;
      const stub = stubFor(this.placed, gap);
      if (!stub || !this.stub(stub.place, stub.at, stub.length)) return false;
    }
    return true;
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
