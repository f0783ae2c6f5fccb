import { type Point, type Segment, tolerance } from '../geometry/index.ts';

/**
 * Why a move cannot be made. tear: paper would have to tear; through: paper would pass through itself; reference: a
 * point or line is gone or says nothing; crease: a crease is missing, turned wrong or in the way; empty: nothing would move; sliver: an edge too short to fold would be left;
 * asymmetric: a repeat on paper that is not made for it.
 */
export type RefusalKind = 'tear' | 'through' | 'reference' | 'crease' | 'empty' | 'sliver' | 'asymmetric';

export interface Refusal {
  readonly kind: RefusalKind;
  /** One sentence: what, where, the limit and the remedy. */
  readonly text: string;
  /** The place in the model, where there is one. */
  readonly at?: Point;
  /** Creases on the sheet that would make the move possible. */
  readonly adds?: readonly Segment[];
}

/** Refuses a crease that would leave an edge too short to fold: how far it passes a corner, in sheet sides. */
export const refuseSliver = (apart: number, at?: Point): Refusal => ({
  kind: 'sliver',
  text: `The crease would pass a corner at ${apart.toExponential(1)} of the side, and less than ${tolerance.shortestEdge} cannot be folded; put it through that corner or farther away.`,
  ...(at ? { at } : {}),
});

/**
 * A refusal whose sentence is made when it is read: what would work instead is often found by folding it, and a search
 * that tries a thousand folds reads none of them.
 */
export function refuseLater(refusal: Omit<Refusal, 'text'>, say: () => string): Refusal {
  let said: string | undefined;
  return Object.defineProperty({ ...refusal, text: '' }, 'text', {
    enumerable: true,
    get: () => (said ??= say()),
  });
}
