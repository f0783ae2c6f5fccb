import { writeDecimalsLike } from '@jade/core/units';

/**
 * Room's half inside a worker: writes decimals as the page does, and holds the lock the page asks for, so that the page sees
 * when the worker has gone.
 */
export function beginWorker(): void {
  writeDecimalsLike(navigator.language);
  self.addEventListener('message', ({ data }: MessageEvent<{ jadeHold?: unknown } | undefined>) => {
    const name = data?.jadeHold;
    if (typeof name !== 'string' || !navigator.locks) return;
    navigator.locks.request(name, () => new Promise(() => undefined)).catch(() => undefined);
  });
}
