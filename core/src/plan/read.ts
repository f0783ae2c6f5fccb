import type { z } from 'zod';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import { PLAN_FORMAT, PLAN_VERSION, type PlanFile, planFileSchema } from './schema.ts';

/** Turns a document of version n into one of version n + 1. There is one for every version below the current. */
export const migrations: ReadonlyMap<number, (document: Record<string, unknown>) => Record<string, unknown>> =
  new Map();

/**
 * Reads an outside value as a plan file: old versions are carried up one by one, anything else gives issues with the
 * place and the remedy. Never changes what it was given.
 */
export function readPlanFile(value: unknown): Outcome<PlanFile, Issue[]> {
  if (typeof value !== 'object' || value === null || (value as { format?: unknown }).format !== PLAN_FORMAT) {
    return failed([
      {
        path: '',
        text: `This file is not a plan: it should begin with "format": "${PLAN_FORMAT}". Choose a file saved by Export.`,
      },
    ]);
  }
  let document = value as Record<string, unknown>;
  const version = document.version;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    return failed([
      { path: 'version', text: 'The plan does not say its version; choose a file saved by Export.' },
    ]);
  }
  if (version > PLAN_VERSION) {
    return failed([
      {
        path: 'version',
        text: `The plan is of version ${version}, this program reads up to ${PLAN_VERSION}; open it with a newer one.`,
      },
    ]);
  }
  for (let v = version; v < PLAN_VERSION; v++) document = { ...migrations.get(v)!(document), version: v + 1 };
  const parsed = planFileSchema.safeParse(document);
  return parsed.success ? done(parsed.data) : failed(toIssues(parsed.error));
}

const MOST_ISSUES = 8;

function toIssues(error: z.ZodError): Issue[] {
  return error.issues.slice(0, MOST_ISSUES).map((i) => {
    const path = i.path.join('.');
    return {
      path,
      text: `${path === '' ? 'The plan' : path}: ${i.message}. Mend it in the file, or export the plan again.`,
    };
  });
}
