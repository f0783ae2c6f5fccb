import { z } from 'zod';
import { distance } from '../../geometry/index.ts';
import { type Outcome, done, failed } from '../../outcome/index.ts';
import { type PointRef, pointRefSchema } from '../../references/index.ts';
import type { Form } from '../form.ts';
import type { ShapingRefusal } from '../refusal.ts';
import { MOST_TIED, type Rounding } from '../rounding.ts';
import type { Amount, Shaping, ShapingMap } from './spec.ts';

type Pair = [PointRef, PointRef];
const pair = z.tuple([pointRefSchema, pointRefSchema]);

/** What shaping has that bends paper between four places; how far, by how much each of its sheets is bent. */
export const estimatedFields = (least: number, most: number) => {
  const amount = z.number().min(least).max(most);
  return {
    /** Two points across it, from edge to edge. */
    across: pair,
    /** Two points along it. */
    along: pair,
    degrees: amount,
    least: amount.nullable().default(null),
    most: amount.nullable().default(null),
  };
};

interface Estimated {
  readonly across: readonly [PointRef, PointRef];
  readonly along: readonly [PointRef, PointRef];
  readonly degrees: number;
  readonly least: number | null;
  readonly most: number | null;
}

/** Width, length and amount of a kind that is estimated, read on the flat model; lengths in sides. */
export function readEstimated(act: Estimated, { read, keeps }: Pick<Shaping, 'read' | 'keeps'>) {
  const [a, b, c, d] = [...act.across, ...act.along].map((p) => read.place(p));
  return { width: distance(a!, b!), length: distance(c!, d!), degrees: act.degrees * keeps };
}

/** The form as it was, where the paper takes it; else why not. `remedy` ends the sentence. */
export const takeEstimated = (
  { gathered }: Rounding,
  form: Form,
  what: string,
  remedy: string,
): Outcome<Form, ShapingRefusal> =>
  gathered > MOST_TIED
    ? failed({
        kind: 'strain',
        text: `${what} by ${percent(gathered)}, and paper tied at its edges takes ${percent(MOST_TIED)}. ${remedy}`,
      })
    : done(form);

/** "Estimated, and not in the picture: 12.0 mm deep, 3.1 mm narrower." */
export function sayEstimated(parts: readonly string[]): string {
  return `Estimated, and not in the picture: ${parts.join(', ')}.`;
}

/** A length in mm, or as a share of the side where no sheet is chosen. */
export const lengthIn =
  ({ sideMm }: Pick<Shaping, 'sideMm'>) =>
  (v: number): string =>
    sideMm === undefined ? `${percent(v)} of the side` : `${(v * sideMm).toFixed(1)} mm`;

export const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;

/** What all of these kinds have in common. */
export const estimated = {
  map: <E extends Estimated>(act: E, { point }: ShapingMap): E => ({
    ...act,
    across: [point(act.across[0]), point(act.across[1])] as Pair,
    along: [point(act.along[0]), point(act.along[1])] as Pair,
  }),
  amount: ({ degrees, least, most }: Estimated): Amount => ({ degrees, least, most }),
  withAmount: <E extends Estimated>(act: E, degrees: number): E => ({ ...act, degrees }),
  minutes: 2,
  isComputed: false,
};

/** Four places chosen in order: two across, two along. */
export const fourPicks = ([a, b, c, d]: readonly PointRef[]): { across: Pair; along: Pair } | undefined =>
  a && b && c && d && { across: [a, b], along: [c, d] };
