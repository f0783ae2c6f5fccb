import { z } from 'zod';
import { distance } from '../../geometry/index.ts';
import { done, failed } from '../../outcome/index.ts';
import { pointRefSchema, sayPoint } from '../../references/index.ts';
import { MOST_TIED, roundOut } from '../rounding.ts';
import { sayRange } from './fields.ts';
import { type Shaping, defineShaping } from './spec.ts';

const MOST_ROUND = 180;
const LEAST_ROUND = 5;
const amount = z.number().min(LEAST_ROUND).max(MOST_ROUND);
const pair = z.tuple([pointRefSchema, pointRefSchema]);
const schema = z.strictObject({
  kind: z.literal('round'),
  /** Two points across the body, from edge to edge. */
  across: pair,
  /** Two points along it, from end to end. */
  along: pair,
  /** How far each of its two sheets is bent, edge to edge: 180 is half a tube. */
  degrees: amount,
  least: amount.nullable().default(null),
  most: amount.nullable().default(null),
  /** The ends are open, as a tube's: nothing gathers there. */
  isOpenEnded: z.boolean().default(false),
});
type Round = z.output<typeof schema>;

const estimate = (act: Round, { read, keeps }: Pick<Shaping, 'read' | 'keeps'>) => {
  const [a, b] = act.across.map((p) => read.place(p));
  const [c, d] = act.along.map((p) => read.place(p));
  return roundOut(distance(a!, b!), distance(c!, d!), act.degrees * keeps, act.isOpenEnded);
};

/** A chest or a belly is rounded out by pushing its two sides apart; an estimate, which changes no form. */
export const round = defineShaping(schema, {
  glossary: 'a body is rounded out between its edges; estimated, the figure is drawn without it',
  word: 'round',
  say: (act, names) =>
    `Round the body out ${sayRange(act)} between ${sayPoint(act.across[0], names)} and ${sayPoint(act.across[1], names)}${act.isOpenEnded ? ', its ends open' : ''}.`,
  make: (act, shaping) => {
    const { gathered } = estimate(act, shaping);
    return gathered > MOST_TIED
      ? failed({
          kind: 'strain',
          text: `Rounded so far its ends would gather by ${percent(gathered)}, and paper tied at its edges takes ${percent(MOST_TIED)}. Round it less, over a longer stretch, or leave its ends open.`,
        })
      : done(shaping.form);
  },
  estimate: (act, shaping) => {
    const { depth, lost, gathered } = estimate(act, shaping);
    const length = (v: number): string =>
      shaping.sideMm === undefined ? `${percent(v)} of the side` : `${(v * shaping.sideMm).toFixed(1)} mm`;
    return `Estimated, and not in the picture: ${length(depth)} deep, ${length(lost)} narrower${gathered > 0 ? `, its edges gather by ${percent(gathered)}` : ''}.`;
  },
  map: (act, { point }) => ({
    ...act,
    across: [point(act.across[0]), point(act.across[1])] as [Round['across'][0], Round['across'][1]],
    along: [point(act.along[0]), point(act.along[1])] as [Round['along'][0], Round['along'][1]],
  }),
  amount: ({ degrees, least, most }) => ({ degrees, least, most }),
  withAmount: (act, degrees) => ({ ...act, degrees }),
  minutes: 2,
  isComputed: false,
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
      write: ({ picks: [a, b, c, d], degrees, isOpenEnded }) =>
        a && b && c && d && { kind: 'round', across: [a, b], along: [c, d], degrees, isOpenEnded },
    },
  },
});

const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;
