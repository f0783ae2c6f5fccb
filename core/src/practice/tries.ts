import { z } from 'zod';
import { levels } from './drill.ts';
import { skillNames } from './skills.ts';

/** How a folder judges a drill in one touch: clean, with trouble, or not made at all. */
export const judgements = ['clean', 'trouble', 'failed'] as const;
export type Judgement = (typeof judgements)[number];

/** One drill that was folded: which one, on what sheet, how it went. */
export const practiceTrySchema = z.strictObject({
  id: z.string().min(1).max(60),
  at: z.iso.datetime(),
  skill: z.enum(skillNames),
  level: z.union(levels.map((l) => z.literal(l)) as [z.ZodLiteral<1>, z.ZodLiteral<2>, z.ZodLiteral<3>]),
  seed: z.number().int().min(0).max(1_000_000_000),
  /** The plan whose move it was computed for. */
  planId: z.string().min(1).max(60).nullable(),
  sheetMm: z.number().positive().max(5000),
  paper: z.string().max(80),
  layers: z.number().int().min(1).max(10_000),
  /** Of all steps of the drill. */
  seconds: z.number().min(0).max(1_000_000),
  judged: z.enum(judgements),
  /** Where the engine knew a place to hold a rule to: how far off it is usually, and was. */
  check: z
    .strictObject({
      says: z.string().max(200),
      expectedMm: z.number().positive().max(1000),
      missMm: z.number().min(0).max(1000),
    })
    .nullable(),
});
export type PracticeTry = z.infer<typeof practiceTrySchema>;
