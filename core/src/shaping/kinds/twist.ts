import { z } from 'zod';
import { pointRefSchema, sayFoldLine, sayPoint } from '../../references/index.ts';
import { twistPart } from '../twisting.ts';
import { amountOf, mapPart, partFields, readPart, sayTurning, withDegrees } from './fields.ts';
import { defineShaping } from './spec.ts';

const MOST_TWIST = 180;
const schema = z.strictObject({
  kind: z.literal('twist'),
  ...partFields(MOST_TWIST),
  /** Where on the part the twist ends. */
  until: pointRefSchema,
});

/** A slim limb is turned round its own length. */
export const twist = defineShaping(schema, {
  glossary: 'a slim part is turned round its own length, over diagonals to and fro',
  word: 'twist',
  say: (act, names) =>
    `Twist ${sayPoint(act.flap[0]!, names)} ${sayTurning(act)} about its length, from the line ${sayFoldLine(act.line, names)} as far as ${sayPoint(act.until, names)}.`,
  make: (act, shaping) =>
    twistPart(shaping.form, { ...readPart(act, shaping), until: shaping.read.place(act.until) }),
  // A mirror makes a left twist a right one, whichever face it comes to lie on.
  map: (act, to) => ({ ...mapPart(act, { ...to, behind: to.isMirror }), until: to.point(act.until) }),
  amount: amountOf,
  withAmount: withDegrees,
  minutes: 2,
  isComputed: true,
  tools: {
    twist: {
      word: 'Twist',
      key: 'W',
      points: ['Choose the part: its tip', 'Choose where the twist begins', 'Choose where it ends'],
      line: 'across',
      begins: { degrees: 30 },
      amount: 'Degrees, to the left',
      limits: [-MOST_TWIST, MOST_TWIST],
      write: ({ part, third, degrees }) => third && { kind: 'twist', ...part, degrees, until: third },
    },
  },
});
