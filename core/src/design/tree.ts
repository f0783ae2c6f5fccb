import { type Figure, leavesOf, limbsAt, pathsFrom } from '../parts/index.ts';
import { tolerance } from '../geometry/index.ts';

/** A limb between two nodes of a tree; length in the unit of the tree. */
interface TreeEdge {
  readonly a: number;
  readonly b: number;
  readonly length: number;
}

/** A figure as its sheet sees it: joints without a parting are merged. `ends[i]` is the node of end i. */
export interface LimbTree {
  readonly names: readonly string[];
  readonly edges: readonly TreeEdge[];
  readonly ends: readonly number[];
  /** The node each node mirrors on, where the figure is folded with a mirror line. */
  readonly image: readonly number[] | undefined;
}

/** The tree of a figure in mm, its ends in the order of `leavesOf`; `isMirrored` asks for the images of its nodes. */
export function treeOf(
  figure: Figure,
  pairs: readonly (readonly [number, number])[],
  isMirrored: boolean,
): LimbTree | undefined {
  const leaves = leavesOf(figure);
  const kept = figure.nodes.filter((n) => leaves.includes(n) || limbsAt(figure, n).length > 2);
  const number = new Map(kept.map((n, i) => [n, i]));
  const edges = kept.flatMap((from, a): TreeEdge[] =>
    limbsAt(figure, from).flatMap((first) => {
      let [node, limb, length] = [from, first, 0];
      for (;;) {
        length += limb.length;
        node = limb.from === node ? limb.to : limb.from;
        const b = number.get(node);
        if (b !== undefined) return a < b ? [{ a, b, length }] : [];
        const next = limbsAt(figure, node).find((l) => l !== limb);
        // A root with one limb ends here: it is no end, and nothing of the paper is asked for it.
        if (!next) return [];
        limb = next;
      }
    }),
  );
  const ends = leaves.map((l) => number.get(l)!);
  if (!isMirrored) return { names: kept, edges, ends, image: undefined };
  const far = kept.map((n) => pathsFrom(figure, n));
  const mate = (i: number): number => {
    const pair = pairs.find((p) => p.includes(i));
    return pair ? (pair[0] === i ? pair[1] : pair[0]) : i;
  };
  const image = kept.map((_, n) =>
    kept.findIndex((__, m) =>
      leaves.every(
        (leaf, i) => Math.abs(far[n]!.get(leaf)! - far[m]!.get(leaves[mate(i)]!)!) < tolerance.alike,
      ),
    ),
  );
  return image.includes(-1) ? undefined : { names: kept, edges, ends, image };
}

/** Ways between all nodes; `ways[a][b]`. Cost: nodes squared. */
export function waysIn({ names, edges }: Pick<LimbTree, 'names' | 'edges'>): Float64Array[] {
  const next: { to: number; length: number }[][] = names.map(() => []);
  for (const { a, b, length } of edges) {
    next[a]!.push({ to: b, length });
    next[b]!.push({ to: a, length });
  }
  return names.map((_, start) => {
    const far = new Float64Array(names.length).fill(-1);
    far[start] = 0;
    const queue = [start];
    for (const node of queue)
      for (const { to, length } of next[node]!)
        if (far[to]! < 0) {
          far[to] = far[node]! + length;
          queue.push(to);
        }
    return far;
  });
}

export const scaleTree = (tree: LimbTree, by: number): LimbTree => ({
  ...tree,
  edges: tree.edges.map((e) => ({ ...e, length: e.length * by })),
});

/** A place of a tree: a node, or so far along an edge from its first node. */
export type TreePlace = { readonly node: number } | { readonly edge: number; readonly far: number };

/** How far a place is from every node. */
export function farFrom(
  tree: LimbTree,
  ways: readonly Float64Array[],
  place: TreePlace,
): (node: number) => number {
  if ('node' in place) return (n) => ways[place.node]![n]!;
  const { a, b, length } = tree.edges[place.edge]!;
  return (n) => Math.min(ways[a]![n]! + place.far, ways[b]![n]! + length - place.far);
}

/** So near to a node a place is the node, in the unit of the tree. */
const AT_NODE = 1e-6;

/** The tree with one more end hung on a place. */
export function hang(tree: LimbTree, place: TreePlace, length: number, name: string): LimbTree {
  const names = [...tree.names];
  let edges = [...tree.edges];
  const image = tree.image ? [...tree.image] : undefined;
  let at: number;
  if ('node' in place) at = place.node;
  else {
    const edge = edges[place.edge]!;
    if (place.far < AT_NODE) at = edge.a;
    else if (edge.length - place.far < AT_NODE) at = edge.b;
    else {
      at = names.push(`${name} root`) - 1;
      edges = edges.toSpliced(
        place.edge,
        1,
        { a: edge.a, b: at, length: place.far },
        { a: at, b: edge.b, length: edge.length - place.far },
      );
      image?.push(at);
    }
  }
  const tip = names.push(name) - 1;
  edges.push({ a: at, b: tip, length });
  image?.push(tip);
  return { names, edges, ends: [...tree.ends, tip], image };
}

const limbOfEnd = ({ edges, ends }: LimbTree, end: number): TreeEdge =>
  edges.find((e) => e.a === ends[end] || e.b === ends[end])!;

/** The node the limb of an end hangs on. */
export function rootOfEnd(tree: LimbTree, end: number): number {
  const { a, b } = limbOfEnd(tree, end);
  return a === tree.ends[end] ? b : a;
}

/** How long the limb of an end is. */
export const lengthOfEnd = (tree: LimbTree, end: number): number => limbOfEnd(tree, end).length;

/** The tree with the limbs of its ends longer by so much. */
export function grow(tree: LimbTree, growth: readonly number[]): LimbTree {
  const byTip = new Map(tree.ends.map((tip, i) => [tip, growth[i]!]));
  return {
    ...tree,
    edges: tree.edges.map((e) => ({
      ...e,
      length: e.length + (byTip.get(e.a) ?? 0) + (byTip.get(e.b) ?? 0),
    })),
  };
}

/** Nodes on the way from one node to another, both counted. */
export function wayBetween(tree: LimbTree, ways: readonly Float64Array[], a: number, b: number): number[] {
  const all = ways[a]![b]!;
  return tree.names
    .flatMap((_, n) => (ways[a]![n]! + ways[n]![b]! < all + tolerance.rounding * 10 ? [n] : []))
    .sort((m, n) => ways[a]![m]! - ways[a]![n]!);
}

/**
 * Where the nodes lie along the axis of the folded base. The longest way between some branchings runs along it, all else
 * points away from its middle; with one, all points away from it.
 */
export function alongAxis(tree: LimbTree, branchings: readonly number[]): Float64Array {
  const ways = waysIn(tree);
  const along = new Float64Array(tree.names.length);
  let [first, last] = [branchings[0]!, branchings[0]!];
  for (const a of branchings)
    for (const b of branchings)
      if (ways[a]![b]! > ways[first]![last]! + tolerance.samePoint) [first, last] = [a, b];
  const spine = wayBetween(tree, ways, first, last);
  const middle = ways[first]![last]! / 2;
  tree.names.forEach((_, n) => {
    // The node of the spine it hangs on: the nearest.
    const root = spine.reduce((best, s) => (ways[s]![n]! < ways[best]![n]! ? s : best));
    const at = ways[first]![root]!;
    const away = ways[root]![n]!;
    along[n] = at < middle - tolerance.samePoint ? at - away : at + away;
  });
  return along;
}

/** Inner nodes of the tree; where only its first ends are the figure's own, those at which limbs of the figure part. */
export function branchingsOf(tree: LimbTree, wanted = tree.ends.length): number[] {
  const least = wanted < tree.ends.length ? 3 : 2;
  return degreesOfOwn(tree, wanted).flatMap((degree, n) => (degree >= least ? [n] : []));
}

/** Of every node, limbs there that lead to one of the first ends: a stub may hang on another stub. */
export function degreesOfOwn(tree: LimbTree, wanted: number): number[] {
  const ways = waysIn(tree);
  const own = tree.ends.slice(0, wanted);
  const isOwn = tree.names.map((_, n) =>
    own.some((a) =>
      own.some((b) => a !== b && ways[a]![n]! + ways[n]![b]! < ways[a]![b]! + tolerance.rounding * 10),
    ),
  );
  return tree.names.map(
    (_, n) => tree.edges.filter((e) => (e.a === n || e.b === n) && isOwn[e.a] && isOwn[e.b]).length,
  );
}
