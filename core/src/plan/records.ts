import { z } from 'zod';
import { MOST_WAIT_MINUTES, waitKindNames } from '../waits/index.ts';
import { day, id, mm, text } from './fields.ts';

/** What a folder is stuck at: asked at the bench in one touch, added up by kind of move. */
export const stuckReasons = ['mark', 'layers', 'collapse', 'tore', 'small', 'lost'] as const;
export type StuckReason = (typeof stuckReasons)[number];

/** One evening at the bench: where it is, how long each step took, where it stuck. */
export const benchRunSchema = z.strictObject({
  id,
  /** The piece of the plan that is folded; null for its own first one. */
  piece: id.nullable().default(null),
  startedAt: z.iso.datetime(),
  finishedAt: z.iso.datetime().nullable(),
  sheetMm: mm.nullable(),
  paper: text(80),
  /** Step the folder is at, from 0, shaping counted on behind the flat ones; equal to the number of both when finished. */
  at: z.number().int().min(0),
  /** The step in hand is made, and what is waited for after it is before the folder. */
  resting: z.boolean().default(false),
  steps: z
    .array(
      z.strictObject({
        step: id,
        seconds: z.number().min(0),
        stuck: z.boolean(),
        why: z.enum(stuckReasons).nullable().default(null),
        /** Kind of its move and what the rule of thumb foresaw for it, so that it teaches other plans too. */
        kind: z.string().max(40).nullable().default(null),
        foreseenSeconds: z.number().min(0).max(1_000_000).nullable().default(null),
      }),
    )
    .max(1000),
  /** Waits that were begun; the time they end is theirs and no page's. `seen`: their end was noticed. */
  waiting: z
    .array(
      z.strictObject({
        step: id,
        kind: z.enum(waitKindNames),
        minutes: z.number().min(1).max(MOST_WAIT_MINUTES),
        startedAt: z.iso.datetime(),
        seen: z.boolean(),
      }),
    )
    .max(100)
    .default([]),
  foreseenMinutes: z.number().min(0),
  /** What was measured where the bench asks to stop and check: how far off it was foreseen to be, and was. */
  checks: z
    .array(
      z.strictObject({
        step: id,
        says: text(200),
        expectedMm: z.number().positive().max(1000),
        missMm: z.number().min(0).max(1000),
        at: z.iso.datetime(),
      }),
    )
    .max(400)
    .default([]),
});
export type BenchRun = z.infer<typeof benchRunSchema>;

/** Longest side of a photograph that is kept, in px, and the most bytes of it: enough to measure to half a millimetre. */
export const PHOTO_PX = 1400;
export const MOST_PHOTO_BYTES = 1_200_000;
/** Most photographs of one entry of the diary. */
export const MOST_PHOTOS = 8;

/** A photograph of a model, as it was taken; what is measured on it stands with its diary entry. */
export const photoSchema = z.strictObject({
  id,
  entryId: id,
  /** The name of the file it came from. */
  name: text(120),
  at: z.iso.datetime(),
  type: z.enum(['image/jpeg', 'image/png', 'image/webp']),
  widthPx: z.number().int().min(1).max(20_000),
  heightPx: z.number().int().min(1).max(20_000),
  /** The picture in base64. */
  data: z.base64().max(Math.ceil((MOST_PHOTO_BYTES * 4) / 3) + 4),
});
export type Photo = z.infer<typeof photoSchema>;

/** A place on a photograph, in px from its upper left corner. */
const pixel = z.tuple([z.number().min(0).max(20_000), z.number().min(0).max(20_000)]);

/** What is measured on a photograph: two points whose distance is known, and any others by it. */
const markedPhotoSchema = z.strictObject({
  id,
  scale: z.strictObject({ a: pixel, b: pixel, mm }).nullable().default(null),
  lengths: z
    .array(z.strictObject({ name: text(60), a: pixel, b: pixel }))
    .max(20)
    .default([]),
});
export type MarkedPhoto = z.infer<typeof markedPhotoSchema>;

/** What became of one sheet: sizes by the ruler, and what to change. */
export const diaryEntrySchema = z.strictObject({
  id,
  date: day,
  sheetMm: mm,
  paper: text(80),
  dimension: z.enum(['height', 'length']),
  /** What the engine foresaw for this sheet without any correction, and what the ruler said. */
  predictedMm: mm,
  measuredMm: mm,
  minutes: z.number().min(0).max(10000).nullable(),
  stands: z.boolean().nullable(),
  note: text(2000),
  runId: id.nullable(),
  /** Left out of what is learned, such as a sheet that was cut wrong. */
  leftOut: z.boolean().default(false),
  /** Other sizes of the same model, foreseen and by the ruler. */
  others: z
    .array(
      z.strictObject({ dimension: z.enum(['height', 'length', 'depth']), predictedMm: mm, measuredMm: mm }),
    )
    .max(3)
    .default([]),
  photos: z.array(markedPhotoSchema).max(MOST_PHOTOS).default([]),
  /** Hours it really needed to dry, where that was looked at; and what was foreseen of it. */
  dried: z
    .strictObject({ foreseenHours: z.number().positive().max(336), hours: z.number().positive().max(336) })
    .nullable()
    .default(null),
  /** Sheets that were spoiled on the way to it. */
  spoiled: z.number().int().min(0).max(50).default(0),
});
export type DiaryEntry = z.infer<typeof diaryEntrySchema>;
