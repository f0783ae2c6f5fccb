import { type Figure, flapsOf, leafPairsOf, leavesOf, limbsAt, pathsFrom, rootOf } from '../parts/index.ts';

/** Two or three ends that part at one node and could come from one flap. */
export interface Bundle {
  readonly leaves: readonly string[];
  /** Where they part. */
  readonly node: string;
  /** From the node to each end, in mm. */
  readonly lengthsMm: readonly number[];
  /** All that hangs at the node beyond the limb that leads to it: without them the node itself is an end. */
  readonly isWhole: boolean;
}

/** Ends one flap is split into at most, and bundles and sets of them looked at, those of short ends first. */
const [MOST_IN_BUNDLE, MOST_BUNDLES, MOST_SETS] = [3, 200, 400];

/**
 * Sets of bundles that leave a figure with at most so many ends, those of the shortest ends first: none holds an end twice, and
 * what has a mirror image goes with it. At most `MOST_SETS`; the subsets of a node's ends are listed, so give it few ends.
 */
export function bundlesFor(figure: Figure, most: number): Bundle[][] {
  const leaves = leavesOf(figure);
  const pairs = leafPairsOf(figure).map((pair) => pair.map((i) => leaves[i]!));
  const mate = (leaf: string): string => pairs.find((p) => p.includes(leaf))?.find((l) => l !== leaf) ?? leaf;
  const groups = mirrored(allBundles(figure), mate);
  const saves = (set: readonly Bundle[]): number => set.reduce((s, b) => s + b.leaves.length - 1, 0);
  const isApart = (a: readonly Bundle[], b: readonly Bundle[]): boolean =>
    !a.some((x) => b.some((y) => x.leaves.some((l) => y.leaves.includes(l))));
  const needed = leaves.length - most;
  const enough = groups.filter((g) => saves(g) >= needed);
  const joined = groups.flatMap((a, i) =>
    groups
      .slice(i + 1)
      .filter((b) => saves(a) < needed && saves(b) < needed && saves(a) + saves(b) >= needed && isApart(a, b))
      .map((b) => [...a, ...b]),
  );
  const size = (set: readonly Bundle[]): number =>
    set.reduce((sum, b) => sum + b.lengthsMm.reduce((s, mm) => s + mm, 0), 0);
  return [...enough, ...joined].sort((a, b) => size(a) - size(b)).slice(0, MOST_SETS);
}

function allBundles(figure: Figure): Bundle[] {
  const root = rootOf(figure);
  const flaps = flapsOf(figure);
  const partingOf = (leaf: string, lengthMm: number): string =>
    [...pathsFrom(figure, leaf)].find(
      ([node, far]) => Math.abs(far - lengthMm) < 1e-9 && (limbsAt(figure, node).length > 2 || node === root),
    )![0];
  const byNode = new Map<string, { leaf: string; lengthMm: number }[]>();
  for (const { leaf, lengthMm } of flaps) {
    const node = partingOf(leaf, lengthMm);
    byNode.set(node, [...(byNode.get(node) ?? []), { leaf, lengthMm }]);
  }
  return [...byNode]
    .flatMap(([node, own]) =>
      subsetsOf(own, MOST_IN_BUNDLE).map((set) => ({
        leaves: set.map((s) => s.leaf),
        node,
        lengthsMm: set.map((s) => s.lengthMm),
        isWhole: limbsAt(figure, node).length === own.length + 1 && set.length === own.length,
      })),
    )
    .slice(0, MOST_BUNDLES);
}

/** Subsets of two up to so many. */
function subsetsOf<T>(list: readonly T[], most: number): T[][] {
  const all = list.reduce<T[][]>((sets, item) => [...sets, ...sets.map((s) => [...s, item])], [[]]);
  return all.filter((s) => s.length >= 2 && s.length <= most);
}

/** Each bundle with its mirror image, once; a bundle that shares only some of its ends with its image is left out. */
function mirrored(bundles: readonly Bundle[], mate: (leaf: string) => string): Bundle[][] {
  const keyOf = (leaves: readonly string[]): string => [...leaves].sort().join('\n');
  const byKey = new Map(bundles.map((b) => [keyOf(b.leaves), b]));
  return bundles.flatMap((b): Bundle[][] => {
    const [own, far] = [keyOf(b.leaves), keyOf(b.leaves.map(mate))];
    const image = byKey.get(far);
    if (own === far) return [[b]];
    if (!image || own > far || image.leaves.some((l) => b.leaves.includes(l))) return [];
    return [[b, image]];
  });
}

/** The name of the end a bundle becomes. */
export const endOfBundle = (bundle: Bundle): string => bundle.leaves.join(' + ');

/** The figure with each bundle as one limb of a length, or, with none, cut off where it parts. */
export function bundle(figure: Figure, bundles: readonly Bundle[], lengthOf: (b: Bundle) => number): Figure {
  const gone = new Set(bundles.flatMap((b) => b.leaves.flatMap((leaf) => wayTo(figure, leaf, b.node))));
  const limbs = figure.limbs.filter((l) => !gone.has(l.from) && !gone.has(l.to));
  const grown = bundles.filter((b) => lengthOf(b) > 0);
  return {
    ...figure,
    nodes: [...figure.nodes.filter((n) => !gone.has(n)), ...grown.map(endOfBundle)],
    limbs: [
      ...limbs,
      ...grown.map((b) => ({ name: endOfBundle(b), from: b.node, to: endOfBundle(b), length: lengthOf(b) })),
    ],
    pairs: figure.pairs.filter((pair) => pair.every((name) => limbs.some((l) => l.name === name))),
    onAxis: figure.onAxis.filter((n) => !gone.has(n)),
    pins: figure.pins.filter((p) => !gone.has(p.leaf)),
  };
}

/** The nodes from an end up to, and without, the one where it parts. */
function wayTo(figure: Figure, leaf: string, parting: string): string[] {
  const way = [leaf];
  for (;;) {
    const last = way.at(-1)!;
    const next = limbsAt(figure, last)
      .map((l) => (l.from === last ? l.to : l.from))
      .find((n) => n === parting || !way.includes(n))!;
    if (next === parting) return way;
    way.push(next);
  }
}
