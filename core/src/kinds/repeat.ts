import { z } from 'zod';
import { failed } from '../outcome/index.ts';
import { stepId, symmetrySchema } from '../references/index.ts';
import { defineKind, drawn, nothing, nothingBefore, oneResult } from './spec.ts';

const schema = z.strictObject({
  kind: z.literal('repeat'),
  of: stepId,
  map: symmetrySchema,
  /** On the other face of the model: valley and mountain, front and behind change places. */
  behind: z.boolean().default(false),
});

/** An earlier step made again under a symmetry of the sheet; the sequence writes it out before it is folded. */
export const repeat = defineKind(schema, {
  glossary: 'a step is made again under a symmetry of the sheet; it follows its original',
  word: () => 'repeat',
  say: () => 'Repeat a step.',
  map: (move) => move,
  make: () =>
    failed({
      kind: 'reference',
      text: 'A repeat of a repeat has no move of its own; repeat the first pass.',
    }),
  results: oneResult,
  alignments: nothing,
  otherWays: nothing,
  draw: () => drawn('valley'),
  minutes: 1,
  difficulty: 0,
  leaves: 'nothing',
  motion: 'folds',
  leavesStrip: false,
  wrapsEdge: false,
  opens: true,
  beforehand: nothingBefore,
  reachesFor: nothing,
  uses: (move) => [move.of],
  tools: {},
  toolOf: () => 'valley',
});
