import { z } from 'zod';
import { waitsSchema } from '../../waits/index.ts';
import { again } from './again.ts';
import { curl, soft } from './curl.ts';
import { hand } from './hand.ts';
import { inflate } from './inflate.ts';
import { open } from './open.ts';
import { pinch } from './pinch.ts';
import type { ShapingSpec } from './spec.ts';
import { round } from './round.ts';
import { spread } from './spread.ts';
import { turn } from './turn.ts';
import { twist } from './twist.ts';

/** Every kind of shaping there is: the only list of them. Tools stand in the tray in this order. */
export const shapingKinds = { turn, open, curl, soft, twist, round, spread, pinch, inflate, again, hand };

export type ShapingKind = keyof typeof shapingKinds;
type Schemas = { readonly [K in ShapingKind]: (typeof shapingKinds)[K]['schema'] };
export type ShapingAct = { [K in ShapingKind]: z.output<Schemas[K]> }[ShapingKind];
type ShapingActOf<K extends ShapingKind> = Extract<ShapingAct, { kind: K }>;
export type WrittenAct = { [K in ShapingKind]: z.input<Schemas[K]> }[ShapingKind];

const actSchema = z.discriminatedUnion(
  'kind',
  Object.values(shapingKinds).map((k) => k.schema) as unknown as [(typeof shapingKinds)['turn']['schema']],
) as unknown as z.ZodType<ShapingAct, WrittenAct>;

shapingKinds satisfies { readonly [K in ShapingKind]: ShapingSpec<ShapingActOf<K>> };

/** A shaping step as a plan keeps it. */
export const shapingStepSchema = z.strictObject({
  id: z.string().min(1).max(60),
  act: actSchema,
  note: z.string().max(2000).default(''),
  /** What the paper needs time for after it. */
  waits: waitsSchema.default([]),
});
export type ShapingStep = z.output<typeof shapingStepSchema>;

export const shapingOf = <A extends ShapingAct>(act: A): ShapingSpec<A> =>
  shapingKinds[act.kind] as unknown as ShapingSpec<A>;
