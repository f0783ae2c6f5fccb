import type { Issue } from '../outcome/index.ts';
import { readFigure } from '../parts/index.ts';
import type { Plan } from './schema.ts';

/**
 * What a schema cannot say: ids are unique, and a step repeats an earlier one. References to gone steps are allowed;
 * replay reports them by step.
 */
export function checkPlan(plan: Plan): Issue[] {
  const issues: Issue[] = [];
  for (const list of ['steps', 'limbs', 'marks'] as const) {
    const seen = new Set<string>();
    plan[list].forEach((item, i) => {
      if (seen.has(item.id))
        issues.push({
          path: `${list}.${i}.id`,
          text: `Two ${list} are both called "${item.id}"; give one another id.`,
        });
      seen.add(item.id);
    });
  }
  const numbers = new Map(plan.steps.map((s, i) => [s.id, i + 1]));
  plan.steps.forEach(({ move }, i) => {
    const of = move.kind === 'repeat' ? numbers.get(move.of) : undefined;
    if (of !== undefined && of > i)
      issues.push({
        path: `steps.${i}.move.of`,
        text:
          of === i + 1
            ? `Step ${of} repeats itself; choose an earlier step.`
            : `Step ${i + 1} repeats step ${of}, which comes later; move it behind step ${of}, or choose an earlier step.`,
      });
  });
  const figure = plan.figure && readFigure(plan.figure);
  if (figure && !figure.ok)
    issues.push(...figure.fault.map(({ path, text }) => ({ path: `figure.${path}`, text })));
  return issues;
}
