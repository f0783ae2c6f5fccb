import { z } from 'zod';

/** Ids of steps: short, unique in a plan, never reused. */
const stepId = z.string().min(1).max(40);
const exact = z.union([z.number(), z.string().min(1).max(60)]);

/** A point as a plan keeps it: by name, on the sheet, or by construction; never by facet number or pixel. */
export type PointRef =
  | { readonly kind: 'named'; readonly name: string }
  | { readonly kind: 'sheet'; readonly at: readonly [number | string, number | string] }
  | {
      readonly kind: 'along';
      readonly from: PointRef;
      readonly to: PointRef;
      readonly share: number | string;
    }
  /** Along the straight way between two points as the model lies now. */
  | {
      readonly kind: 'between';
      readonly from: PointRef;
      readonly to: PointRef;
      readonly share: number | string;
    }
  /** A mirror image or foot constructed on the unfolded sheet. */
  | { readonly kind: 'unfolded'; readonly of: PointRef }
  | { readonly kind: 'meet'; readonly a: LineRef; readonly b: LineRef; readonly frame: 'sheet' | 'model' }
  | { readonly kind: 'mark'; readonly step: string }
  | { readonly kind: 'mirror'; readonly point: PointRef; readonly line: LineRef }
  | { readonly kind: 'foot'; readonly point: PointRef; readonly line: LineRef };

/** A line as a plan keeps it: how a folder would find it. */
export type LineRef =
  | { readonly kind: 'through'; readonly a: PointRef; readonly b: PointRef }
  | { readonly kind: 'onto'; readonly from: PointRef; readonly to: PointRef }
  | { readonly kind: 'lineOnto'; readonly a: LineRef; readonly b: LineRef; readonly which: 0 | 1 }
  | { readonly kind: 'bisector'; readonly from: PointRef; readonly at: PointRef; readonly to: PointRef }
  | { readonly kind: 'across'; readonly at: PointRef; readonly to: LineRef }
  | { readonly kind: 'beside'; readonly at: PointRef; readonly to: LineRef }
  | { readonly kind: 'turned'; readonly at: PointRef; readonly towards: PointRef; readonly degrees: number }
  /** A point onto a line, the crease through a second point or square to a second line; `which` of two places. */
  | {
      readonly kind: 'landing';
      readonly from: PointRef;
      readonly on: LineRef;
      readonly by:
        | { readonly kind: 'through'; readonly at: PointRef }
        | { readonly kind: 'square'; readonly to: LineRef };
      readonly which: 0 | 1;
    }
  /** Two points onto two lines at once; of three ways at most the one by which the first lands nearest to a place. */
  | {
      readonly kind: 'ontoBoth';
      readonly from: PointRef;
      readonly on: LineRef;
      readonly other: PointRef;
      readonly onto: LineRef;
      readonly near: PointRef;
    }
  | { readonly kind: 'mirrored'; readonly line: LineRef; readonly in: LineRef }
  | { readonly kind: 'crease'; readonly step: string };

export const pointRefSchema: z.ZodType<PointRef> = z.lazy(() =>
  z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('named'), name: z.string().min(1).max(40) }),
    z.strictObject({ kind: z.literal('sheet'), at: z.tuple([exact, exact]) }),
    z.strictObject({ kind: z.literal('along'), from: pointRefSchema, to: pointRefSchema, share: exact }),
    z.strictObject({ kind: z.literal('between'), from: pointRefSchema, to: pointRefSchema, share: exact }),
    z.strictObject({ kind: z.literal('unfolded'), of: pointRefSchema }),
    z.strictObject({
      kind: z.literal('meet'),
      a: lineRefSchema,
      b: lineRefSchema,
      frame: z.enum(['sheet', 'model']),
    }),
    z.strictObject({ kind: z.literal('mark'), step: stepId }),
    z.strictObject({ kind: z.literal('mirror'), point: pointRefSchema, line: lineRefSchema }),
    z.strictObject({ kind: z.literal('foot'), point: pointRefSchema, line: lineRefSchema }),
  ]),
);

export const lineRefSchema: z.ZodType<LineRef> = z.lazy(() =>
  z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('through'), a: pointRefSchema, b: pointRefSchema }),
    z.strictObject({ kind: z.literal('onto'), from: pointRefSchema, to: pointRefSchema }),
    z.strictObject({
      kind: z.literal('lineOnto'),
      a: lineRefSchema,
      b: lineRefSchema,
      which: z.union([z.literal(0), z.literal(1)]),
    }),
    z.strictObject({
      kind: z.literal('bisector'),
      from: pointRefSchema,
      at: pointRefSchema,
      to: pointRefSchema,
    }),
    z.strictObject({ kind: z.literal('across'), at: pointRefSchema, to: lineRefSchema }),
    z.strictObject({ kind: z.literal('beside'), at: pointRefSchema, to: lineRefSchema }),
    z.strictObject({
      kind: z.literal('turned'),
      at: pointRefSchema,
      towards: pointRefSchema,
      degrees: z.number().min(-360).max(360),
    }),
    z.strictObject({
      kind: z.literal('landing'),
      from: pointRefSchema,
      on: lineRefSchema,
      by: z.discriminatedUnion('kind', [
        z.strictObject({ kind: z.literal('through'), at: pointRefSchema }),
        z.strictObject({ kind: z.literal('square'), to: lineRefSchema }),
      ]),
      which: z.union([z.literal(0), z.literal(1)]),
    }),
    z.strictObject({
      kind: z.literal('ontoBoth'),
      from: pointRefSchema,
      on: lineRefSchema,
      other: pointRefSchema,
      onto: lineRefSchema,
      near: pointRefSchema,
    }),
    z.strictObject({ kind: z.literal('mirrored'), line: lineRefSchema, in: lineRefSchema }),
    z.strictObject({ kind: z.literal('crease'), step: stepId }),
  ]),
);

const sense = z.enum(['valley', 'mountain']);
const points = z.array(pointRefSchema).max(40);
const flap = points.min(1);
const side = z.enum(['front', 'behind']);
const layers = z.enum(['flap', 'all']);
const pair = z.tuple([pointRefSchema, pointRefSchema]);
/** Tells one of several possible orders from the others: the paper at the first point lies above that at the second. */
const picks = z.array(pair).max(40).default([]);
const lines = z.tuple([lineRefSchema, lineRefSchema]);
const throughLayers = z.union([z.literal('all'), flap]);
const symmetrySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('mirror'), in: z.tuple([z.string(), z.string()]) }),
  z.strictObject({
    kind: z.literal('turn'),
    degrees: z.union([z.literal(90), z.literal(180), z.literal(270)]),
  }),
]);

/** One move as the plan keeps it: the folder's intent, from which states are computed. */
/** What a crease of a refold becomes. */
const wish = z.enum(['valley', 'mountain', 'folded', 'flat', 'free']);

export const moveSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('fold'),
    sense,
    line: lineRefSchema,
    flap,
    layers,
    hold: points.default([]),
    /** Goes next to its hinge layer, between layers that lie over it. */
    tuck: z.boolean().default(false),
    /** Held while something is marked, and not pressed: opened again it leaves no crease. */
    held: z.boolean().default(false),
    picks,
  }),
  z.strictObject({
    kind: z.literal('crease'),
    sense,
    line: lineRefSchema,
    through: z.union([z.literal('all'), z.strictObject({ flap, hold: points })]),
    soft: z.boolean().default(false),
    /** Pressed only on the stretch between two points; along the whole line when null. */
    span: pair.nullable().default(null),
  }),
  z.strictObject({
    kind: z.literal('pinch'),
    sense,
    line: lineRefSchema,
    on: pair,
    /** Only the paper that runs between the two points, or every layer that lies with it. */
    layers: layers.default('flap'),
  }),
  z.strictObject({ kind: z.literal('pleat'), sense, lines, flap, layers, hold: points.default([]) }),
  z.strictObject({
    kind: z.literal('reverse'),
    mode: z.enum(['inside', 'outside', 'auto']),
    line: lineRefSchema,
    flap,
    picks,
  }),
  z.strictObject({
    kind: z.literal('crimp'),
    mode: z.enum(['inside', 'outside', 'auto']),
    /** The line nearer to the body first. */
    lines,
    flap,
    picks,
  }),
  z.strictObject({
    kind: z.literal('sink'),
    mode: z.enum(['open', 'closed', 'out']).default('open'),
    line: lineRefSchema,
    flap,
    picks,
  }),
  z.strictObject({ kind: z.literal('accordion'), lines, pleats: z.number().int().min(2).max(20), flap }),
  z.strictObject({
    kind: z.literal('narrow'),
    sense,
    /** The tip, a point of the axis, and a point on each edge that comes to the axis. */
    tip: pointRefSchema,
    axis: pointRefSchema,
    edges: pair,
    layers,
    /** Width the flap shall have at the axis point, in sheet sides; its edges come to the axis when null. */
    width: z.number().positive().max(2).nullable().default(null),
  }),
  z.strictObject({ kind: z.literal('blintz'), sense, points: flap, to: pointRefSchema }),
  z.strictObject({
    kind: z.literal('pull'),
    /** The line the flap turns over while it is pulled out; none when only the layers change places. */
    line: lineRefSchema.nullable(),
    flap,
    picks,
  }),
  z.strictObject({
    kind: z.literal('collapse'),
    creases: z
      .array(
        z.strictObject({
          from: pointRefSchema,
          to: pointRefSchema,
          sense: z.enum(['valley', 'mountain', 'folded']),
        }),
      )
      .min(2)
      .max(400),
    /** Senses and segments on the sheet, or in the model as it lies, through these layers. */
    through: z.union([z.literal('sheet'), throughLayers]).default('sheet'),
    anchor: pointRefSchema,
    picks,
  }),
  z.strictObject({
    kind: z.literal('squash'),
    apex: pointRefSchema,
    hinge: pointRefSchema,
    ridge: pointRefSchema,
    to: pointRefSchema,
    front: flap,
    back: flap,
    side,
    picks,
  }),
  z.strictObject({
    kind: z.literal('petal'),
    tip: pointRefSchema,
    hinge: pair,
    flap,
    sides: points.default([]),
    /** Where the creases of the side layers meet, when not at the tip. */
    sidesFrom: pointRefSchema.nullable().default(null),
    virtualTip: pointRefSchema.nullable().default(null),
    side,
    picks,
  }),
  z.strictObject({
    kind: z.literal('ear'),
    tip: pointRefSchema,
    base: pair,
    towards: z.union([z.literal(0), z.literal(1)]),
    through: throughLayers,
    anchor: pointRefSchema,
    side,
    picks,
  }),
  z.strictObject({
    kind: z.literal('swivel'),
    pivot: pointRefSchema,
    along: pointRefSchema,
    flap: pointRefSchema,
    drawn: pointRefSchema,
    anchor: pointRefSchema,
    side,
    picks,
  }),
  z.strictObject({
    kind: z.literal('refold'),
    name: z.enum(['refold', 'spread sink']),
    creases: z
      .array(
        z.union([
          z.strictObject({ line: lineRefSchema, on: throughLayers, wish }),
          /** A stretch of the sheet through all its paper, the sense seen from the front. */
          z.strictObject({ from: pointRefSchema, to: pointRefSchema, wish }),
        ]),
      )
      .min(1)
      .max(60),
    free: points.default([]),
    bring: z.array(z.strictObject({ point: pointRefSchema, to: pointRefSchema })).max(8),
    anchor: pointRefSchema,
    side: z.enum(['front', 'behind', 'any']),
    picks,
  }),
  z.strictObject({ kind: z.literal('unfold'), step: stepId }),
  z.strictObject({ kind: z.literal('turn'), over: z.enum(['sideways', 'lengthways']) }),
  z.strictObject({ kind: z.literal('rotate'), degrees: z.number().min(-360).max(360) }),
  z.strictObject({
    kind: z.literal('repeat'),
    of: stepId,
    map: symmetrySchema,
    /** On the other face of the model: valley and mountain, front and behind change places. */
    behind: z.boolean().default(false),
  }),
]);
export type Move = z.infer<typeof moveSchema>;
export type MoveKind = Move['kind'];

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
  /** How exact the step is: to the landmark, or anywhere within a share of the side (by taste). */
  tolerance: z
    .discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('exact') }),
      z.strictObject({ kind: z.literal('taste'), share: z.number().min(0).max(0.5) }),
    ])
    .default({ kind: 'exact' }),
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
export type NamedPoints = z.infer<typeof namedPointsSchema>;
