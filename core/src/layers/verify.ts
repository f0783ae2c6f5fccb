import type { CreasePattern } from '../creases/index.ts';
import type { LayerProblem } from './problem.ts';

/**
 * Checks a finished order against the folded pattern and nothing else: every cell is stacked without a ring, and along
 * every stretch of edge folds nest like brackets, nothing runs through a fold, and what runs on keeps its order on both
 * sides. Also the senses that were given. Shares no code with the search. Gives what is wrong, empty when nothing is.
 */
export function checkOrder(pattern: CreasePattern, problem: LayerProblem, above: Uint8Array): string[] {
  const { n, map } = problem;
  const wrong: string[] = [];
  const stacks = map.cells.map(({ layers }) => [...layers].sort((f, g) => (above[f * n + g] === 1 ? -1 : 1)));
  stacks.forEach((stack, c) => {
    stack.forEach((f, i) => {
      for (const g of stack.slice(i + 1))
        if (above[f * n + g] !== 1 || above[g * n + f] === 1)
          wrong.push(`cell ${c}: layers ${f} and ${g} are not in one order`);
    });
  });
  if (wrong.length > 0) return wrong;
  for (const { a, b, folded, above: top } of problem.creases) {
    if (folded && top >= 0 && above[top * n + (top === a ? b : a)] !== 1)
      wrong.push(`the fold between ${a} and ${b} has the wrong sense`);
  }
  for (const edge of map.edges) {
    const [left, right] = [stacks[edge.left]!, stacks[edge.right]!];
    // Who comes next over this edge, for facets that have a side here: across a fold, or on over a resting crease.
    const over = new Map<number, { mate: number; folded: boolean }>();
    for (const { facet, side } of edge.sides) {
      const loop = pattern.facets[facet]!;
      const [u, v] = [loop[side]!, loop[(side + 1) % loop.length]!];
      const crease = problem.creases.find(
        ({ edge: e }) =>
          (pattern.edges[e]!.a === u && pattern.edges[e]!.b === v) ||
          (pattern.edges[e]!.a === v && pattern.edges[e]!.b === u),
      );
      if (crease) over.set(facet, { mate: crease.a === facet ? crease.b : crease.a, folded: crease.folded });
    }
    const runsOn = (f: number): number | undefined => {
      const next = over.get(f);
      if (!next) return left.includes(f) && right.includes(f) ? f : undefined;
      return next.folded ? undefined : next.mate;
    };
    for (const stack of [left, right]) {
      const open: number[] = [];
      for (const f of stack) {
        const next = over.get(f);
        if (runsOn(f) !== undefined) {
          if (open.length > 0) wrong.push(`layer ${f} runs through the fold of layer ${open.at(-1)}`);
        } else if (next?.folded && stack.includes(next.mate)) {
          if (open.at(-1) === next.mate) open.pop();
          else if (open.includes(next.mate)) wrong.push(`the folds of layers ${f} and ${open.at(-1)} cross`);
          else open.push(f);
        }
      }
    }
    const onward = left.flatMap((f) => runsOn(f) ?? []).filter((f) => right.includes(f));
    const arrived = right.filter((f) => onward.includes(f));
    if (onward.some((f, i) => f !== arrived[i]))
      wrong.push('layers that run on change their order at an edge');
  }
  return wrong;
}
