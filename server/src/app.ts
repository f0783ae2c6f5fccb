import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import type { Store } from './db/index.ts';
import { answerNotFound, buildErrorHandler, guardJson, guardOrigin } from './http/index.ts';
import { asideRoutes, buildAsideStore } from './aside/index.ts';
import { binRoutes } from './bin/index.ts';
import { archiveRoutes } from './archive/index.ts';
import { copyRoutes } from './copies/index.ts';
import { printingRoutes } from './printing/index.ts';
import { buildPlanStore, planRoutes } from './plans/index.ts';
import { buildRecordStores, recordRoutes } from './records/index.ts';
import { roomRoutes } from './room/index.ts';
import { unreadRoutes } from './unread/index.ts';

export interface AppOptions {
  readonly store: Store;
  readonly log: Logger;
  /** Folder of the built pages; without it only the interface under /api is served. */
  readonly pages?: string;
}

/** The whole server as an Express application, without a port. */
export function buildApp({ store, log, pages }: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(guardOrigin);
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'", 'blob:'],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          manifestSrc: ["'self'"],
          connectSrc: ["'self'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(compression());
  app.use('/api', apiRoutes(store));
  if (pages && existsSync(join(pages, 'index.html'))) {
    app.use(
      '/assets',
      express.static(join(pages, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
    );
    // The worker that keeps the page alive without the server is asked for anew each time.
    app.get('/sw.js', (_req, res) => res.set('cache-control', 'no-cache').sendFile(join(pages, 'sw.js')));
    app.use(express.static(pages, { index: false }));
    app.get('/{*path}', (_req, res) => res.sendFile(join(pages, 'index.html')));
  }
  app.use(buildErrorHandler(log));
  return app;
}

function apiRoutes(store: Store): express.Router {
  const router = express.Router();
  const plans = buildPlanStore(store);
  const records = buildRecordStores(store);
  // Archives are no JSON; they are read before that is asked for.
  router.use(archiveRoutes(store));
  router.use(guardJson, express.json({ limit: '4mb' }));
  router.get('/health', (_req, res) => void res.json({ ok: true }));
  router.use(recordRoutes(plans, records));
  router.use(planRoutes({ plans, records }));
  router.use(binRoutes({ store, plans, records }));
  router.use(asideRoutes(buildAsideStore(store)));
  router.use(unreadRoutes(plans, records));
  router.use(printingRoutes());
  router.use(copyRoutes(store));
  router.use(roomRoutes());
  router.use(answerNotFound);
  return router;
}
