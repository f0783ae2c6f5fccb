import { z } from 'zod';
import { sayPoint } from '../../references/index.ts';
import { MOST_TIED, pinchLimb } from '../rounding.ts';
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

const [LEAST_PINCH, MOST_PINCH] = [5, 170] as const;
const schema = z.strictObject({
  kind: z.literal('pinch'),
  ...estimatedFields(LEAST_PINCH, MOST_PINCH),
});

const read = (act: z.output<typeof schema>, shaping: Pick<Shaping, 'read' | 'keeps'>) => {
  const own = readEstimated(act, shaping);
  return { ...own, ...pinchLimb(own.width, own.length, own.degrees) };
};

/** The least length over which a pinch fades out. */
const fadeOf = ({ depth, lost }: { depth: number; lost: number }): number =>
  Math.hypot(depth, lost / 2) / Math.sqrt((1 + MOST_TIED) ** 2 - 1);

/** A limb is pinched between finger and thumb along its middle: slimmer and stiffer; an estimate, which changes no form. */
export const pinch = defineShaping(schema, {
  ...estimated,
  glossary: 'a limb is bent along its middle, the bend fading out; estimated, the figure is drawn without it',
  word: 'pinch',
  say: (act, names) =>
    `Pinch the part ${sayRange(act)} along its middle, from ${sayPoint(act.along[0], names)}, fading out at ${sayPoint(act.along[1], names)}.`,
  make: (act, shaping) => {
    const own = read(act, shaping);
    return takeEstimated(
      own,
      shaping.form,
      'Fading out so soon its edges would have to stretch',
      `Pinch it less, or let it fade out over ${lengthIn(shaping)(fadeOf(own))} at least.`,
    );
  },
  estimate: (act, shaping) => {
    const { depth, lost, gathered } = read(act, shaping);
    const length = lengthIn(shaping);
    return sayEstimated([
      `its edges stand ${length(depth)} out`,
      `${length(lost)} slimmer`,
      `its edges stretch by ${percent(gathered)}`,
    ]);
  },
  tools: {
    pinch: {
      word: 'Pinch',
      key: 'N',
      points: [
        'Choose one edge of the part',
        'Choose the edge across from it',
        'Choose where it is pinched',
        'Choose where it is flat again',
      ],
      line: 'none',
      begins: { degrees: 60 },
      amount: 'Degrees it is bent',
      limits: [LEAST_PINCH, MOST_PINCH],
      write: ({ picks, degrees }) => {
        const places = fourPicks(picks);
        return places && { kind: 'pinch', ...places, degrees };
      },
    },
  },
});
