import * as Comlink from 'comlink';
import { type Issue, type Outcome, failed } from '@jade/core/outcome';
import type { Packing } from '@jade/core/packing';
import type { JudgedPacking, PackingRequest, Searcher } from './worker.ts';

/** A search under way. */
export interface Search<T> {
  /** The answer; when stopped, the best so far, or undefined where nothing was found yet. */
  readonly answer: Promise<Outcome<T, Issue> | undefined>;
  readonly stop: () => void;
}

function startWorker(): { searcher: Comlink.Remote<Searcher>; worker: Worker } {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  return { searcher: Comlink.wrap<Searcher>(worker), worker };
}

/** Packs in a worker of its own, which is ended when the search is stopped; the best so far is then judged anew. */
export function startPacking(
  request: PackingRequest,
  onShare: (share: number) => void,
): Search<JudgedPacking> {
  const { searcher, worker } = startWorker();
  let best: Packing | undefined;
  let end: (answer: Outcome<JudgedPacking, Issue> | undefined) => void = () => undefined;
  const answer = new Promise<Outcome<JudgedPacking, Issue> | undefined>((resolve) => (end = resolve));
  searcher
    .pack(
      request,
      Comlink.proxy((share: number) => onShare(share)),
      Comlink.proxy((found: Packing) => void (best = found)),
    )
    .then(
      (found) => end(found),
      (error: unknown) =>
        end(failed({ path: 'packing', text: `The packing broke off: ${String(error)}. Start it again.` })),
    )
    .finally(() => worker.terminate());
  const stop = (): void => {
    worker.terminate();
    if (!best) return end(undefined);
    const second = startWorker();
    void second.searcher
      .judge(request.task, best)
      .then(end)
      .finally(() => second.worker.terminate());
  };
  return { answer, stop };
}
