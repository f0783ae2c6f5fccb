import { type Request, Router } from 'express';
import type { DocumentOf } from '@jade/core/documents';
import { defaultSettings } from '@jade/core/settings';
import { badInput, baseOf, readInput } from '../http/index.ts';
import type { PlanStore } from '../plans/index.ts';
import { type RecordKind, SETTINGS_ID, recordKinds } from './kinds.ts';
import type { RecordStore, RecordStores } from './store.ts';

/**
 * /api/runs, /api/diary, /api/papers, /api/practice: all of a kind; /api/plans/:id/runs and /diary: those of a plan; written and taken
 * out by id. /api/settings: one record. A write says the revision it was made on.
 */
export function recordRoutes(plans: PlanStore, stores: RecordStores): Router {
  const router = Router();
  serve(router, plans, stores.run);
  serve(router, plans, stores.entry);
  serve(router, plans, stores.paper);
  serve(router, plans, stores.practice);
  serve(router, plans, stores.photo);
  serveSettings(router, stores.settings);
  return router;
}

function serve<K extends RecordKind>(router: Router, plans: PlanStore, store: RecordStore<K>): void {
  const { path, isOfPlan, schema, idOf } = recordKinds[store.kind];
  const one = isOfPlan ? `/plans/:id/${path}/:record` : `/${path}/:record`;
  const param = (req: Request, name: string): string => String(req.params[name] ?? '');
  const ownerOf = (req: Request): string => (isOfPlan ? plans.get(param(req, 'id')).id : '');
  // Photographs are fetched plan by plan: all of them at once would be a hundred megabytes.
  if (store.kind !== 'photo') router.get(`/${path}`, (_req, res) => void res.json(store.list()));
  if (isOfPlan) router.get(`/plans/:id/${path}`, (req, res) => void res.json(store.list(ownerOf(req))));
  router.put(one, (req, res) => {
    const record = readInput(schema, req.body) as DocumentOf<K>;
    if (idOf(record) !== param(req, 'record')) throw badInput('id', 'The id differs from the address.');
    res.json(store.put(ownerOf(req), record, baseOf(req)));
  });
  router.delete(one, (req, res) => {
    store.remove(ownerOf(req), param(req, 'record'));
    res.status(204).end();
  });
}

function serveSettings(router: Router, store: RecordStore<'settings'>): void {
  router.get('/settings', (_req, res) => {
    res.json(store.find('', SETTINGS_ID) ?? { planId: '', revision: 0, record: defaultSettings });
  });
  router.put('/settings', (req, res) => {
    res.json(store.put('', readInput(recordKinds.settings.schema, req.body), baseOf(req) || null));
  });
}
