import type { Point } from '../geometry/index.ts';

/** Why a piece of shaping cannot be made. */
export interface ShapingRefusal {
  readonly kind:
    | 'reference'
    | 'sliver'
    | 'empty'
    | 'held'
    | 'through'
    | 'short'
    | 'gap'
    | 'strain'
    | 'amount'
    | 'symmetry';
  readonly text: string;
  /** Where, in the flat model. */
  readonly at?: Point;
  /** How far it turns freely, in degrees, where it meets other paper. */
  readonly freeDegrees?: number;
}
