import { Router } from 'express';
import type { z } from 'zod';
import { benchRunSchema, diaryEntrySchema } from '@jade/core/plan';
import { HttpFault, readInput } from '../http/index.ts';
import type { PlanStore } from '../plans/index.ts';
import type { RecordStore } from './store.ts';

interface Kind<T extends { id: string }> {
  readonly path: 'runs' | 'diary';
  readonly schema: z.ZodType<T>;
  readonly store: RecordStore<T>;
}

/** /api/plans/:id/runs and /api/plans/:id/diary, and all of them at /api/runs and /api/diary. */
export function recordRoutes(
  plans: PlanStore,
  runs: RecordStore<z.infer<typeof benchRunSchema>>,
  diary: RecordStore<z.infer<typeof diaryEntrySchema>>,
): Router {
  const router = Router();
  serve(router, plans, { path: 'runs', schema: benchRunSchema, store: runs });
  serve(router, plans, { path: 'diary', schema: diaryEntrySchema, store: diary });
  return router;
}

function serve<T extends { id: string }>(
  router: Router,
  plans: PlanStore,
  { path, schema, store }: Kind<T>,
): void {
  router.get(`/${path}`, (_req, res) => void res.json(store.listAll()));
  router.get(`/plans/:id/${path}`, (req, res) => void res.json(store.list(plans.get(req.params.id).id)));
  router.put(`/plans/:id/${path}/:record`, (req, res) => {
    const record = readInput(schema, req.body);
    if (record.id !== req.params.record)
      throw new HttpFault('bad-input', {
        issues: [{ path: 'id', text: 'The id differs from the address.' }],
      });
    store.put(plans.get(req.params.id).id, record);
    res.json(record);
  });
  router.delete(`/plans/:id/${path}/:record`, (req, res) => {
    store.remove(plans.get(req.params.id).id, req.params.record);
    res.status(204).end();
  });
}
