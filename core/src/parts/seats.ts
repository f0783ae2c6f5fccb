import { type Figure, limbsAt, pathsFrom } from './figure.ts';

/** How a figure can sit on a base: which of its nodes lie at the base's one or two hubs. */
export interface Seat {
  readonly nodes: readonly [string] | readonly [string, string];
  /** Way between the two hubs, 0 with one. */
  readonly bodyMm: number;
  /** What lies between them, as the folder calls it. */
  readonly body: string;
  /** Way of every limb's end from its hub, in mm. */
  readonly needs: readonly number[];
  /** The hub every limb leaves, by its place in `nodes`. */
  readonly at: readonly number[];
}

/** Every way a figure can sit on one hub, and on two with nothing leaving between them. */
export function seatsOf(figure: Figure, leaves: readonly string[]): Seat[] {
  const inner = figure.nodes.filter((n) => !leaves.includes(n));
  const far = new Map(figure.nodes.map((n) => [n, pathsFrom(figure, n)]));
  const single = (inner.length > 0 ? inner : leaves.slice(0, 1)).map((node): Seat => ({
    nodes: [node],
    bodyMm: 0,
    body: '',
    needs: leaves.map((leaf) => far.get(node)!.get(leaf)!),
    at: leaves.map(() => 0),
  }));
  const partings = inner.filter((n) => limbsAt(figure, n).length > 2);
  const double = partings.flatMap((a) =>
    partings.flatMap((b): Seat[] => {
      const way = a === b ? [] : wayBetween(figure, a, b);
      if (way.length === 0 || way.slice(1).some(({ node }) => partings.includes(node))) return [];
      const at = leaves.map((leaf) => (far.get(a)!.get(leaf)! < far.get(b)!.get(leaf)! ? 0 : 1));
      return [
        {
          nodes: [a, b],
          bodyMm: far.get(a)!.get(b)!,
          body: way.map((w) => w.limb).join(' and '),
          needs: leaves.map((leaf, i) => far.get([a, b][at[i]!]!)!.get(leaf)!),
          at,
        },
      ];
    }),
  );
  return [...single, ...double];
}

/** The limbs from one node to another, each with the node it leaves. */
export function wayBetween(
  figure: Figure,
  a: string,
  b: string,
  from = '',
): { node: string; limb: string }[] {
  for (const limb of limbsAt(figure, a)) {
    const next = limb.from === a ? limb.to : limb.from;
    if (next === from) continue;
    const own = { node: a, limb: limb.name };
    if (next === b) return [own];
    const rest = wayBetween(figure, next, b, a);
    if (rest.length > 0) return [own, ...rest];
  }
  return [];
}
