/** Room: the paper drawer. */
import { asc, eq } from 'drizzle-orm';
import { Router } from 'express';
import { type DrawerPaper, drawerPaperSchema } from '@jade/core/paper';
import { type Store, tables } from '../db/index.ts';
import { HttpFault, readInput } from '../http/index.ts';

const { papers } = tables;

export function buildPaperStore({ db }: Store) {
  return {
    list: (): DrawerPaper[] => db.select().from(papers).orderBy(asc(papers.name)).all(),
    put(paper: DrawerPaper): void {
      db.insert(papers).values(paper).onConflictDoUpdate({ target: papers.id, set: paper }).run();
    },
    remove: (id: string): void => void db.delete(papers).where(eq(papers.id, id)).run(),
  };
}
export type PaperStore = ReturnType<typeof buildPaperStore>;

/** /api/papers: the drawer's papers, made, changed and taken out by id. */
export function paperRoutes(store: PaperStore): Router {
  const router = Router();
  router.get('/papers', (_req, res) => void res.json(store.list()));
  router.put('/papers/:id', (req, res) => {
    const paper = readInput(drawerPaperSchema, req.body);
    if (paper.id !== req.params.id)
      throw new HttpFault('bad-input', {
        issues: [{ path: 'id', text: 'The id differs from the address.' }],
      });
    store.put(paper);
    res.json(paper);
  });
  router.delete('/papers/:id', (req, res) => {
    store.remove(req.params.id);
    res.status(204).end();
  });
  return router;
}
