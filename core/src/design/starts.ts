import { buildChance } from '../chance/index.ts';
import { type Effort, buildEffort } from '../effort/index.ts';
import { type Point, between, distance } from '../geometry/index.ts';
import { type Issue, type Outcome, done } from '../outcome/index.ts';
import { type PackingTask, pack } from '../packing/index.ts';
import { edgesOf } from '../sheet/index.ts';
import { type LimbTree, waysIn } from './tree.ts';

/** A placement to begin with: where the ends lie, and how many sheet sides a mm is there. */
interface Start {
  readonly at: readonly Point[];
  readonly scale: number;
  /** Its ends lie in a wanted order. */
  readonly isWanted?: boolean;
}

export interface Starts {
  /** The largest scale the packings reached: no base has a larger one, as far as they know. */
  readonly bound: number;
  readonly starts: readonly Start[];
}

/** Short packings, their hops, and walks round the border. */
const [PACKINGS, HOPS, WALKS] = [6, 60, 24];
/** Starts worth less than this share of the best are left out; scales within this share are the same start. */
const [WORTH, ALIKE] = [0.8, 1e-4];
/** The same for starts in a wanted order, which is worth some sheet; so many walks are looked at for one. */
const [WORTH_WANTED, LOOKED_AT] = [0.65, 60];

/**
 * Placements to complete, the largest first: every improvement of a few short packings, and the ends held on the border in
 * random walks round the tree, one climb each (long figures lie there better than packings find). `isWanted`: whether ends
 * should lie round the sheet in an order; walks in such an order are preferred.
 */
export function findStarts(
  task: PackingTask,
  tree: LimbTree,
  effort: Effort,
  seed: number,
  isWanted?: (round: readonly number[]) => boolean,
): Outcome<Starts, Issue> {
  const found: Start[] = [];
  for (let k = 0; k < PACKINGS; k++) {
    const packed = pack(task, buildEffort(HOPS), {
      seed: seed + k,
      onBest: ({ scale, positions }) => found.push({ scale, at: positions }),
    });
    if (!packed.ok) return packed;
    effort.spend(HOPS);
  }
  const chance = buildChance(seed);
  for (let k = 0; k < WALKS && effort.spend(10); k++) {
    let order = walkTree(tree, chance);
    for (let i = 0; isWanted && i < LOOKED_AT && !isWanted(order); i++) order = walkTree(tree, chance);
    const { start, pins } = layRound(task, tree, order, chance);
    const packed = pack({ ...task, pins }, buildEffort(0), { seed, start });
    if (packed.ok && packed.value.scale > 0)
      found.push({
        scale: packed.value.scale,
        at: packed.value.positions,
        isWanted: isWanted?.(order) ?? false,
      });
  }
  const bound = Math.max(...found.map((s) => s.scale));
  const kept: Start[] = [];
  for (const start of found.sort((a, b) => b.scale - a.scale))
    if (
      start.scale > (start.isWanted ? WORTH_WANTED : WORTH) * bound &&
      !kept.some((k) => Math.abs(k.scale - start.scale) < ALIKE * bound && isSamePlaces(k.at, start.at))
    )
      kept.push(start);
  return done({ bound, starts: kept });
}

const isSamePlaces = (a: readonly Point[], b: readonly Point[]): boolean =>
  a.every((p, i) => distance(p, b[i]!) < 1e-3);

/** Ends in the order of a random walk round the tree. */
function walkTree(tree: LimbTree, chance: () => number): number[] {
  const order: number[] = [];
  const visit = (node: number, from: number): void => {
    const end = tree.ends.indexOf(node);
    if (end >= 0) order.push(end);
    const next = tree.edges
      .flatMap((e) => (e.a === node ? [e.b] : e.b === node ? [e.a] : []))
      .filter((n) => n !== from)
      .map((n) => ({ n, rank: chance() }))
      .sort((a, b) => a.rank - b.rank);
    for (const { n } of next) visit(n, node);
  };
  visit(tree.ends[0]!, -1);
  return order;
}

/** Ends round the border in an order, each as far along it as its way to the next. */
function layRound(
  task: PackingTask,
  tree: LimbTree,
  order: readonly number[],
  chance: () => number,
): { start: Point[]; pins: PackingTask['pins'] } {
  const ways = waysIn(tree);
  const steps = order.map((end, i) => ways[tree.ends[end]!]![tree.ends[order[(i + 1) % order.length]!]!]!);
  const whole = steps.reduce((s, x) => s + x, 0);
  const edges = edgesOf(task.sheet);
  const sizes = edges.map((e) => distance(e.from, e.to));
  const rim = sizes.reduce((s, x) => s + x, 0);
  const start: Point[] = task.distances.map(() => [0, 0]);
  const pins: { leaf: number; to: string }[] = [...task.pins];
  let far = chance() * rim;
  order.forEach((end, i) => {
    let [left, k] = [far % rim, 0];
    while (left > sizes[k]!) left -= sizes[k++]!;
    start[end] = between(edges[k]!.from, edges[k]!.to, left / sizes[k]!);
    if (!pins.some((p) => p.leaf === end) && task.symmetry === 'none')
      pins.push({ leaf: end, to: edges[k]!.name });
    far += (steps[i]! / whole) * rim;
  });
  return { start, pins };
}
