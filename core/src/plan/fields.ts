import { z } from 'zod';

/** Fields that documents share. */
export const id = z.string().min(1).max(60);
export const text = (most: number) => z.string().max(most);
export const mm = z.number().positive().max(5000);
export const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/);
