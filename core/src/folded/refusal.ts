import type { Point } from '../geometry/index.ts';

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
}
