import { z } from 'zod';
import { lineRefSchema, pointRefSchema } from '../references/index.ts';

/** Parts of moves that several kinds share. */
export const sense = z.enum(['valley', 'mountain']);
export const points = z.array(pointRefSchema).max(40);
export const flap = points.min(1);
export const side = z.enum(['front', 'behind']);
export const layers = z.enum(['flap', 'all']);
export const pair = z.tuple([pointRefSchema, pointRefSchema]);
/** Tells one of several possible orders from the others: the paper at the first point lies above that at the second. */
export const picks = z.array(pair).max(40).default([]);
export const lines = z.tuple([lineRefSchema, lineRefSchema]);
export const throughLayers = z.union([z.literal('all'), flap]);
/** What a crease of a refold becomes. */
export const wish = z.enum(['valley', 'mountain', 'folded', 'flat', 'free']);
/** Of a reverse fold or crimp; auto takes what the paper can do. */
export const mode = z.enum(['inside', 'outside', 'auto']);
