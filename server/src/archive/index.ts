/** Room: everything in one file: saved, compared with what is kept, and taken in, all of it or nothing. */
import { Router, raw } from 'express';
import { z } from 'zod';
import type { Store } from '../db/index.ts';
import { readInput } from '../http/index.ts';
import { MOST_PACKED, packArchive, unpackArchive } from './file.ts';
import { buildArchiveStore, keepings } from './store.ts';

const takeQuery = z.strictObject({ keep: z.enum(keepings) });

export { FolderFault, saveFolder, takeIntoFolder } from './dataFolder.ts';
export type { Archived } from './file.ts';
export { buildArchiveStore, keepings } from './store.ts';

/** /api/archive.zip, /api/archive/look and /api/archive/take; the last two read the file from the body. */
export function archiveRoutes(store: Store): Router {
  const router = Router();
  const archive = buildArchiveStore(store);
  const body = raw({ type: 'application/zip', limit: MOST_PACKED });
  router.get('/archive.zip', (_req, res, next) => {
    const now = new Date();
    packArchive(archive.list(), now)
      .then((bytes) =>
        res
          .attachment(`jade-kite-${now.toISOString().slice(0, 10)}.zip`)
          .type('application/zip')
          .send(bytes),
      )
      .catch(next);
  });
  router.post('/archive/look', body, (req, res, next) => {
    unpackArchive(bytesOf(req.body))
      .then((documents) => res.json(archive.look(documents)))
      .catch(next);
  });
  router.post('/archive/take', body, (req, res, next) => {
    const { keep } = readInput(takeQuery, req.query);
    unpackArchive(bytesOf(req.body))
      .then((documents) => {
        const look = archive.look(documents);
        archive.take(documents, keep);
        res.json(look);
      })
      .catch(next);
  });
  return router;
}

/** What is no ZIP file is not read into the body; it is refused as an empty one. */
const bytesOf = (body: unknown): Uint8Array => (body instanceof Uint8Array ? body : new Uint8Array());
