import { z } from 'zod';
import { boundNames } from '../wishes/index.ts';
import { day, id, mm, text } from './fields.ts';
import { benchRunSchema, diaryEntrySchema } from './records.ts';
import { isColour } from '../colour/index.ts';
import { figureSchema, keptBaseSchema } from '../parts/index.ts';
import { pointRefSchema } from '../references/index.ts';
import { shapingStepSchema, springDrillSchema } from '../shaping/index.ts';
import { alternativesSchema, namedPointsSchema, repeatRunsSchema, stepSchema } from '../sequence/index.ts';

/** Version of the saved document; raise it together with a migration in read.ts. */
export const PLAN_VERSION = 3;
export const PLAN_FORMAT = 'jade-kite-plan';

/** Most shaping steps a plan keeps; a figure in space of more cannot be followed at the bench. */
const MOST_SHAPING = 80;

/** Most pieces a plan keeps beside its first. */
export const MOST_PIECES = 11;

/** Most places at which pieces are put together. */
export const MOST_FITS = 24;

const colour = z.strictObject({
  name: text(30),
  hex: z.string().refine(isColour, 'write a colour as #rrggbb'),
});

const shapeSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('square') }),
  z.strictObject({
    kind: z.literal('rectangle'),
    width: z.number().positive().max(5000),
    height: z.number().positive().max(5000),
  }),
  z.strictObject({ kind: z.literal('triangle') }),
  z.strictObject({ kind: z.literal('hexagon') }),
  z.strictObject({ kind: z.literal('octagon') }),
]);

/** Exactly or about, at least, at most, or between two. */
const boundFields = {
  bound: z.enum(boundNames).default('about'),
  toMm: mm.nullable().default(null),
  /** It keeps to another plan of the folder's: so many times as large as that is wished. The name is for who has not that plan. */
  like: z.strictObject({ plan: id, name: text(80), share: z.number().positive().max(100) }).optional(),
};

/** Most lengths wished between two places of the finished model. */
export const MOST_PLACES = 8;

const briefSchema = z.strictObject({
  subject: text(80),
  pose: text(200),
  target: z.strictObject({
    dimension: z.enum(['height', 'length']),
    mm: mm.nullable(),
    tolerancePercent: z.number().min(0).max(50),
    ...boundFields,
  }),
  /** A wish for the other dimension beside the target's: length where that is height, height where it is length. */
  other: z
    .strictObject({ mm, tolerancePercent: z.number().min(0).max(50), ...boundFields })
    .nullable()
    .default(null),
  /** A wish for the depth of the finished form, front half to rear half. */
  depth: z
    .strictObject({ mm, tolerancePercent: z.number().min(0).max(50), ...boundFields })
    .nullable()
    .default(null),
  /** A limb, a gap, an opening: from one place of the paper to another, on the flat form or as it is shaped. */
  places: z
    .array(
      z.strictObject({
        id,
        name: text(60).min(1),
        ends: z.tuple([pointRefSchema, pointRefSchema]),
        form: z.enum(['flat', 'shaped']),
        mm,
        tolerancePercent: z.number().min(0).max(50),
        ...boundFields,
      }),
    )
    .max(MOST_PLACES)
    .default([]),
  /** The hardest skill one wants to meet, the milder first; null where any will do. */
  hardest: z.string().max(40).nullable().default(null),
  /** The most one model's paper may cost, in the money the drawer's prices are in. */
  budget: z.number().positive().max(100000).nullable().default(null),
  /** Which paper side shows on which part. */
  sides: z
    .array(
      z.strictObject({
        part: text(60),
        side: z.enum(['front', 'back']),
        /** Places of the sheet the part was painted at on the finished form; none where a limb's corner says it. */
        at: z.array(pointRefSchema).max(200).default([]),
      }),
    )
    .max(30),
  /** One uncut square, any uncut sheet, or whatever serves (a cut, a second piece, glue). */
  rules: z.enum(['square', 'uncut', 'pragmatic']),
  copies: z.number().int().min(1).max(200),
  date: day.nullable(),
});

const paperSchema = z.strictObject({
  name: text(80),
  kind: id,
  grammage: z.number().positive().max(1000).nullable(),
  caliperMm: z.number().positive().max(3).nullable(),
  front: colour,
  back: colour,
  /** The drawer's paper this was taken from. */
  drawerId: id.nullable(),
  /** A strip of it that was bent and let go of: says how it springs back. */
  drill: springDrillSchema.nullable().default(null),
});

const finishSchema = z.strictObject({
  feet: z.tuple([pointRefSchema, pointRefSchema]).nullable(),
  /** Two points of the edge it opens at, where the engine's own proposal is not meant. */
  spine: z.tuple([pointRefSchema, pointRefSchema]).nullable().default(null),
  /** The angle the halves are opened to along the spine; null where the model lies flat. */
  openedDegrees: z.number().min(0).max(180).nullable().default(null),
  /** How the finished figure is meant to be: on its feet, or on one of its sides. */
  posture: z.enum(['stands', 'lies front up', 'lies back up']).default('stands'),
  wetFolded: z.boolean(),
  /** The room and the paper that damp shaping is planned for. */
  damping: z
    .strictObject({
      sizing: z.enum(['none', 'light', 'strong']),
      humidity: z.number().min(5).max(95),
      celsius: z.number().min(5).max(40),
    })
    .default({ sizing: 'light', humidity: 50, celsius: 20 }),
  tools: z.array(z.enum(['knife', 'glue', 'heat'])).max(3),
  /** What moves on purpose: a step of shaping that goes to and fro, where it is held and pulled, and what is watched. */
  actions: z
    .array(
      z.strictObject({
        id,
        name: text(60).min(1),
        step: id,
        held: pointRefSchema,
        pulled: pointRefSchema,
        watched: pointRefSchema,
      }),
    )
    .max(8)
    .default([]),
  /** Tabs tucked into pockets, with a dot of glue where the house rules allow one. */
  locks: z
    .array(
      z.strictObject({
        id,
        name: text(60).min(1),
        /** The corner of the sheet that is the tab's tip. */
        tab: text(4),
        mouth: z.tuple([pointRefSchema, pointRefSchema]),
        isGlued: z.boolean().default(false),
      }),
    )
    .max(12)
    .default([]),
});

const exactText = z.union([z.number(), text(60).min(1)]);
const place = z.tuple([exactText, exactText]);

/** A mark asked for and the way chosen: a fraction of an edge, or any share, place or line as it was written. */
const markSchema = z.union([
  z.strictObject({
    id,
    edge: text(2),
    top: z.number().int().positive(),
    bottom: z.number().int().positive(),
    construction: id.nullable(),
  }),
  z.strictObject({
    id,
    kind: z.literal('share'),
    edge: text(2),
    share: exactText,
    construction: id.nullable(),
  }),
  z.strictObject({
    id,
    kind: z.literal('point'),
    at: place,
    construction: id.nullable(),
    /** What the plan's points call the crossing it was made as; null until a way stands in the sequence. */
    name: text(40).nullable().default(null),
  }),
  z.strictObject({ id, kind: z.literal('crease'), from: place, to: place, construction: id.nullable() }),
  z.strictObject({
    id,
    kind: z.literal('line'),
    through: place,
    /** From the lower edge, counter-clockwise. */
    degrees: exactText,
    construction: id.nullable(),
  }),
]);

const originSchema = z.strictObject({
  designer: text(80),
  /** Where it was published or found. */
  source: text(200),
  year: z.string().regex(/^(\d{4})?$/, 'write a year of four figures, or leave it empty'),
  /** What the designer allowed, in words. */
  permission: text(200),
  licence: text(80),
});

/** What is decided of one piece of paper: sheet, paper, base, marks, steps, and the shaping after them. */
const pieceFields = {
  sheet: z.strictObject({
    shape: shapeSchema,
    sideMm: mm.nullable(),
    /** What the narrowest places are worked with. */
    handling: z.enum(['fingers', 'tweezers']).default('fingers'),
    /** How the sheet is cut from stock: trimmed off every edge first, and whether pieces keep the grain's direction. */
    trimMm: z.number().min(0).max(100).default(0),
    keepGrain: z.boolean().default(false),
    /** A half square: the square it is cut from; the piece that names the same one is its other half. */
    halfOf: id.nullable().default(null),
  }),
  paper: paperSchema,
  baseId: id.nullable(),
  /** A base made for the figure alone, which no atlas has. */
  ownBase: keptBaseSchema.nullable().default(null),
  marks: z.array(markSchema).max(60),
  points: namedPointsSchema,
  steps: z.array(stepSchema).max(400),
  repeats: repeatRunsSchema.default([]),
  alternatives: alternativesSchema.default([]),
  /** Parts of the finished skin that shall show no crease: the facets seen at a point, and at others painted with it. */
  zones: z
    .array(
      z.strictObject({
        id,
        name: text(60).min(1),
        at: pointRefSchema,
        more: z.array(pointRefSchema).max(200).default([]),
      }),
    )
    .max(30)
    .default([]),
  /** The step whose silhouette is measured; the last one when null. */
  sizeStep: id.nullable(),
  /** Shaping in space, after the last flat step, in order. */
  shaping: z.array(shapingStepSchema).max(MOST_SHAPING).default([]),
};

/** What every piece of paper has of its own. */
export const pieceKeys = Object.keys(pieceFields) as readonly (keyof typeof pieceFields)[];

/** A further piece of a model of more than one: what the plan's own piece has, with a name of its own. */
const pieceSchema = z.strictObject({
  id,
  name: text(60).min(1),
  /** Its first steps are those of another piece (null for the plan's own); they are kept alike. */
  alike: z
    .strictObject({ piece: id.nullable(), steps: z.number().int().min(1).max(400) })
    .nullable()
    .default(null),
  ...pieceFields,
});
export type FurtherPiece = z.infer<typeof pieceSchema>;

/** One piece of paper and all that is folded of it; a plan is its own first piece. */
export type Piece = Omit<FurtherPiece, 'id' | 'name' | 'alike'>;

/** A line of a piece's finished flat form, by two places of its sheet; null is the plan's own piece. */
const joinSchema = z.strictObject({ piece: id.nullable(), ends: z.tuple([pointRefSchema, pointRefSchema]) });

/**
 * Where two pieces are put together: an edge slid into a pocket, laid edge to edge, or laid on and glued. `tab` is the edge
 * that goes past `mouth`, by `depthMm`.
 */
const fitSchema = z.strictObject({
  id,
  name: text(60).min(1),
  kind: z.enum(['pocket', 'edges', 'laid on']),
  tab: joinSchema,
  mouth: joinSchema,
  depthMm: z.number().min(0).max(2000),
  /** Along the mouth, from the middle, towards its second end. */
  shiftMm: z.number().min(-2000).max(2000).default(0),
  /** Out of parallel, counter-clockwise, about the middle of the tab's edge. */
  degrees: z.number().min(-180).max(180).default(0),
  side: z.enum(['in front', 'behind']).default('in front'),
  glue: z
    .strictObject({ dots: z.number().int().min(1).max(20), diameterMm: z.number().min(0.5).max(50) })
    .nullable()
    .default(null),
});
export type Fit = z.infer<typeof fitSchema>;

/**
 * A plan: everything a folder decided. Pictures, sizes and verdicts are computed from it and never kept. The sheet, paper and
 * steps it has itself are those of its first piece, so that whatever reads one piece reads a plan.
 */
export const planSchema = z.strictObject({
  name: text(80).min(1),
  cast: text(80),
  /** Words the folder finds plans by. */
  tags: z.array(text(30).min(1)).max(12).default([]),
  /** Whose design it is, and what may be done with it; empty where nobody said. */
  origin: originSchema.default({ designer: '', source: '', year: '', permission: '', licence: '' }),
  brief: briefSchema,
  limbs: z
    .array(
      z.strictObject({
        id,
        name: text(60),
        lengthMm: mm,
        /** The corner of the sheet whose flap becomes this limb. */
        tip: text(4).nullable().default(null),
      }),
    )
    .max(40),
  /** The subject as a stick figure; where it is missing the limbs stand for a star of flaps. */
  figure: figureSchema.nullable().default(null),
  ...pieceFields,
  /** The pieces beside the first. */
  pieces: z.array(pieceSchema).max(MOST_PIECES).default([]),
  /** Where they are put together, in the order it is done. */
  fits: z.array(fitSchema).max(MOST_FITS).default([]),
  finish: finishSchema,
});
export type Plan = z.infer<typeof planSchema>;
export type Brief = Plan['brief'];
export type PaperChoice = Plan['paper'];
export type FinishPlan = Plan['finish'];
export type Rules = Brief['rules'];

/** The file a plan is exchanged as: the plan with its runs and diary. */
export const planFileSchema = z.strictObject({
  format: z.literal(PLAN_FORMAT),
  version: z.literal(PLAN_VERSION),
  plan: planSchema,
  runs: z.array(benchRunSchema),
  diary: z.array(diaryEntrySchema),
});
export type PlanFile = z.infer<typeof planFileSchema>;
