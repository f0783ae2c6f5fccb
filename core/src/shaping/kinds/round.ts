import { z } from 'zod';
import { sayPoint } from '../../references/index.ts';
import { roundOut } from '../rounding.ts';
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

/** How far each of its two sheets is bent, edge to edge: 180 is half a tube. */
const [LEAST_ROUND, MOST_ROUND] = [5, 180] as const;
const schema = z.strictObject({
  kind: z.literal('round'),
  ...estimatedFields(LEAST_ROUND, MOST_ROUND),
  /** The ends are open, as a tube's: nothing gathers there. */
  isOpenEnded: z.boolean().default(false),
});

const estimate = (act: z.output<typeof schema>, shaping: Pick<Shaping, 'read' | 'keeps'>) => {
  const { width, length, degrees } = readEstimated(act, shaping);
  return roundOut(width, length, degrees, act.isOpenEnded);
};

/** A chest or a belly is rounded out by pushing its two sides apart; an estimate, which changes no form. */
export const round = defineShaping(schema, {
  ...estimated,
  glossary: 'a body is rounded out between its edges; estimated, the figure is drawn without it',
  word: 'round',
  say: (act, names) =>
    `Round the body out ${sayRange(act)} between ${sayPoint(act.across[0], names)} and ${sayPoint(act.across[1], names)}${act.isOpenEnded ? ', its ends open' : ''}.`,
  make: (act, shaping) =>
    takeEstimated(
      estimate(act, shaping),
      shaping.form,
      'Rounded so far its ends would gather',
      'Round it less, over a longer stretch, or leave its ends open.',
    ),
  estimate: (act, shaping) => {
    const { depth, lost, gathered } = estimate(act, shaping);
    const length = lengthIn(shaping);
    return sayEstimated([
      `${length(depth)} deep`,
      `${length(lost)} narrower`,
      ...(gathered > 0 ? [`its edges gather by ${percent(gathered)}`] : []),
    ]);
  },
  tools: {
    round: {
      word: 'Round out',
      key: 'R',
      points: [
        'Choose one edge of the body',
        'Choose the edge across from it',
        'Choose one end of it',
        'Choose the other end',
      ],
      line: 'none',
      begins: { degrees: 60 },
      amount: 'Degrees of each side',
      limits: [LEAST_ROUND, MOST_ROUND],
      write: ({ picks, degrees, isOpenEnded }) => {
        const places = fourPicks(picks);
        return places && { kind: 'round', ...places, degrees, isOpenEnded };
      },
    },
  },
});
