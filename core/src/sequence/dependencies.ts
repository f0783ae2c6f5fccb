import { type Move, refsOf, specOf } from '../kinds/index.ts';
import { walkRefs } from '../references/index.ts';
import type { Step } from './schema.ts';

/** Ids of the steps a move refers to: marks, creases, what it unfolds or repeats. */
export function stepsUsedBy(move: Move): Set<string> {
  const used = new Set<string>();
  walkRefs(refsOf(move), {
    point: (p) => p.kind === 'mark' && used.add(p.step),
    crease: (l) => used.add(l.step),
  });
  for (const id of specOf(move).uses(move)) used.add(id);
  return used;
}

/** Numbers (from 1) of later steps that refer to the step with this id. */
export function stepsThatUse(id: string, steps: readonly Step[]): number[] {
  return steps.flatMap((s, i) => (stepsUsedBy(s.move).has(id) ? [i + 1] : []));
}
