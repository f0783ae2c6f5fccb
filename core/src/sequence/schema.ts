import { z } from 'zod';
import { moveSchema } from '../kinds/index.ts';
import { pointRefSchema, stepId, symmetrySchema } from '../references/index.ts';
import { waitsSchema } from '../waits/index.ts';

export const stepSchema = z.strictObject({
  id: stepId,
  move: moveSchema,
  /** The passage the step belongs to ("Base", "Wings"). */
  passage: z.string().max(60).default(''),
  /** The folder's own words; the sentence itself is always generated. */
  note: z.string().max(2000).default(''),
  /** The run of repeats, or the alternative, the step stands for; null for a step of its own. */
  run: stepId.nullable().default(null),
  variant: stepId.nullable().default(null),
  /** What the crease or mark it leaves is called, kept once an edit would have changed it; by the order where null. */
  called: z
    .string()
    .regex(/^[cm][1-9]\d{0,3}$/)
    .nullable()
    .default(null),
  /** Its lengths stay in mm when the sheet gets another size; else they stay shares of it. */
  keepsMm: z.boolean().default(false),
  /** How exact the step is: to the landmark, or anywhere within a share of the side (by taste). */
  tolerance: z
    .discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('exact') }),
      z.strictObject({
        kind: z.literal('taste'),
        share: z.number().min(0).max(0.5),
        /** Only less, or only more, than what is drawn ("rather under than over"); either way where it is missing. */
        sided: z.enum(['less', 'more']).optional(),
      }),
    ])
    .default({ kind: 'exact' }),
  /** What the paper needs time for after the step. */
  waits: waitsSchema.default([]),
  /** The step up to which the model does not lie flat on purpose; null where it lies flat after this one. */
  openUntil: stepId.nullable().default(null),
});
export type Step = z.infer<typeof stepSchema>;

/** A passage folded again: its repeats follow the steps between `from` and `to` whatever becomes of those. */
export const repeatRunsSchema = z
  .array(
    z.strictObject({
      id: stepId,
      from: stepId,
      to: stepId,
      map: symmetrySchema,
      behind: z.boolean().default(false),
    }),
  )
  .max(60);
export type RepeatRun = z.infer<typeof repeatRunsSchema>[number];

/** Two or more ways to fold one stretch: the chosen one stands among the steps, the others wait here. */
export const alternativesSchema = z
  .array(
    z.strictObject({
      id: stepId,
      /** Name of the variant that stands among the steps. */
      chosen: z.string().min(1).max(60),
      /** The step the stretch follows; null at the start. Where it stands when the chosen variant has no step. */
      after: stepId.nullable(),
      others: z
        .array(z.strictObject({ name: z.string().min(1).max(60), steps: z.array(stepSchema).max(200) }))
        .min(1)
        .max(12),
    }),
  )
  .max(40);
export type Alternative = z.infer<typeof alternativesSchema>[number];

/** Points with names of the folder's own, used by steps. */
export const namedPointsSchema = z.record(z.string().min(1).max(40), pointRefSchema);
