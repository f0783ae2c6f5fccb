import { z } from 'zod';
import { turnDegrees } from '../sheet/index.ts';

/** Ids of steps: short, unique in a plan, never reused. */
export const stepId = z.string().min(1).max(40);
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
/** A symmetry of the sheet: mirrored in the line through two of its landmarks, or turned about its centre. */
export const symmetrySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('mirror'), in: z.tuple([z.string(), z.string()]) }),
  z.strictObject({
    kind: z.literal('turn'),
    degrees: z.literal([...turnDegrees]),
  }),
]);
