/** Room: the paper drawer. */
import { asc, eq } from 'drizzle-orm';
import { Router } from 'express';
import { z } from 'zod';
import { toCuttingPdf } from '@jade/core/booklet';
import { type DrawerPaper, drawerPaperSchema, toCutting } from '@jade/core/paper';
import { type Store, tables } from '../db/index.ts';
import { HttpFault, readInput } from '../http/index.ts';

const { papers } = tables;

const mm = z.coerce.number().positive().max(5000);
/** What is cut from what, in mm, as the address has it. */
const cuttingQuery = z.strictObject({
  title: z.string().min(1).max(120),
  stock: z.string().min(1).max(80),
  stockWidth: mm,
  stockHeight: mm,
  width: mm,
  height: mm,
  half: z.enum(['0', '1']).default('0'),
  trim: z.coerce.number().min(0).max(100).default(0),
  grain: z.enum(['0', '1']).default('0'),
});

const toCut = (q: z.infer<typeof cuttingQuery>) => ({
  title: q.title,
  stock: { id: 'stock', name: q.stock, widthMm: q.stockWidth, heightMm: q.stockHeight },
  piece: { widthMm: q.width, heightMm: q.height, isHalfSquare: q.half === '1' },
  rules: { trimMm: q.trim, keepGrain: q.grain === '1' },
});

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

/** /api/papers: the drawer's papers, made, changed and taken out by id; /api/cutting.pdf: how a sheet is cut, full size. */
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
  router.get('/cutting.pdf', (req, res, next) => {
    const { title, stock, piece, rules } = toCut(readInput(cuttingQuery, req.query));
    const cutting = toCutting(piece, stock, rules);
    if (cutting.pieces === 0)
      throw new HttpFault('bad-input', {
        issues: [{ path: 'stock', text: 'The piece is larger than this sheet; take a larger one.' }],
      });
    toCuttingPdf({ title, stock, cutting })
      .then((pdf) => res.type('application/pdf').send(pdf))
      .catch(next);
  });
  router.delete('/papers/:id', (req, res) => {
    store.remove(req.params.id);
    res.status(204).end();
  });
  return router;
}
