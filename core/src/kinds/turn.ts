import { z } from 'zod';
import { turnOver } from '../moves/index.ts';
import { done } from '../outcome/index.ts';
import { defineKind } from './spec.ts';
import { wholeModel } from './whole.ts';

const schema = z.strictObject({ kind: z.literal('turn'), over: z.enum(['sideways', 'lengthways']) });

/** The model turned over. */
export const turn = defineKind(schema, {
  ...wholeModel,
  glossary: 'the whole model is turned over, left to right or top to bottom',
  word: () => 'turn over',
  say: (move) => (move.over === 'sideways' ? 'Turn over, left to right.' : 'Turn over, top to bottom.'),
  map: (move) => move,
  make: (move, { state }) => done({ result: turnOver(state, move.over) }),
  draw: () => ({ whole: 'turn-over', bend: 1 }),
  tools: {
    turn: {
      word: 'Turn over',
      key: 'T',
      path: 'M3 17c8 0 14-10 9-10s1 10 9 10M21 17l-4-3',
      group: 'Turn',
      points: [],
      paper: 'none',
      countsLayers: false,
      asks: [
        {
          kind: 'choice',
          id: 'over',
          label: 'Over',
          first: 'sideways',
          options: [
            { value: 'sideways', label: 'left to right' },
            { value: 'lengthways', label: 'top to bottom' },
          ],
        },
      ],
      compose: (c) => ({ kind: 'turn', over: c.text('over') === 'lengthways' ? 'lengthways' : 'sideways' }),
      recall: ({ over }) => ({ options: { over } }),
    },
  },
  toolOf: () => 'turn',
});
