import { buildChance, toNormal } from '../chance/index.ts';
import type { Effort } from '../effort/index.ts';
import type { Point } from '../geometry/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import { type Climbed, type Gap, climb, valueAt } from './climb.ts';
import { descend } from './descend.ts';
import {
  type Layout,
  type PackingTask,
  buildLayout,
  keepOnSheet,
  placeAtRandom,
  placeLeaves,
  putLeaf,
} from './layout.ts';

/** Leaves on the sheet, as large as was found. */
export interface Packing {
  /** Sheet sides (the shorter side; a leg of the triangle) per mm of limb. */
  readonly scale: number;
  /** In sheet sides. */
  readonly positions: readonly Point[];
  /** Pairs of leaves that touch: what keeps the scale from growing. */
  readonly active: readonly (readonly [number, number])[];
  /** Most by which a pair lies too close, in sheet sides. */
  readonly violation: number;
  readonly starts: number;
  readonly hops: number;
}

export interface PackingOptions {
  readonly seed?: number;
  /** Places to begin with; the answer is never worse than these can be made. */
  readonly start?: readonly Point[];
  readonly onBest?: (packing: Packing) => void;
}

/** Hops a packing is given when nothing else is said: about two seconds for twenty ends. */
export const PACKING_HOPS = 1000;

/** Share of the scale by which two leaves may miss each other and still count as touching. */
const TOUCH = 1e-7;

/**
 * Places the leaves so that each two lie at least their distance in the figure apart, at the largest scale found: random
 * starts, squared overlaps walked down, then climbed by linear programs, then hops from each good start (leaves put
 * elsewhere, swapped, shaken) until they bring nothing more. One step of effort is one hop; the same seed and effort give
 * the same answer, and more effort with the same seed never a smaller one.
 */
export function pack(
  task: PackingTask,
  effort: Effort,
  { seed = 1, start, onBest }: PackingOptions = {},
): Outcome<Packing, Issue> {
  if (task.distances.length < 2)
    return failed({
      path: 'limbs',
      text: 'One flap alone needs no packing; give the figure two limbs or more.',
    });
  const laid = buildLayout(task);
  if (!laid.ok) return laid;
  const search = new PackSearch(task, laid.value, seed);
  search.run(effort, start, onBest);
  return done(search.best());
}

/** How much longer, in mm, each leaf alone could be on the same sheet: 0 for the limbs that limit. */
export function spareOf(task: PackingTask, packing: Packing): Outcome<number[], Issue> {
  const laid = buildLayout(task);
  if (!laid.ok) return laid;
  const layout = laid.value;
  const z = new Float64Array(layout.unknowns);
  packing.positions.forEach((p, i) => putLeaf(layout, z, i, p));
  // A hair below the scale, so that rounding does not make the start unfit.
  const scale = packing.scale * (1 - 1e-10);
  return done(
    packing.positions.map((_, leaf) => {
      const mate = task.symmetry === 'none' ? undefined : task.pairs.find((p) => p.includes(leaf));
      const grows = (i: number): number => (i === leaf || mate?.includes(i) ? 1 : 0);
      const gaps = listGaps(task, (i, j, d) => ({ base: scale * d, growth: scale * (grows(i) + grows(j)) }));
      return Math.max(0, climb(layout, gaps, z, 1e-6).value);
    }),
  );
}

function listGaps(
  { distances }: PackingTask,
  size: (i: number, j: number, distance: number) => { base: number; growth: number },
): Gap[] {
  return distances.flatMap((row, i) =>
    row.flatMap((d, j): Gap[] => (j > i ? [{ i, j, ...size(i, j, d) }] : [])),
  );
}

class PackSearch {
  private readonly layout: Layout;
  private readonly gaps: readonly Gap[];
  private readonly chance: () => number;
  private readonly spread: number;
  private top: Climbed = { z: new Float64Array(0), value: 0 };
  private starts = 0;
  private hops = 0;

  constructor(task: PackingTask, layout: Layout, seed: number) {
    this.layout = layout;
    this.chance = buildChance(seed);
    this.gaps = listGaps(task, (_, __, d) => ({ base: 0, growth: d }));
    this.spread = Math.sqrt(layout.area);
  }

  run(effort: Effort, start?: readonly Point[], onBest?: (packing: Packing) => void): void {
    const patience = 10 + 15 * this.layout.leaves.length;
    const told = (): void => onBest?.(this.best());
    do {
      this.starts++;
      let here =
        start && this.starts === 1
          ? climb(this.layout, this.gaps, this.placeAt(start))
          : this.settle(this.scatter());
      if (this.offer(here)) told();
      for (let failures = 0; failures < patience && effort.spend(1);) {
        this.hops++;
        const next = this.settle(this.hop(here.z), here.value);
        if (next.value > here.value * (1 + 1e-9)) {
          here = next;
          failures = 0;
          if (this.offer(here)) told();
        } else failures++;
      }
    } while (effort.spend(1));
  }

  best(): Packing {
    const { z, value } = this.top;
    const at = placeLeaves(this.layout, z);
    const positions = this.layout.leaves.map((_, i): Point => [at[2 * i]!, at[2 * i + 1]!]);
    const over = this.gaps.map(({ i, j, growth }) => growth * value - apart(positions[i]!, positions[j]!));
    return {
      scale: value,
      positions,
      active: this.gaps.flatMap(({ i, j, growth }, k) =>
        over[k]! > -TOUCH * growth * value ? [[i, j] as const] : [],
      ),
      violation: Math.max(0, ...over),
      starts: this.starts,
      hops: this.hops,
    };
  }

  private offer(found: Climbed): boolean {
    if (found.value <= this.top.value) return false;
    this.top = found;
    return true;
  }

  private placeAt(places: readonly Point[]): Float64Array {
    const z = new Float64Array(this.layout.unknowns);
    places.forEach((p, i) => putLeaf(this.layout, z, i, p));
    keepOnSheet(this.layout, z);
    return z;
  }

  /** A random start. */
  private scatter(): Float64Array {
    return this.placeAt(this.layout.leaves.map(() => this.anyPlace()));
  }

  /**
   * Squared overlaps walked down at a scale a little larger than wanted, then climbed; a climb that has no hope to come
   * near the scale to beat is left unfinished.
   */
  private settle(start: Float64Array, toBeat = 0): Climbed {
    const { layout, gaps } = this;
    const scale = 1.003 * Math.max(toBeat, this.top.value, valueAt(layout, gaps, start));
    const z = descend(start, (at, gradient) => this.overlap(at, scale, gradient), 120);
    keepOnSheet(layout, z);
    if (valueAt(layout, gaps, z) < 0.6 * toBeat) return { z, value: valueAt(layout, gaps, z) };
    const rough = climb(layout, gaps, z, 1e-4);
    return rough.value > 0.995 * Math.max(toBeat, this.top.value) ? climb(layout, gaps, rough.z) : rough;
  }

  /** Sum of squares by which leaves lie too close or off the sheet. */
  private overlap(z: Float64Array, scale: number, gradient: Float64Array): number {
    const { layout, gaps } = this;
    const at = placeLeaves(layout, z);
    const pull = new Float64Array(at.length);
    gradient.fill(0);
    let sum = 0;
    for (const { i, j, growth } of gaps) {
      const [dx, dy] = [at[2 * i]! - at[2 * j]!, at[2 * i + 1]! - at[2 * j + 1]!];
      const wanted = scale * growth;
      const square = dx * dx + dy * dy;
      if (square >= wanted * wanted) continue;
      const far = Math.sqrt(square) + 1e-12;
      const over = wanted - far;
      sum += over * over;
      const f = (-2 * over) / far;
      pull[2 * i]! += f * dx;
      pull[2 * i + 1]! += f * dy;
      pull[2 * j]! -= f * dx;
      pull[2 * j + 1]! -= f * dy;
    }
    layout.leaves.forEach(({ unknowns, directions }, i) =>
      unknowns.forEach((k, d) => {
        gradient[k]! += pull[2 * i]! * directions[d]![0] + pull[2 * i + 1]! * directions[d]![1];
      }),
    );
    for (let k = 0; k < z.length; k++) {
      const off = z[k]! - Math.min(layout.upper[k]!, Math.max(layout.lower[k]!, z[k]!));
      sum += off * off;
      gradient[k]! += 2 * off;
    }
    for (const {
      unknowns: [k, l],
      factors: [a, b],
      limit,
    } of layout.rows) {
      const off = a * z[k]! + b * z[l]! - limit;
      if (off <= 0) continue;
      sum += off * off;
      gradient[k]! += 2 * off * a;
      gradient[l]! += 2 * off * b;
    }
    return sum;
  }

  /** Leaves put elsewhere (mostly where there is room), swapped, or all shaken. */
  private hop(from: Float64Array): Float64Array {
    const { layout, chance } = this;
    const z = from.slice();
    const kind = chance();
    const movable = layout.leaves.flatMap((l, i) => (l.unknowns.length > 0 ? [i] : []));
    const any = (): number => movable[Math.floor(chance() * movable.length)]!;
    if (movable.length === 0) return z;
    if (kind < 0.6) {
      for (let count = 1 + Math.floor(chance() * 3); count > 0; count--) {
        const leaf = any();
        putLeaf(layout, z, leaf, chance() < 0.75 ? this.roomyPlace(z, leaf) : this.anyPlace());
      }
    } else if (kind < 0.85) {
      const at = placeLeaves(layout, z);
      const [p, q] = [any(), any()];
      putLeaf(layout, z, p, [at[2 * q]!, at[2 * q + 1]!]);
      putLeaf(layout, z, q, [at[2 * p]!, at[2 * p + 1]!]);
    } else {
      const size = this.spread * (0.02 + 0.1 * chance());
      for (let k = 0; k < z.length; k++) z[k]! += size * toNormal(chance);
    }
    keepOnSheet(layout, z);
    return z;
  }

  private anyPlace = (): Point => placeAtRandom(this.layout, this.chance(), this.chance());

  /** The roomiest of some random places for a leaf, all others staying. */
  private roomyPlace(z: Float64Array, leaf: number): Point {
    const at = placeLeaves(this.layout, z);
    let [best, place]: [number, Point] = [-Infinity, [0, 0]];
    for (let tries = 0; tries < 16; tries++) {
      const p = this.anyPlace();
      let room = Infinity;
      for (const { i, j, growth } of this.gaps) {
        if (i !== leaf && j !== leaf) continue;
        const other = i === leaf ? j : i;
        room = Math.min(room, Math.hypot(at[2 * other]! - p[0], at[2 * other + 1]! - p[1]) / growth);
      }
      if (room > best) [best, place] = [room, p];
    }
    return place;
  }
}

const apart = (p: Point, q: Point): number => Math.hypot(p[0] - q[0], p[1] - q[1]);
