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
});
export type DrawerPaper = z.infer<typeof drawerPaperSchema>;
