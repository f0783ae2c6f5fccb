/** Room: the folder's settings, one row. */
import { Router } from 'express';
import { type Settings, defaultSettings, settingsSchema } from '@jade/core/settings';
import { type Store, tables } from '../db/index.ts';
import { readInput } from '../http/index.ts';

const { settings } = tables;

export function buildSettingsStore({ db }: Store) {
  return {
    get(): Settings {
      const row = db.select().from(settings).get();
      const kept = settingsSchema.safeParse({ ...defaultSettings, ...row?.document });
      return kept.success ? kept.data : defaultSettings;
    },
    put(document: Settings): void {
      db.insert(settings)
        .values({ id: 1, document })
        .onConflictDoUpdate({ target: settings.id, set: { document } })
        .run();
    },
  };
}
export type SettingsStore = ReturnType<typeof buildSettingsStore>;

/** /api/settings: read and write whole. */
export function settingsRoutes(store: SettingsStore): Router {
  const router = Router();
  router.get('/settings', (_req, res) => void res.json(store.get()));
  router.put('/settings', (req, res) => {
    const document = readInput(settingsSchema, req.body);
    store.put(document);
    res.json(document);
  });
  return router;
}
