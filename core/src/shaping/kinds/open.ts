import { z } from 'zod';
import { failed } from '../../outcome/index.ts';
import { stepId } from '../../references/index.ts';
import { openBody } from '../opening.ts';
import { defineShaping } from './spec.ts';

const MOST = 170;
const schema = z.strictObject({
  kind: z.literal('open'),
  /** The step that folded the body in half. */
  half: stepId,
  degrees: z.number().min(1).max(MOST),
  least: z.number().min(1).max(MOST).nullable().default(null),
  most: z.number().min(1).max(MOST).nullable().default(null),
});

/** The halves of a body are opened about its spine; what was reversed beyond follows. */
export const open = defineShaping(schema, {
  glossary:
    'a body folded in half is opened about its spine; reversed parts follow, their own spines in the middle',
  word: 'open',
  say: ({ half, degrees }, names) =>
    `Open the body to ${Math.round(degrees * 10) / 10}° between its halves, at the fold of step ${names.get(half)?.number ?? '?'}.`,
  make: (act, { form, folded, keeps, step }) => {
    const own = folded.find((s) => s.id === act.half);
    if (!own)
      return failed({
        kind: 'reference',
        text: 'The step that folded the body in half is gone; choose another one.',
      });
    const reverses = folded.filter((s) => s.number > own.number && s.isReverse);
    return openBody(form, { half: own, reverses, degrees: act.degrees * keeps, step });
  },
  map: (act) => act,
  amount: ({ degrees, least, most }) => ({ degrees, least, most }),
  withAmount: (act, degrees) => ({ ...act, degrees }),
  minutes: 2,
  isComputed: true,
  tools: {
    open: {
      word: 'Open the body',
      key: 'O',
      points: [],
      line: 'none',
      begins: { degrees: 20 },
      amount: 'Degrees between the halves',
      limits: [1, MOST],
      write: ({ half, degrees }) => (half === '' ? undefined : { kind: 'open', half, degrees }),
    },
  },
});
