import { z } from 'zod';
import { failed } from '../../outcome/index.ts';
import { stepId, symmetrySchema } from '../../references/index.ts';
import { defineShaping } from './spec.ts';

const schema = z.strictObject({
  kind: z.literal('again'),
  of: stepId,
  map: symmetrySchema,
  /** On the other face of the model: towards and away change places. */
  behind: z.boolean().default(false),
});

/** An earlier piece of shaping under a symmetry of the sheet; the room writes it out before it is made. */
export const again = defineShaping(schema, {
  glossary: 'shaping is made again under a symmetry of the sheet, and follows its original',
  word: 'again',
  say: () => 'The same again.',
  make: () =>
    failed({
      kind: 'symmetry',
      text: 'What is to be repeated is itself a repeat; repeat the first one.',
    }),
  map: (act) => act,
  amount: () => undefined,
  withAmount: (act) => act,
  minutes: 1,
  isComputed: true,
  tools: {},
});
