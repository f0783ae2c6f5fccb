import { z } from 'zod';
import { done } from '../../outcome/index.ts';
import { pointRefSchema, sayPoint } from '../../references/index.ts';
import { inflateBody } from '../rounding.ts';
import {
  estimated,
  estimatedFields,
  fourPicks,
  lengthIn,
  percent,
  readEstimated,
  sayEstimated,
} from './estimated.ts';
import { sayRange } from './fields.ts';
import { type Shaping, defineShaping } from './spec.ts';

/** As full as a round foil balloon. */
const [LEAST_INFLATE, MOST_INFLATE] = [5, 142] as const;
const schema = z.strictObject({
  kind: z.literal('inflate'),
  ...estimatedFields(LEAST_INFLATE, MOST_INFLATE),
  /** Where air goes in. */
  opening: pointRefSchema,
});

const estimate = (act: z.output<typeof schema>, shaping: Pick<Shaping, 'read' | 'keeps'>) => {
  const { width, length, degrees } = readEstimated(act, shaping);
  return inflateBody(width, length, degrees);
};

/** A closed body is blown up through its opening, as a waterbomb is; an estimate, which changes no form. */
export const inflate = defineShaping(schema, {
  ...estimated,
  glossary: 'a closed body is blown up through its opening; estimated, the figure is drawn without it',
  word: 'inflate',
  say: (act, names) =>
    `Blow the body up through the opening at ${sayPoint(act.opening, names)}, ${sayRange(act)} of each side.`,
  make: (_, { form }) => done(form),
  estimate: (act, shaping) => {
    const { depth, lost, lower, gathered } = estimate(act, shaping);
    const length = lengthIn(shaping);
    return sayEstimated([
      `${length(depth)} deep`,
      `${length(lost)} narrower`,
      `${length(lower)} lower`,
      `its edges wrinkle by ${percent(gathered)}`,
    ]);
  },
  map: (act, to) => ({ ...estimated.map(act, to), opening: to.point(act.opening) }),
  tools: {
    inflate: {
      word: 'Inflate',
      key: 'I',
      points: [
        'Choose one edge of the body',
        'Choose the edge across from it',
        'Choose its upper end',
        'Choose its lower end',
        'Choose the opening that air goes in at',
      ],
      line: 'none',
      begins: { degrees: 100 },
      amount: 'Degrees of each side; 142 is full',
      limits: [LEAST_INFLATE, MOST_INFLATE],
      write: ({ picks, degrees }) => {
        const places = fourPicks(picks);
        const opening = picks[4];
        return places && opening && { kind: 'inflate', ...places, opening, degrees };
      },
    },
  },
});
