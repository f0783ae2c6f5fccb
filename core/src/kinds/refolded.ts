import type { MoveSpec } from './spec.ts';
import { nothing } from './spec.ts';

/** What all kinds that fold several creases at once have in common. */
export const foldsTogether = {
  alignments: nothing,
  leaves: 'nothing',
  motion: 'folds',
  leavesStrip: false,
  wrapsEdge: false,
  opens: true,
  reachesFor: nothing,
  uses: nothing,
} as const satisfies Partial<MoveSpec<never>>;

/** The other side of the model. */
export const otherSide = (side: 'front' | 'behind'): 'front' | 'behind' =>
  side === 'front' ? 'behind' : 'front';
export const saySide = (side: 'front' | 'behind'): string => (side === 'behind' ? ', behind' : '');
