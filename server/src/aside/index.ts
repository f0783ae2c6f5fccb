/** Room: versions that were given up where two clashed. Kept for a week, listed without their documents. */
import { desc, eq, lt } from 'drizzle-orm';
import { Router } from 'express';
import { z } from 'zod';
import { DOCUMENT_VERSION, documentKinds, readDocument } from '@jade/core/documents';
import { type Store, readRow, tables } from '../db/index.ts';
import { HttpFault, badInput, readInput } from '../http/index.ts';

const { setAside } = tables;
const WEEK_MS = 7 * 24 * 3_600_000;

const id = z.string().min(1).max(80);
const asideBody = z.strictObject({
  kind: z.enum(documentKinds as [string, ...string[]]),
  owner: z.string().max(80).default(''),
  documentId: id,
  why: z.string().min(1).max(300),
  document: z.record(z.string(), z.unknown()),
});

export function buildAsideStore({ db }: Store) {
  return {
    list: () =>
      db
        .select({
          id: setAside.id,
          kind: setAside.kind,
          owner: setAside.owner,
          documentId: setAside.documentId,
          why: setAside.why,
          at: setAside.at,
        })
        .from(setAside)
        .orderBy(desc(setAside.at))
        .all(),
    find: (wanted: string) => db.select().from(setAside).where(eq(setAside.id, wanted)).get(),
    /** Written once under an id of the one who sends it, so that sending it again changes nothing. */
    put(row: typeof setAside.$inferInsert): void {
      db.insert(setAside).values(row).onConflictDoNothing().run();
    },
    /** Forgets what is older than a week. */
    sweep: (now: Date): void =>
      void db
        .delete(setAside)
        .where(lt(setAside.at, new Date(now.getTime() - WEEK_MS).toISOString()))
        .run(),
  };
}
export type AsideStore = ReturnType<typeof buildAsideStore>;

/** /api/set-aside: what was given up in the last week; one with its document; written by id. */
export function asideRoutes(store: AsideStore): Router {
  const router = Router();
  router.get('/set-aside', (_req, res) => void res.json(store.list()));
  router.get('/set-aside/:id', (req, res) => {
    const row = store.find(req.params.id);
    if (!row) throw new HttpFault('not-found');
    const read = readRow(row.kind, row);
    if ('why' in read) throw new HttpFault('unreadable', { why: read.why });
    res.json({ ...row, document: read.document });
  });
  router.put('/set-aside/:id', (req, res) => {
    const body = readInput(asideBody, req.body);
    const kind = documentKinds.find((k) => k === body.kind)!;
    const read = readDocument(kind, DOCUMENT_VERSION, body.document);
    if (!read.ok) throw badInput('document', read.fault[0]?.text ?? 'It cannot be read.');
    store.put({
      id: readInput(id, req.params.id),
      kind,
      owner: body.owner,
      documentId: body.documentId,
      why: body.why,
      document: JSON.stringify(read.value),
      at: new Date().toISOString(),
    });
    res.status(204).end();
  });
  return router;
}
