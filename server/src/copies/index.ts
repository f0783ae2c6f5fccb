/** Room: copies beside the database, made by themselves: listed, downloaded, and gone back to. */
import { dirname, join } from 'node:path';
import { Router } from 'express';
import type { Logger } from 'pino';
import { z } from 'zod';
import { buildArchiveStore, keepings } from '../archive/index.ts';
import type { Store } from '../db/index.ts';
import { HttpFault, readInput } from '../http/index.ts';
import { listCopies, makeDailyCopy, readCopy } from './copies.ts';

export { listCopies, makeDailyCopy } from './copies.ts';

const DAY_MS = 24 * 3_600_000;
const takeQuery = z.strictObject({ keep: z.enum(keepings) });

/** /api/copies: where all is kept and its copies; one of them as a file, compared, and taken in. */
export function copyRoutes(store: Store): Router {
  const router = Router();
  const archive = buildArchiveStore(store);
  router.get('/copies', (_req, res) => {
    res.json({ file: store.file, copies: listCopies(store) });
  });
  router.get('/copies/:name', (req, res) => {
    const { name } = req.params;
    if (!listCopies(store).some((c) => c.name === name)) throw new HttpFault('not-found');
    res.download(join(dirname(store.file), name), name);
  });
  router.post('/copies/:name/look', (req, res) => {
    res.json(archive.look(readCopy(store, req.params.name)));
  });
  router.post('/copies/:name/take', (req, res) => {
    const { keep } = readInput(takeQuery, req.query);
    const documents = readCopy(store, req.params.name);
    const look = archive.look(documents);
    archive.take(documents, keep);
    res.json(look);
  });
  return router;
}

/** Copies now and once a day; a disk that is full is told in the log, and the work goes on. */
export function keepCopied(store: Store, log: Logger): void {
  const work = (): void => {
    try {
      makeDailyCopy(store, new Date());
    } catch (error) {
      log.warn({ err: error }, 'the copy of the day could not be made');
    }
  };
  work();
  setInterval(work, DAY_MS).unref();
}
