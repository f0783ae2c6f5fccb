/** How the turns are tried: from the hub outwards or from the tips inwards, simple folds or reverse folds first. */
export interface Manner {
  readonly order: 'hub first' | 'tip first';
  readonly prefer: 'fold' | 'reverse';
  /** How far outside the hub limbs are turned, in widths of the flap. */
  readonly offset: number;
  /** Whether wide flaps are narrowed before they are turned, after, or left as they are. */
  readonly narrow: 'before' | 'after' | 'never';
}
export const manners: readonly Manner[] = [
  { order: 'hub first', prefer: 'fold', offset: 0, narrow: 'never' },
  { order: 'hub first', prefer: 'fold', offset: 0, narrow: 'before' },
  { order: 'tip first', prefer: 'fold', offset: 0, narrow: 'after' },
  { order: 'hub first', prefer: 'reverse', offset: 0, narrow: 'after' },
  { order: 'tip first', prefer: 'reverse', offset: 0.5, narrow: 'before' },
];
