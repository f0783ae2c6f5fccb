import { z } from 'zod';
import { directionOf } from '../../geometry/index.ts';
import { failed } from '../../outcome/index.ts';
import { pointRefSchema, sayFoldLine, sayPoint } from '../../references/index.ts';
import { curlPart } from '../curling.ts';
import { amountOf, mapPart, partFields, readPart, sayAmount, withDegrees } from './fields.ts';
import { type Shaping, defineShaping } from './spec.ts';

const MOST_CURL = 720;
const bend = {
  ...partFields(MOST_CURL),
  /** Diameter of the rod it is bent over. */
  rodMm: z.number().min(0.5).max(300),
};
const curlSchema = z.strictObject({
  kind: z.literal('curl'),
  ...bend,
  /** Where the rulings meet, for a cone; null where they run side by side. */
  apex: pointRefSchema.nullable().default(null),
});
const softSchema = z.strictObject({ kind: z.literal('soft'), ...bend });

const noSheet = failed({
  kind: 'reference' as const,
  text: 'A rod has a diameter in mm, and no sheet is chosen; choose one in Paper first.',
});

const rod = (mm: number): string => `${Math.round(mm * 10) / 10} mm`;

/** A part is rolled over a rod from a line on. */
export const curl = defineShaping(curlSchema, {
  glossary: 'a part is rolled round a rod, or to a cone, from a line on',
  word: 'curl',
  say: (act, names) =>
    `Curl ${sayPoint(act.flap[0]!, names)} ${sayAmount(act)} over a rod of ${rod(act.rodMm)}${act.apex ? `, to a cone with its point at ${sayPoint(act.apex, names)}` : ''}; begin ${sayFoldLine(act.line, names)}.`,
  make: (act, shaping) => {
    const radius = radiusOf(act.rodMm, shaping);
    if (radius === undefined) return noSheet;
    const apex = act.apex ? { apex: shaping.read.place(act.apex) } : {};
    return curlPart(shaping.form, { ...readPart(act, shaping), radius, ...apex });
  },
  map: (act, to) => ({ ...mapPart(act, to), apex: act.apex && to.point(act.apex) }),
  amount: amountOf,
  withAmount: withDegrees,
  minutes: 2,
  isComputed: true,
  tools: {
    curl: {
      word: 'Curl',
      key: 'C',
      points: ['Choose the part: its tip', 'Choose where the curl begins', 'Choose where that line ends'],
      line: 'either',
      begins: { degrees: 90, rodMm: 8 },
      amount: 'Degrees, towards you',
      limits: [-MOST_CURL, MOST_CURL],
      write: ({ part, degrees, rodMm }) => part && { kind: 'curl', ...part, degrees, rodMm },
    },
  },
});

/** A fold with a round edge, its middle on the line. */
export const soft = defineShaping(softSchema, {
  glossary: 'a fold with a round edge over a rod, its middle on the line',
  word: 'soft fold',
  say: (act, names) =>
    `Bend ${sayPoint(act.flap[0]!, names)} softly ${sayAmount(act)} over a rod of ${rod(act.rodMm)}, ${sayFoldLine(act.line, names)}.`,
  make: (act, shaping) => {
    const radius = radiusOf(act.rodMm, shaping);
    if (radius === undefined) return noSheet;
    const part = readPart(act, shaping);
    const back = (radius * Math.abs(part.degrees) * Math.PI) / 360;
    // Half of the bend lies before the line: it begins so much nearer to what stays.
    const tip = shaping.read.place(act.flap[0]!);
    const side = part.line.normal[0] * tip[0] + part.line.normal[1] * tip[1] - part.line.offset >= 0 ? 1 : -1;
    const line = { ...part.line, offset: part.line.offset - side * back };
    const [dx, dy] = directionOf(line);
    const at = part.at && {
      at: [part.at[0] - side * back * -dy, part.at[1] - side * back * dx] as const,
    };
    return curlPart(shaping.form, { ...part, ...at, line, radius });
  },
  map: mapPart,
  amount: amountOf,
  withAmount: withDegrees,
  minutes: 1,
  isComputed: true,
  tools: {
    soft: {
      word: 'Soft fold',
      key: 'S',
      points: ['Choose the part: its tip', 'Choose where the line begins', 'Choose where the line ends'],
      line: 'either',
      begins: { degrees: 20, rodMm: 3 },
      amount: 'Degrees, towards you',
      limits: [-MOST_CURL, MOST_CURL],
      write: ({ part, degrees, rodMm }) => part && { kind: 'soft', ...part, degrees, rodMm },
    },
  },
});

const radiusOf = (rodMm: number, { sideMm }: Shaping): number | undefined =>
  sideMm === undefined ? undefined : rodMm / 2 / sideMm;
