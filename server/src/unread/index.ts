/** Room: documents that are kept but cannot be read by this version: listed with the reason, downloaded as they are. */
import { Router } from 'express';
import { wordOfKind } from '@jade/core/documents';
import { HttpFault } from '../http/index.ts';
import type { PlanStore } from '../plans/index.ts';
import { type RecordStores, recordKinds } from '../records/index.ts';

/** /api/unread: what cannot be read, and why; /api/unread/:kind/:id (and ?owner=) gives it as it was written. */
export function unreadRoutes(plans: PlanStore, records: RecordStores): Router {
  const router = Router();
  const stores = Object.values(records) as { listUnread: RecordStores['run']['listUnread'] }[];
  router.get('/unread', (_req, res) => {
    const all = [
      ...plans.listUnread().map(({ id, why }) => ({ kind: 'plan' as const, owner: '', id, why })),
      ...stores.flatMap((s) => s.listUnread()),
    ];
    res.json(all.map((u) => ({ ...u, word: wordOfKind(u.kind) })));
  });
  router.get('/unread/:kind/:id', (req, res) => {
    const { kind, id } = req.params;
    const owner = typeof req.query.owner === 'string' ? req.query.owner : '';
    const text =
      kind === 'plan'
        ? plans.raw(id)
        : Object.hasOwn(recordKinds, kind)
          ? records[kind as keyof RecordStores].raw(owner, id)
          : undefined;
    if (text === undefined) throw new HttpFault('not-found');
    res
      .attachment(`${kind} ${id.replace(/[^\w-]/g, '')}.json`)
      .type('application/json')
      .send(text);
  });
  return router;
}
