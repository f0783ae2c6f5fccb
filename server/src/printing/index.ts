/** Room: pages to print, as PDF: how a stock sheet is cut, a plan as a booklet, its pattern at full size. */
import { Router } from 'express';
import { z } from 'zod';
import { MOST_PIECES, countPieces } from '@jade/core/paper';
import { badInput, readInput } from '../http/index.ts';
import { bookletOptionsSchema, patternOptionsSchema } from '@jade/core/exporting';
import { planSchema } from '@jade/core/plan';
import { warmUp, writePages } from './write.ts';

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

const toOrder = (q: z.infer<typeof cuttingQuery>) => ({
  kind: 'cutting' as const,
  title: q.title,
  stock: { id: 'stock', name: q.stock, widthMm: q.stockWidth, heightMm: q.stockHeight },
  piece: { widthMm: q.width, heightMm: q.height, isHalfSquare: q.half === '1' },
  rules: { trimMm: q.trim, keepGrain: q.grain === '1' },
});

/** A plan as it is in the page, saved or not, with how its pages are wanted. */
const bookletBody = z.strictObject({ plan: planSchema, options: bookletOptionsSchema });
const patternBody = z.strictObject({ plan: planSchema, options: patternOptionsSchema });

const jobQuery = z.strictObject({ job: z.string().max(60).optional() });

/** /api/cutting.pdf, /api/booklet.pdf, /api/pattern.pdf: written in a thread of its own, so that nothing else waits for it. */
export function printingRoutes(): Router {
  const router = Router();
  router.get('/cutting.pdf', (req, res, next) => {
    const order = toOrder(readInput(cuttingQuery, req.query));
    const pieces = countPieces(order.piece, order.stock, order.rules);
    if (pieces === 0) throw badInput('stock', 'The piece is larger than this sheet; take a larger one.');
    if (pieces > MOST_PIECES)
      throw badInput(
        'width',
        `That would be ${pieces} pieces; at most ${MOST_PIECES} are drawn. Take a larger piece or a smaller sheet.`,
      );
    writePages(order)
      .then((pdf) => res.type('application/pdf').send(pdf))
      .catch(next);
  });
  // How much of a booklet is done, by the name its page gave the order.
  const shares = new Map<string, number>();
  router.post('/printing/warm', (_req, res) => {
    warmUp();
    res.status(204).end();
  });
  router.get('/printing/:job', (req, res) => void res.json({ share: shares.get(req.params.job) ?? null }));
  router.post('/booklet.pdf', (req, res, next) => {
    const { plan, options } = readInput(bookletBody, req.body);
    const { job } = readInput(jobQuery, req.query);
    writePages({ kind: 'booklet', plan, options }, (share) => job && shares.set(job, share))
      .then((pdf) => res.type('application/pdf').send(pdf))
      .catch(next)
      .finally(() => shares.delete(job ?? ''));
  });
  router.post('/pattern.pdf', (req, res, next) => {
    const { plan, options } = readInput(patternBody, req.body);
    writePages({ kind: 'pattern', plan, options })
      .then((pdf) => res.type('application/pdf').send(pdf))
      .catch(next);
  });
  return router;
}
