import { z } from 'zod';
import { rotateModel } from '../moves/index.ts';
import { done } from '../outcome/index.ts';
import { sayDegrees } from '../references/index.ts';
import { defineKind } from './spec.ts';
import { wholeModel } from './whole.ts';

const schema = z.strictObject({ kind: z.literal('rotate'), degrees: z.number().min(-360).max(360) });

/** The model turned in its plane. */
export const rotate = defineKind(schema, {
  ...wholeModel,
  glossary: 'the whole model is turned on the table by an angle',
  word: () => 'rotate',
  say: (move) =>
    `Rotate by ${sayDegrees(move.degrees)}° ${move.degrees < 0 ? 'clockwise' : 'counter-clockwise'}.`,
  map: (move) => move,
  make: (move, { state }) => done({ result: rotateModel(state, move.degrees) }),
  draw: (move) => ({ whole: 'rotate', bend: move.degrees < 0 ? -1 : 1 }),
  tools: {
    rotate: {
      word: 'Rotate',
      key: 'R',
      path: 'M17 6a7 7 0 1 0 2 8M17 6l1 5M17 6l-5 0',
      group: 'Turn',
      points: [],
      paper: 'none',
      countsLayers: false,
      asks: [
        {
          kind: 'number',
          id: 'degrees',
          label: 'Degrees, counter-clockwise',
          first: 45,
          low: -360,
          high: 360,
          step: 0.5,
        },
      ],
      compose: (c) => ({ kind: 'rotate', degrees: c.number('degrees') }),
      recall: ({ degrees }) => ({ options: { degrees } }),
    },
  },
  toolOf: () => 'rotate',
});
