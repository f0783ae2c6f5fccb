import type { Issue } from '../outcome/index.ts';
import { readFigure } from '../parts/index.ts';
import type { Piece, Plan } from './schema.ts';

/**
 * What a schema cannot say: ids are unique, and a step repeats an earlier one. References to gone steps are allowed;
 * replay reports them by step.
 */
export function checkPlan(plan: Plan): Issue[] {
  const issues = [
    ...checkIds(plan.limbs, 'limbs'),
    ...checkPiece(plan),
    ...checkIds(plan.pieces, 'pieces'),
    ...plan.pieces.flatMap((piece, i) =>
      checkPiece(piece).map(({ path, text }) => ({
        path: `pieces.${i}.${path}`,
        text: `Piece "${piece.name}": ${text}`,
      })),
    ),
  ];
  const figure = plan.figure && readFigure(plan.figure);
  if (figure && !figure.ok)
    issues.push(...figure.fault.map(({ path, text }) => ({ path: `figure.${path}`, text })));
  return issues;
}

function checkIds(list: readonly { readonly id: string }[], word: string): Issue[] {
  const seen = new Set<string>();
  return list.flatMap(({ id }, i) => {
    if (seen.has(id))
      return [{ path: `${word}.${i}.id`, text: `Two ${word} are both called "${id}"; give one another id.` }];
    seen.add(id);
    return [];
  });
}

function checkPiece(plan: Piece): Issue[] {
  const issues = [...checkIds(plan.steps, 'steps'), ...checkIds(plan.marks, 'marks')];
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
  return issues;
}
