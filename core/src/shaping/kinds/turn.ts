import { z } from 'zod';
import { sayFoldLine, sayPoint } from '../../references/index.ts';
import { MOST_DEGREES, turnPart } from '../turning.ts';
import { amountOf, mapPart, partFields, readPart, sayAmount, withDegrees } from './fields.ts';
import { defineShaping } from './spec.ts';

const schema = z.strictObject({ kind: z.literal('turn'), ...partFields(MOST_DEGREES) });

/** A part is turned about a line: legs spread, feet bent, a wing lifted, a head tilted. */
export const turn = defineShaping(schema, {
  glossary: 'a part is folded part of the way about a line, and stays so',
  word: 'turn',
  say: (act, names) =>
    `Turn ${sayPoint(act.flap[0]!, names)} ${sayAmount(act)}, folding it ${sayFoldLine(act.line, names)}.`,
  make: (act, shaping) => turnPart(shaping.form, readPart(act, shaping)),
  map: mapPart,
  amount: amountOf,
  withAmount: withDegrees,
  minutes: 1,
  isComputed: true,
  tools: {
    turn: {
      word: 'Turn a part',
      key: 'T',
      points: ['Choose the part: its tip', 'Choose where the line begins', 'Choose where the line ends'],
      line: 'either',
      begins: { degrees: 20 },
      amount: 'Degrees, towards you',
      limits: [-MOST_DEGREES, MOST_DEGREES],
      write: ({ part, degrees }) => part && { kind: 'turn', ...part, degrees },
    },
    blunt: {
      word: 'Blunt a tip',
      key: 'B',
      points: ['Choose the tip', 'Choose where the part shall end'],
      line: 'across',
      begins: { degrees: -180 },
      amount: 'Degrees, towards you',
      limits: [-MOST_DEGREES, MOST_DEGREES],
      write: ({ part, degrees }) => part && { kind: 'turn', ...part, everyLayer: true, degrees },
    },
  },
});
