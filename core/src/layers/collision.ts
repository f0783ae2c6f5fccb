import type { Effort } from '../effort/index.ts';
import type { LayerProblem } from './problem.ts';
import { searchOrder } from './search.ts';

/**
 * Why a pattern has no order: `senses`, creases whose given senses cannot hold together; `folds`, creases at which layers
 * collide whatever the senses. `creases` are edges of the pattern. Smallest: leaving out any one of them, the rest can
 * be ordered; not proved smallest where the effort ended first.
 */
export interface Collision {
  readonly kind: 'senses' | 'folds';
  readonly creases: readonly number[];
  readonly smallest: boolean;
}

/** Shrinks what a failed search blames to a smallest cause (deletion in halves, Junker 2001). */
export function explainNone(problem: LayerProblem, blamed: readonly number[], effort: Effort): Collision {
  const fails = (asked: LayerProblem): boolean => searchOrder(asked, effort).kind === 'none';
  const withSenses = (kept: ReadonlySet<number>): LayerProblem => ({
    ...problem,
    creases: problem.creases.map((c) => (kept.has(c.edge) ? c : { ...c, above: -1 })),
  });
  const given = problem.creases.filter((c) => c.above >= 0).map((c) => c.edge);
  if (given.length > 0 && !fails(withSenses(new Set()))) {
    const start = blamed.length > 0 && fails(withSenses(new Set(blamed))) ? blamed : given;
    return { kind: 'senses', ...shrink(start, (kept) => fails(withSenses(kept)), effort) };
  }
  const all = problem.creases.filter((c) => c.folded).map((c) => c.edge);
  return { kind: 'folds', ...shrink(all, (kept) => fails(withFolds(problem, kept)), effort) };
}

/** The problem in which nothing but the kept creases keeps layers from passing through each other. */
function withFolds(problem: LayerProblem, kept: ReadonlySet<number>): LayerProblem {
  const { creases, through, words } = problem;
  const isKept = creases.map((c) => !c.folded || kept.has(c.edge));
  const keptPairs = new Set(creases.flatMap(({ a, b }, k) => (isKept[k] ? [`${a},${b}`, `${b},${a}`] : [])));
  const tacos: number[] = [];
  for (let t = 0; t < problem.tacos.length; t += 4) {
    const [a, b, c, d] = problem.tacos.subarray(t, t + 4) as unknown as [number, number, number, number];
    if (keptPairs.has(`${a},${b}`) && keptPairs.has(`${c},${d}`)) tacos.push(a, b, c, d);
  }
  return {
    ...problem,
    creases: creases.map((c) => ({ ...c, above: -1 })),
    through: through.map((row, k) => (isKept[k] ? row : new Int32Array(words))),
    tacos: Int32Array.from(tacos),
  };
}

/** Leaves out what is not needed for the failure: large parts first, then single items. */
function shrink(
  items: readonly number[],
  fails: (kept: ReadonlySet<number>) => boolean,
  effort: Effort,
): { creases: number[]; smallest: boolean } {
  let left = [...items];
  for (let size = Math.ceil(left.length / 2); size >= 1; size = size === 1 ? 0 : Math.ceil(size / 2)) {
    for (let at = 0; at < left.length && left.length > 1;) {
      const fewer = [...left.slice(0, at), ...left.slice(at + size)];
      if (fewer.length > 0 && fails(new Set(fewer))) left = fewer;
      else at += size;
      if (!effort.spend(1)) return { creases: left.sort((a, b) => a - b), smallest: false };
    }
  }
  return { creases: left.sort((a, b) => a - b), smallest: true };
}
