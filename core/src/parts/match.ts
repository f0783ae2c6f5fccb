import type { BaseFlap, FoldedBase } from '../bases/index.ts';
import { distance } from '../geometry/index.ts';
import { type Figure, flapsOf, leafPairsOf, leavesOf, limbsAt, pathsFrom } from './figure.ts';

/** A limb of the subject: a flap has to become it. */
export interface Limb {
  readonly id: string;
  readonly name: string;
  readonly lengthMm: number;
}

/** Limbs as a base is asked for them; a need is the way from a hub of the figure to the limb's end, in mm. */
export interface LimbTask {
  readonly limbs: readonly Limb[];
  /** Each node of the figure the base's own hub could become, with the need of every limb from there. */
  readonly hubs: readonly { readonly node: string; readonly needs: readonly number[] }[];
  /** Limbs that mirror each other, by number. */
  readonly pairs: readonly (readonly [number, number])[];
  /** Limbs a base may leave out, by number. */
  readonly optional: readonly number[];
}

export interface LimbMatch {
  readonly limb: Limb;
  readonly flapTip: string;
  readonly flapLength: number;
  /** Length the flap needs from the hub, in mm: the limb, and what of the figure lies between it and the hub. */
  readonly needMm: number;
  /** Sheet side that makes this flap just long enough, in mm. */
  readonly sideMm: number;
}

/** A flap no limb uses, and how it would be put away. */
export interface SpareFlap {
  readonly tip: string;
  readonly length: number;
  readonly way: 'sink' | 'fold inside' | 'fold away';
}

/** How one base serves the limbs. `sideMm` is missing when there are too few flaps. */
export interface BaseMatch {
  readonly baseId: string;
  readonly baseName: string;
  readonly layersMax: number;
  readonly steps: number;
  readonly flapLengths: readonly number[];
  readonly sideMm?: number;
  readonly limiting?: LimbMatch;
  readonly assignment: readonly LimbMatch[];
  /** The node of the figure at the base's hub; missing where no flap serves. */
  readonly hub?: string;
  /** Optional limbs this base leaves out. */
  readonly left: readonly Limb[];
  readonly spare: readonly SpareFlap[];
  readonly spareFlaps: number;
  readonly missingFlaps: number;
  /** Pairs of limbs that come from unlike flaps. */
  readonly unlikePairs: number;
  /** What must be shortened, hidden and evened out, in sheet sides; decides between equal sheets. */
  readonly cost: number;
}

/** Limbs that all leave one hub. */
export const taskOfLimbs = (limbs: readonly Limb[]): LimbTask => ({
  limbs,
  hubs: [{ node: 'body', needs: limbs.map((l) => l.lengthMm) }],
  pairs: [],
  optional: [],
});

/** The limbs of a figure, from every node that could be the hub. */
export function taskOfFigure(figure: Figure, limbs: readonly Limb[]): LimbTask {
  const leaves = leavesOf(figure);
  const inner = figure.nodes.filter((n) => !leaves.includes(n));
  const own = leaves.map((leaf) => limbs.find((l) => l.id === leaf)!);
  const flaps = flapsOf(figure);
  return {
    limbs: own,
    hubs: (inner.length > 0 ? inner : leaves.slice(0, 1)).map((node) => {
      const far = pathsFrom(figure, node);
      return { node, needs: leaves.map((leaf) => far.get(leaf)!) };
    }),
    pairs: leafPairsOf(figure),
    optional: leaves.flatMap((leaf, i) => (limbsAt(figure, leaf)[0]!.optional && flaps[i] ? [i] : [])),
  };
}

/** Two flaps this much alike are of one kind: either can be the mate of the other. */
const ALIKE = 1e-6;

interface FlapKind {
  readonly length: number;
  readonly flaps: readonly BaseFlap[];
}

/** Flaps of the same length, width and layers, longest first. */
function kindsOf(flaps: readonly BaseFlap[]): FlapKind[] {
  const kinds: { length: number; flaps: BaseFlap[] }[] = [];
  for (const flap of flaps) {
    const own = kinds.find(
      ({ flaps: [like] }) =>
        Math.abs(like!.length - flap.length) < ALIKE &&
        Math.abs(like!.width - flap.width) < ALIKE &&
        like!.layers === flap.layers &&
        distance(like!.root, flap.root) < ALIKE,
    );
    if (own) own.flaps.push(flap);
    else kinds.push({ length: flap.length, flaps: [flap] });
  }
  return kinds;
}

/** Weights between equal sheets: paper to be shortened, flaps to be hidden, pairs to be evened out (sheet sides). */
const WEIGHT = { excess: 1, spare: 0.6, unlike: 0.5 };

/**
 * The smallest sheet on which every limb finds a flap, over all nodes the hub could become. The largest ratio of need to
 * flap is smallest when the longest need meets the longest flap (any other pairing can be exchanged without making it
 * worse), so the side is exact; at that side the cheapest choice is found by dynamic programming over kinds of flaps.
 */
export function matchBase(folded: FoldedBase, wanted: LimbTask | readonly Limb[]): BaseMatch {
  const task = isTask(wanted) ? wanted : taskOfLimbs(wanted);
  const { flaps } = folded;
  const must = task.limbs.length - task.optional.length;
  const kept = keptLimbs(task, flaps.length);
  const missing = Math.max(0, must - flaps.length);
  const found = task.hubs.map(({ node, needs }) => ({ node, ...cheapest(task, needs, kept, flaps) }));
  const best = found.reduce<(typeof found)[number] | undefined>(
    (a, b) =>
      !a || b.side < a.side - 1e-9 * a.side || (b.side < a.side * (1 + 1e-9) && b.cost < a.cost - 1e-12)
        ? b
        : a,
    undefined,
  );
  const assignment = (best?.chosen ?? [])
    .map(({ limb, flap, needMm }) => ({
      limb: task.limbs[limb]!,
      flapTip: flap.tip,
      flapLength: flap.length,
      needMm,
      sideMm: needMm / flap.length,
    }))
    .sort((a, b) => b.needMm - a.needMm);
  const limiting = assignment.reduce<LimbMatch | undefined>(
    (a, b) => (!a || b.sideMm > a.sideMm + 1e-12 ? b : a),
    undefined,
  );
  const spare = flaps.filter((f) => !assignment.some((a) => a.flapTip === f.tip));
  return {
    baseId: folded.base.id,
    baseName: folded.base.name,
    layersMax: folded.measures.spot.layers,
    steps: folded.base.steps.length,
    flapLengths: flaps.map((f) => f.length),
    ...(missing === 0 && limiting ? { sideMm: limiting.sideMm, limiting } : {}),
    assignment,
    ...(best && assignment.length > 0 ? { hub: best.node } : {}),
    left: task.optional.filter((i) => !kept.includes(i)).map((i) => task.limbs[i]!),
    spare: spare.map((f) => ({ tip: f.tip, length: f.length, way: hideFlap(f) })),
    spareFlaps: spare.length,
    missingFlaps: missing,
    unlikePairs: best?.unlike ?? 0,
    cost: best?.cost ?? 0,
  };
}

const isTask = (wanted: LimbTask | readonly Limb[]): wanted is LimbTask => 'hubs' in wanted;

/** Limbs that get a flap: those that must, then optional ones, the shortest left out first. */
function keptLimbs(task: LimbTask, flaps: number): number[] {
  const optional = [...task.optional].sort((a, b) => task.limbs[b]!.lengthMm - task.limbs[a]!.lengthMm);
  const must = task.limbs.flatMap((_, i) => (task.optional.includes(i) ? [] : [i]));
  return [...must, ...optional].slice(0, Math.max(must.length, flaps));
}

interface Chosen {
  readonly limb: number;
  readonly flap: BaseFlap;
  readonly needMm: number;
}

function cheapest(
  task: LimbTask,
  needs: readonly number[],
  kept: readonly number[],
  flaps: readonly BaseFlap[],
): { side: number; cost: number; unlike: number; chosen: Chosen[] } {
  const served = [...kept].sort((a, b) => needs[b]! - needs[a]!).slice(0, flaps.length);
  const side = Math.max(0, ...served.map((limb, i) => needs[limb]! / flaps[i]!.length));
  if (served.length === 0) return { side, cost: 0, unlike: 0, chosen: [] };
  const kinds = kindsOf(flaps);
  const mate = (limb: number): number | undefined =>
    task.pairs.find((p) => p.includes(limb) && p.every((l) => served.includes(l)))?.find((l) => l !== limb);
  // A pair is one item where its second half follows; singles are items of one limb.
  const items = served.flatMap((limb): number[][] => {
    const other = mate(limb);
    if (other === undefined) return [[limb]];
    return served.indexOf(limb) < served.indexOf(other) ? [[limb, other]] : [];
  });
  const fits = (limb: number, kind: FlapKind): boolean => needs[limb]! <= kind.length * side * (1 + 1e-9);
  const excess = (limb: number, kind: FlapKind): number =>
    WEIGHT.excess * (kind.length - needs[limb]! / side);
  interface Way {
    readonly cost: number;
    readonly unlike: number;
    readonly kinds: readonly number[];
  }
  const memo = new Map<string, Way | undefined>();
  const solve = (item: number, free: readonly number[]): Way | undefined => {
    if (item === items.length)
      return {
        cost: kinds.reduce((sum, kind, k) => sum + WEIGHT.spare * free[k]! * kind.length, 0),
        unlike: 0,
        kinds: [],
      };
    const key = `${item}:${free.join()}`;
    if (memo.has(key)) return memo.get(key);
    let best: Way | undefined;
    const limbs = items[item]!;
    const walk = (at: number, left: readonly number[], taken: readonly number[], cost: number): void => {
      if (at === limbs.length) {
        const unlike = taken.length === 2 && taken[0] !== taken[1] ? 1 : 0;
        const rest = solve(item + 1, left);
        if (!rest) return;
        const total = cost + unlike * WEIGHT.unlike + rest.cost;
        if (!best || total < best.cost - 1e-12)
          best = { cost: total, unlike: unlike + rest.unlike, kinds: [...taken, ...rest.kinds] };
        return;
      }
      kinds.forEach((kind, k) => {
        if (left[k] === 0 || !fits(limbs[at]!, kind)) return;
        walk(at + 1, left.with(k, left[k]! - 1), [...taken, k], cost + excess(limbs[at]!, kind));
      });
    };
    walk(0, free, [], 0);
    memo.set(key, best);
    return best;
  };
  const way = solve(
    0,
    kinds.map((k) => k.flaps.length),
  )!;
  const used = kinds.map(() => 0);
  const chosen = items.flat().map((limb, i): Chosen => {
    const kind = way.kinds[i]!;
    return { limb, flap: kinds[kind]!.flaps[used[kind]!++]!, needMm: needs[limb]! };
  });
  return { side, cost: way.cost, unlike: way.unlike, chosen };
}

/** Layers from which a spare flap of a rim is thick enough to be folded in between them. */
const INSIDE_FROM = 4;

const hideFlap = (flap: BaseFlap): SpareFlap['way'] =>
  flap.tip === 'O' || flap.tip.startsWith('p')
    ? 'sink'
    : flap.layers >= INSIDE_FROM
      ? 'fold inside'
      : 'fold away';

/** All bases for these limbs: those that serve first, by the sheet they need, then by what is left to do. */
export function matchBases(folded: readonly FoldedBase[], wanted: LimbTask | readonly Limb[]): BaseMatch[] {
  return folded
    .map((f) => matchBase(f, wanted))
    .sort((a, b) => {
      const [p, q] = [a, b].map((m) => Math.round((m.sideMm ?? 1e9) * 1e6));
      return p! - q! || a.missingFlaps - b.missingFlaps || a.cost - b.cost || a.steps - b.steps;
    });
}

/** Share of a given flap a limb uses at a sheet side in mm; over 1 means the flap is too short. */
export const fullnessOf = (match: LimbMatch, sideMm: number): number =>
  match.needMm / (match.flapLength * sideMm);
