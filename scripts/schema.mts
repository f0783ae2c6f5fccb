/** Writes the published schema of plan files anew from the code. */
import { writeFileSync } from 'node:fs';
import { planFileJsonSchema } from '../core/src/plan/index.ts';

writeFileSync(
  new URL('../docs/plan.schema.json', import.meta.url),
  `${JSON.stringify(planFileJsonSchema(), undefined, 1)}\n`,
);
