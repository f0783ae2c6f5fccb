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
    ...checkIds(plan.fits, 'fits'),
    ...checkJoins(plan),
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

/** A fit names two pieces that are there, and not one piece twice. */
function checkJoins({ pieces, fits }: Plan): Issue[] {
  const known = new Set<string | null>([null, ...pieces.map((p) => p.id)]);
  const fromFits = fits.flatMap(({ name, tab, mouth }, i): Issue[] => {
    const gone = [tab, mouth].find((side) => !known.has(side.piece));
    if (gone)
      return [
        {
          path: `fits.${i}`,
          text: `The fit "${name}" names the piece "${gone.piece}", which is not there; choose another piece, or leave the fit out.`,
        },
      ];
    if (tab.piece === mouth.piece)
      return [
        {
          path: `fits.${i}`,
          text: `The fit "${name}" joins a piece to itself; choose two pieces, or use a lock.`,
        },
      ];
    return [];
  });
  const fromAlike = pieces.flatMap(({ id, name, alike }, i): Issue[] =>
    alike && (!known.has(alike.piece) || alike.piece === id || isLent(pieces, alike.piece))
      ? [
          {
            path: `pieces.${i}.alike`,
            text: `Piece "${name}" takes its first steps from a piece that has none of its own to give; choose another.`,
          },
        ]
      : [],
  );
  return [...fromFits, ...fromAlike];
}

/** Whether a piece takes its first steps from another itself. */
const isLent = (pieces: Plan['pieces'], id: string | null): boolean =>
  pieces.some((p) => p.id === id && p.alike !== null);

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
