import type { PointRef } from '../references/index.ts';
import type { Step } from '../sequence/index.ts';

/** A fraction top / bottom of an edge, counted from the edge's first corner (AB from A). */
export interface MarkAsk {
  readonly edge: string;
  readonly top: number;
  readonly bottom: number;
}

export interface Construction {
  readonly id: string;
  readonly title: string;
  /** How it is found and why one might choose it, in a sentence. */
  readonly how: string;
  readonly steps: readonly Step[];
  readonly exact: boolean;
  /** The place it ends in, where that is no pinch on an edge. */
  readonly mark?: PointRef;
}
