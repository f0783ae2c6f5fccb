import type { Plan } from '../plan/index.ts';
import type { readShowModel } from '../readings/index.ts';
import { foldPieces } from './piece.ts';

type Further = NonNullable<Parameters<typeof readShowModel>[0]['further']>;

/** A plan's further pieces as the calendar counts them. */
export function furtherForShow(plan: Plan, firstSideMm: number): Further {
  if (plan.pieces.length === 0) return [];
  return foldPieces(plan, firstSideMm).flatMap((p): Further[number][] =>
    p.id === null
      ? []
      : [
          {
            id: p.id,
            name: p.name,
            plan: p.plan,
            replay: p.replay,
            sideMm: p.posed.sideMm,
            alike: plan.pieces.find((own) => own.id === p.id)?.alike?.steps ?? 0,
          },
        ],
  );
}
