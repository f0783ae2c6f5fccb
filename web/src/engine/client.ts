import * as Comlink from 'comlink';
import { whenGone } from '../workers/index.ts';
import type { Engine } from './protocol.ts';

export type RemoteEngine = Comlink.Remote<Engine>;

/** Sent to the page when the worker has died; the next question starts a new one. */
export const ENGINE_LOST = 'jade:engine-lost';

let shared: RemoteEngine | undefined;

/**
 * The page's one engine worker, started when it is first asked. Questions it has not answered when it ends are refused, so
 * that nothing waits for ever.
 */
export function getEngine(): RemoteEngine {
  shared ??= startEngine();
  return shared;
}

function startEngine(): RemoteEngine {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  let refuse: (error: Error) => void = () => undefined;
  const gone = new Promise<never>((_, reject) => (refuse = reject));
  // A worker that ends while nothing is asked refuses nobody.
  gone.catch(() => undefined);
  const remote = Comlink.wrap<Engine>(worker);
  const asked = new Proxy(remote, {
    get: (target, name) => {
      const ask = (target as unknown as Record<string, (...args: unknown[]) => Promise<unknown>>)[
        String(name)
      ];
      return (...args: unknown[]) => Promise.race([ask!(...args), gone]);
    },
  });
  whenGone(worker, (why) => {
    worker.terminate();
    if (shared === asked) shared = undefined;
    refuse(new Error(`the fold engine ended: ${why}`));
    window.dispatchEvent(new CustomEvent(ENGINE_LOST, { detail: why }));
  });
  return asked;
}
