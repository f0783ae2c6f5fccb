import { z } from 'zod';
import { planFileSchema } from './schema.ts';

/** What a plan file may hold, as JSON schema (2020-12), written from the schema that reads it; published in docs. */
export const planFileJsonSchema = (): object => ({
  title: 'A plan of Jade Kite, with its runs and its diary',
  ...z.toJSONSchema(planFileSchema, { io: 'input', unrepresentable: 'any', reused: 'ref' }),
});
