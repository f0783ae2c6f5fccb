import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import { z } from 'zod';
import { PLAN_FORMAT, PLAN_VERSION, checkPlan, planSchema, type Plan, type PlanFile } from '@jade/core/plan';
import { readPlanFile } from '@jade/core/documents';
import { HttpFault, readInput } from '../http/index.ts';
import type { RecordStores } from '../records/index.ts';
import type { PlanStore } from './store.ts';

const revision = z.coerce.number().int().min(1);
const createBody = z.strictObject({ plan: planSchema });
const saveBody = z.strictObject({ baseRevision: z.number().int().min(1), plan: planSchema });
const restoreBody = z.strictObject({ baseRevision: z.number().int().min(1), revision });

function readPlan(plan: Plan): Plan {
  const issues = checkPlan(plan);
  if (issues.length > 0) throw new HttpFault('bad-input', { issues });
  return plan;
}

export interface PlanRooms {
  readonly plans: PlanStore;
  readonly records: RecordStores;
}

/** /api/plans: list, make, save with a base revision, history, export and import as a plan file. */
export function planRoutes({ plans, records }: PlanRooms): Router {
  const router = Router();
  router.get('/plans', (_req, res) => void res.json(plans.list()));
  router.post('/plans', (req, res) => {
    const { plan } = readInput(createBody, req.body);
    res.status(201).json(plans.create(randomUUID(), readPlan(plan)));
  });
  router.get('/plans/:id', (req, res) => void res.json(plans.get(req.params.id)));
  router.put('/plans/:id', (req, res) => {
    const { baseRevision, plan } = readInput(saveBody, req.body);
    res.json(plans.save(req.params.id, baseRevision, readPlan(plan)));
  });
  router.delete('/plans/:id', (req, res) => {
    plans.remove(req.params.id);
    res.status(204).end();
  });
  router.get('/plans/:id/revisions', (req, res) => void res.json(plans.revisions(req.params.id)));
  router.get('/plans/:id/revisions/:revision', (req, res) => {
    res.json(plans.revision(req.params.id, readInput(revision, req.params.revision)));
  });
  router.post('/plans/:id/restore', (req, res) => {
    const body = readInput(restoreBody, req.body);
    res.json(plans.save(req.params.id, body.baseRevision, plans.revision(req.params.id, body.revision)));
  });
  router.get('/plans/:id/file', (req, res) => {
    const { plan } = plans.get(req.params.id);
    const file: PlanFile = {
      format: PLAN_FORMAT,
      version: PLAN_VERSION,
      plan,
      runs: records.run.list(req.params.id).map((k) => k.record),
      diary: records.entry.list(req.params.id).map((k) => k.record),
    };
    res.attachment(`${plan.name.replace(/[^\p{L}\p{N} -]/gu, '') || 'plan'}.jade.json`).json(file);
  });
  router.post('/plan-files', (req, res) => {
    const file = readPlanFile(req.body);
    if (!file.ok) throw new HttpFault('bad-input', { issues: file.fault });
    const saved = plans.create(randomUUID(), readPlan(file.value.plan));
    file.value.runs.forEach((run) => records.run.put(saved.id, run, null));
    file.value.diary.forEach((entry) => records.entry.put(saved.id, entry, null));
    res.status(201).json(saved);
  });
  return router;
}
