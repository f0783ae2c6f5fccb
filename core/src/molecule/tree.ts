import { invariant } from '../outcome/index.ts';

/** The figure a base is folded for: its edges with lengths in sheet sides, and where every node lies along the axis. */
export interface MoleculeTree {
  readonly edges: readonly { readonly from: string; readonly to: string; readonly length: number }[];
  /** Position along the axis of the folded base; a hinge is folded where the axis turns back. */
  readonly along: Readonly<Record<string, number>>;
}

/** Distances and ways in a tree. */
export interface TreePaths {
  between(a: string, b: string): number;
  /** Nodes strictly between two leaves, with their distance from the first and whether the axis turns back there. */
  nodesBetween(a: string, b: string): readonly { readonly far: number; readonly isFolded: boolean }[];
}

export function readTree({ edges, along }: MoleculeTree): TreePaths {
  const wayTo = (a: string, b: string, from?: string): { node: string; far: number }[] | undefined => {
    if (a === b) return [{ node: a, far: 0 }];
    for (const e of edges) {
      if (e.from !== a && e.to !== a) continue;
      const next = e.from === a ? e.to : e.from;
      if (next === from) continue;
      const rest = wayTo(next, b, a);
      if (rest) return [{ node: a, far: 0 }, ...rest.map((r) => ({ ...r, far: r.far + e.length }))];
    }
    return undefined;
  };
  const way = (a: string, b: string): { node: string; far: number }[] => {
    const found = wayTo(a, b);
    invariant(found, `a way from ${a} to ${b}`);
    return found;
  };
  return {
    between: (a, b) => way(a, b).at(-1)!.far,
    nodesBetween: (a, b) => {
      const all = way(a, b);
      return all.slice(1, -1).map(({ node, far }, i) => {
        const here = along[node]!;
        return { far, isFolded: (along[all[i]!.node]! - here) * (along[all[i + 2]!.node]! - here) > 0 };
      });
    },
  };
}
