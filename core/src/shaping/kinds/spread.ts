import { z } from 'zod';
import { sayPoint } from '../../references/index.ts';
import { spreadPocket } from '../rounding.ts';
import {
  estimated,
  estimatedFields,
  fourPicks,
  lengthIn,
  percent,
  readEstimated,
  sayEstimated,
  takeEstimated,
} from './estimated.ts';
import { sayRange } from './fields.ts';
import { type Shaping, defineShaping } from './spec.ts';

const [LEAST_SPREAD, MOST_SPREAD] = [5, 180] as const;
const schema = z.strictObject({
  kind: z.literal('spread'),
  ...estimatedFields(LEAST_SPREAD, MOST_SPREAD),
});

const estimate = (act: z.output<typeof schema>, shaping: Pick<Shaping, 'read' | 'keeps'>) => {
  const { width, length, degrees } = readEstimated(act, shaping);
  return spreadPocket(width, length, degrees);
};

/** The two sheets of a pocket are pushed apart at its mouth: a hood, a cheek, an ear; an estimate, which changes no form. */
export const spread = defineShaping(schema, {
  ...estimated,
  glossary:
    'a pocket is opened at its mouth, flat still at its bottom; estimated, the figure is drawn without it',
  word: 'spread',
  say: (act, names) =>
    `Spread the pocket ${sayRange(act)} at its mouth, from ${sayPoint(act.across[0], names)} to ${sayPoint(act.across[1], names)}.`,
  make: (act, shaping) =>
    takeEstimated(
      estimate(act, shaping),
      shaping.form,
      'Spread so far its middle would have to stretch',
      'Spread it less, or a deeper pocket.',
    ),
  estimate: (act, shaping) => {
    const { depth, lost, gathered } = estimate(act, shaping);
    const length = lengthIn(shaping);
    return sayEstimated([
      `its mouth opens ${length(depth)}`,
      `${length(lost)} narrower there`,
      `its middle stretches by ${percent(Math.max(0, gathered))}`,
    ]);
  },
  tools: {
    spread: {
      word: 'Spread a pocket',
      key: 'P',
      points: [
        'Choose one end of its mouth',
        'Choose the other end of its mouth',
        'Choose the middle of its mouth',
        'Choose its bottom',
      ],
      line: 'none',
      begins: { degrees: 60 },
      amount: 'Degrees of each sheet',
      limits: [LEAST_SPREAD, MOST_SPREAD],
      write: ({ picks, degrees }) => {
        const places = fourPicks(picks);
        return places && { kind: 'spread', ...places, degrees };
      },
    },
  },
});
