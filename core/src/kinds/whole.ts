import { nothing, nothingBefore, oneResult, type MoveSpec } from './spec.ts';

/** What turning over and rotating have in common: no paper is folded. */
export const wholeModel = {
  results: oneResult,
  alignments: nothing,
  otherWays: nothing,
  minutes: 0.1,
  difficulty: 0,
  leaves: 'nothing',
  motion: 'whole model',
  leavesStrip: false,
  wrapsEdge: false,
  opens: false,
  beforehand: nothingBefore,
  reachesFor: nothing,
  uses: nothing,
} as const satisfies Partial<MoveSpec<never>>;
