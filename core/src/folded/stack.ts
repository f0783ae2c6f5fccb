import { type FlatState, isAbove } from './state.ts';

/** Facets from the bottom up, and how deep each lies; undefined when layers overlap in a ring and no order draws them. */
export function stackOrder(state: FlatState): { order: number[]; level: number[] } | undefined {
  const n = state.facets.length;
  const below: number[] = state.facets.map(
    (_, f) => state.facets.filter((_, g) => isAbove(state, f, g)).length,
  );
  const level = new Array<number>(n).fill(0);
  const order: number[] = [];
  const open = below.flatMap((count, f) => (count === 0 ? [f] : []));
  while (open.length > 0) {
    const f = open.shift()!;
    order.push(f);
    for (let g = 0; g < n; g++) {
      if (!isAbove(state, g, f)) continue;
      level[g] = Math.max(level[g]!, level[f]! + 1);
      below[g]!--;
      if (below[g] === 0) open.push(g);
    }
  }
  return order.length === n ? { order, level } : undefined;
}
