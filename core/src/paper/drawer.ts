import { z } from 'zod';

const colour = z.string().regex(/^#[0-9a-f]{6}$/i);

/** A paper in the folder's drawer: one kind in one size, with both colours and how many sheets are left. */
export const drawerPaperSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().min(1).max(80),
  kind: z.string().min(1).max(60),
  grammage: z.number().positive().max(1000).nullable(),
  caliperMm: z.number().positive().max(3).nullable(),
  frontName: z.string().max(30),
  frontHex: colour,
  backName: z.string().max(30),
  backHex: colour,
  widthMm: z.number().positive().max(5000),
  heightMm: z.number().positive().max(5000),
  count: z.number().int().min(0).max(100000),
  note: z.string().max(400),
  /** What one sheet costs, in the folder's own money. */
  price: z.number().min(0).max(100000).nullable().default(null),
  /** Which side of the sheet the grain runs along. */
  grain: z.enum(['width', 'height', 'unknown']).default('unknown'),
  /** How a crease stays. */
  memory: z.enum(['keeps', 'eases', 'springs back', 'unknown']).default('unknown'),
  /** So many sheets or fewer are few. */
  lowAt: z.number().int().min(0).max(100000).default(5),
});
/** What is said of a paper nothing more is known of. */
export const unknownPaper = { price: null, grain: 'unknown', memory: 'unknown', lowAt: 5 } as const;

export type DrawerPaper = z.infer<typeof drawerPaperSchema>;
