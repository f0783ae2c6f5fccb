import { z } from 'zod';
import { done } from '../../outcome/index.ts';
import { defineShaping } from './spec.ts';

const schema = z.strictObject({
  kind: z.literal('hand'),
  text: z.string().max(400),
  /** How far, in the folder's words. */
  range: z.string().max(80).default(''),
});

/** Shaping by hand that nothing computes: it keeps its place in the order, and changes no form. */
export const hand = defineShaping(schema, {
  glossary: 'shaping by hand, in words; it is not computed',
  word: 'by hand',
  say: ({ text, range }) =>
    `${text === '' ? 'By hand' : text}${range === '' ? '' : `, ${range}`} (not computed).`,
  make: (_, { form }) => done(form),
  map: (act) => act,
  amount: () => undefined,
  withAmount: (act) => act,
  minutes: 1,
  isComputed: false,
  tools: {
    hand: {
      word: 'By hand',
      key: 'H',
      points: [],
      line: 'none',
      begins: { degrees: 0 },
      amount: 'Degrees',
      limits: [0, 0],
      write: () => ({ kind: 'hand', text: '' }),
    },
  },
});
