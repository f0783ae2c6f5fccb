import type { FineMesh } from '../folded/index.ts';

/** What a fold would move, cut and ordered but not yet turned. */
export interface Turn {
  readonly mesh: FineMesh;
  readonly moving: ReadonlySet<number>;
  readonly order: Int8Array;
}
