import * as Comlink from 'comlink';
import type { Engine } from './protocol.ts';

export type RemoteEngine = Comlink.Remote<Engine>;

let shared: RemoteEngine | undefined;

/** The page's one engine worker, started when it is first asked. */
export function getEngine(): RemoteEngine {
  if (!shared) {
    const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
    shared = Comlink.wrap<Engine>(worker);
  }
  return shared;
}
