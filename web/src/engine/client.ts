import * as Comlink from 'comlink';
import type { Engine } from './protocol.ts';

export type RemoteEngine = Comlink.Remote<Engine>;

/** Sent to the page when the worker has died; the next question starts a new one. */
export const ENGINE_LOST = 'jade:engine-lost';

let shared: RemoteEngine | undefined;

/** The page's one engine worker, started when it is first asked. */
export function getEngine(): RemoteEngine {
  if (!shared) {
    const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('error', (event) => {
      worker.terminate();
      shared = undefined;
      window.dispatchEvent(new CustomEvent(ENGINE_LOST, { detail: event.message }));
    });
    shared = Comlink.wrap<Engine>(worker);
  }
  return shared;
}
