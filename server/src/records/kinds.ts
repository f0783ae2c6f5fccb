import type { DocumentKind, DocumentOf } from '@jade/core/documents';
import { drawerPaperSchema } from '@jade/core/paper';
import { benchRunSchema, diaryEntrySchema, photoSchema } from '@jade/core/plan';
import { practiceTrySchema, skillSpec } from '@jade/core/practice';
import { settingsSchema } from '@jade/core/settings';
import type { z } from 'zod';

/** Kinds of what is kept beside the plans. */
export type RecordKind = Exclude<DocumentKind, 'plan'>;

interface RecordSpec<K extends RecordKind> {
  /** Last part of its addresses: /api/<path>, and /api/plans/<id>/<path> where a plan owns it. */
  readonly path: string;
  readonly isOfPlan: boolean;
  readonly schema: z.ZodType<DocumentOf<K>>;
  readonly idOf: (record: DocumentOf<K>) => string;
  /** What records of the kind are listed by. */
  readonly placeOf: (record: DocumentOf<K>) => string;
  /** What it is called in the bin. */
  readonly nameOf: (record: DocumentOf<K>) => string;
}

/** There is one row of settings. */
export const SETTINGS_ID = 'settings';

/** One list of all kinds of records: what is missing here is a compile error. */
export const recordKinds: { readonly [K in RecordKind]: RecordSpec<K> } = {
  run: {
    path: 'runs',
    isOfPlan: true,
    schema: benchRunSchema,
    idOf: (r) => r.id,
    placeOf: (r) => r.startedAt,
    nameOf: (r) => `run of ${r.startedAt.slice(0, 10)}`,
  },
  entry: {
    path: 'diary',
    isOfPlan: true,
    schema: diaryEntrySchema,
    idOf: (r) => r.id,
    placeOf: (r) => r.date,
    nameOf: (r) => `diary entry of ${r.date}`,
  },
  paper: {
    path: 'papers',
    isOfPlan: false,
    schema: drawerPaperSchema,
    idOf: (r) => r.id,
    placeOf: (r) => r.name,
    nameOf: (r) => r.name,
  },
  photo: {
    path: 'photos',
    isOfPlan: true,
    schema: photoSchema,
    idOf: (r) => r.id,
    placeOf: (r) => r.at,
    nameOf: (r) => `photograph of ${r.at.slice(0, 10)}, ${r.name}`,
  },
  practice: {
    path: 'practice',
    isOfPlan: false,
    schema: practiceTrySchema,
    idOf: (r) => r.id,
    placeOf: (r) => r.at,
    nameOf: (r) => `drill of ${r.at.slice(0, 10)}, ${skillSpec(r.skill).word}`,
  },
  settings: {
    path: 'settings',
    isOfPlan: false,
    schema: settingsSchema,
    idOf: () => SETTINGS_ID,
    placeOf: () => '',
    nameOf: () => 'settings',
  },
};
