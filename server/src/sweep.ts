import type { Logger } from 'pino';
import { buildAsideStore } from './aside/index.ts';
import { buildBin } from './bin/index.ts';
import type { Store } from './db/index.ts';
import { buildPlanStore } from './plans/index.ts';

const DAY_MS = 24 * 3_600_000;

/** Empties the bin of what is over thirty days old, forgets what was set aside over a week ago, thins old revisions. */
export function sweep(store: Store, now: Date): void {
  buildBin({ store }).sweep(now);
  buildAsideStore(store).sweep(now);
  const plans = buildPlanStore(store);
  plans.list().forEach((p) => plans.thin(p.id));
}

/** Sweeps now and once a day; a disk that is full is told at the next save, not here. */
export function keepSwept(store: Store, log: Logger): void {
  const work = (): void => {
    try {
      sweep(store, new Date());
    } catch (error) {
      log.warn({ err: error }, 'old things could not be swept');
    }
  };
  work();
  setInterval(work, DAY_MS).unref();
}
