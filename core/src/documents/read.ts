import type { z } from 'zod';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import { PLAN_FORMAT, PLAN_VERSION, type PlanFile, planFileSchema } from '../plan/index.ts';
import { type DocumentKind, type DocumentOf, type Lift, kindOf } from './kinds.ts';

/** Version documents are written in; rows and browser copies carry it beside the document, plan files in it. */
export const DOCUMENT_VERSION = PLAN_VERSION;

/**
 * The lift at place n - 1 turns documents of version n into version n + 1; there is one for each older version. Version 3
 * brings kinds of shaping and further pieces; what is older holds neither and stays as it is.
 */
export const ladder: readonly Lift[] = [{ plan: notesToShaping }, {}];

/** Version 2: what was noted of the finish becomes shaping by hand, at the same place in the order. */
function notesToShaping(plan: Record<string, unknown>): Record<string, unknown> {
  if (!isRaw(plan.finish)) return plan;
  const { notes, ...finish } = plan.finish;
  const shaping = (Array.isArray(notes) ? notes : []).map((note: unknown): unknown => {
    if (!isRaw(note)) return note;
    const { id, ...act } = note;
    return { id, act: { kind: 'hand', ...act } };
  });
  return { ...plan, finish, shaping };
}

const isRaw = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * Reads an outside value as a document of a kind and version: older versions are carried up one by one; anything else gives
 * issues with the place and the remedy. Never changes what it was given. `lifts` is for trying the ladder itself.
 */
export function readDocument<K extends DocumentKind>(
  kind: K,
  version: unknown,
  value: unknown,
  lifts: readonly Lift[] = ladder,
): Outcome<DocumentOf<K>, Issue[]> {
  const wrong = checkVersion(version, lifts.length + 1, 'document');
  if (wrong) return failed([wrong]);
  const { schema, word, defaults } = kindOf(kind);
  if (!isRaw(value))
    return failed([{ path: '', text: `What was kept as a ${word} is none; it cannot be read.` }]);
  const lifted = lifts.slice((version as number) - 1).reduce((doc, lift) => lift[kind]?.(doc) ?? doc, value);
  const parsed = schema.safeParse({ ...defaults, ...lifted });
  return parsed.success ? done(parsed.data as DocumentOf<K>) : failed(toIssues(parsed.error, `The ${word}`));
}

/**
 * Reads an outside value as a plan file: its plan, runs and diary, each carried up from the version the file says. Never
 * changes what it was given.
 */
export function readPlanFile(value: unknown, lifts: readonly Lift[] = ladder): Outcome<PlanFile, Issue[]> {
  if (!isRaw(value) || value.format !== PLAN_FORMAT) {
    return failed([
      {
        path: '',
        text: `This file is not a plan: it should begin with "format": "${PLAN_FORMAT}". Choose a file saved by Export.`,
      },
    ]);
  }
  const wrong = checkVersion(value.version, lifts.length + 1, 'plan');
  if (wrong) return failed([wrong]);
  const lift = (kind: DocumentKind, document: unknown): unknown =>
    isRaw(document)
      ? lifts.slice((value.version as number) - 1).reduce((doc, l) => l[kind]?.(doc) ?? doc, document)
      : document;
  const all = (kind: DocumentKind, list: unknown): unknown =>
    Array.isArray(list) ? list.map((item) => lift(kind, item)) : list;
  const parsed = planFileSchema.safeParse({
    ...value,
    version: DOCUMENT_VERSION,
    plan: lift('plan', value.plan),
    runs: all('run', value.runs),
    diary: all('entry', value.diary),
  });
  return parsed.success ? done(parsed.data) : failed(toIssues(parsed.error, 'The plan'));
}

function checkVersion(version: unknown, newest: number, what: string): Issue | undefined {
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return { path: 'version', text: `The ${what} does not say its version; choose a file saved by Export.` };
  if (version > newest)
    return {
      path: 'version',
      text: `The ${what} is of version ${version}, this program reads up to ${newest}; open it with a newer one.`,
    };
  return undefined;
}

const MOST_ISSUES = 8;

function toIssues(error: z.ZodError, whole: string): Issue[] {
  return error.issues.slice(0, MOST_ISSUES).map((i) => {
    const path = i.path.join('.');
    return {
      path,
      text: `${path === '' ? whole : path}: ${i.message}. Mend it in the file, or export the plan again.`,
    };
  });
}
