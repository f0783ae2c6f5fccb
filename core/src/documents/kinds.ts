import type { z } from 'zod';
import { drawerPaperSchema } from '../paper/index.ts';
import { benchRunSchema, diaryEntrySchema, photoSchema, planSchema } from '../plan/index.ts';
import { practiceTrySchema } from '../practice/index.ts';
import { defaultSettings, settingsSchema } from '../settings/index.ts';

type Raw = Record<string, unknown>;

/** Turns a document of one version into the next; kinds it does not name stay as they are. */
export type Lift = Readonly<Partial<Record<DocumentKind, (document: Raw) => Raw>>>;

interface Kind<S extends z.ZodType> {
  readonly schema: S;
  /** What it is called in a sentence. */
  readonly word: string;
  /** Fields a document may lack because it was kept before they existed, beside those its schema fills in. */
  readonly defaults?: Raw;
}

const kind = <S extends z.ZodType>(schema: S, word: string, defaults?: Raw): Kind<S> => ({
  schema,
  word,
  ...(defaults ? { defaults } : {}),
});

/** Every kind of document that is kept. */
const kinds = {
  plan: kind(planSchema, 'plan'),
  run: kind(benchRunSchema, 'run at the bench'),
  entry: kind(diaryEntrySchema, 'diary entry'),
  paper: kind(drawerPaperSchema, 'paper of the drawer'),
  photo: kind(photoSchema, 'photograph'),
  practice: kind(practiceTrySchema, 'drill of practice'),
  settings: kind(settingsSchema, 'settings', { ...defaultSettings }),
};

export type DocumentKind = 'plan' | 'run' | 'entry' | 'paper' | 'photo' | 'practice' | 'settings';
export type DocumentOf<K extends DocumentKind> = z.infer<(typeof kinds)[K]['schema']>;
/** A document of any kind. */
export type KeptDocument = DocumentOf<DocumentKind>;

export const documentKinds = Object.keys(kinds) as readonly DocumentKind[];

export const wordOfKind = (of: DocumentKind): string => kinds[of].word;

export const kindOf = (of: DocumentKind): Kind<z.ZodType> => kinds[of];
