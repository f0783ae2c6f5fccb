import * as Comlink from 'comlink';
import { whenGone } from '../workers/index.ts';
import { type Issue, type Outcome, done, failed } from '@jade/core/outcome';
import type { Precreased } from '@jade/core/bases';
import type { DraftStage } from '@jade/core/draft';
import type { Packing } from '@jade/core/packing';
import type {
  DraftCard,
  DraftRequest,
  FittingRequest,
  JudgedPacking,
  OwnRows,
  PackingRequest,
  PartedRow,
  PartingRequest,
  PressRequest,
  Searcher,
} from './worker.ts';

type Answer<T> = Outcome<T, Issue> | undefined;

/** A search under way. */
export interface Search<T> {
  /** The answer; when stopped, the best so far, or undefined where nothing was found yet. */
  readonly answer: Promise<Answer<T>>;
  readonly stop: () => void;
}

interface Running {
  readonly searcher: Comlink.Remote<Searcher>;
  readonly end: () => void;
  /** Refuses when the worker has gone by itself. */
  readonly gone: Promise<never>;
}

function startWorker(): Running {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  const gone = new Promise<never>((_, refuse) => whenGone(worker, (why) => refuse(new Error(why))));
  gone.catch(() => undefined);
  return { searcher: Comlink.wrap<Searcher>(worker), end: () => worker.terminate(), gone };
}

/** A listener the worker calls, deaf once the search has ended. */
type News = <N>(tell: (found: N) => void) => (found: N) => void;

/** Runs one question in a worker of its own, which is ended with its answer or when stopped. */
function startSearch<T>(
  what: string,
  ask: (searcher: Comlink.Remote<Searcher>, news: News) => Promise<Outcome<T, Issue>>,
  whenStopped: () => Promise<Answer<T>>,
): Search<T> {
  const { searcher, end, gone } = startWorker();
  let isLive = true;
  // News still under way when the search ends would come after its answer.
  const news: News = (tell) => Comlink.proxy((found) => void (isLive && tell(found)));
  let settle: (answer: Answer<T>) => void = () => undefined;
  const answer = new Promise<Answer<T>>((resolve) => (settle = resolve));
  Promise.race([ask(searcher, news), gone])
    .then(settle, (error: unknown) => {
      // One that was stopped has ended by our own hand, and is answered by what it had.
      if (isLive)
        settle(failed({ path: what, text: `The ${what} broke off: ${String(error)}. Start it again.` }));
    })
    .finally(() => {
      isLive = false;
      end();
    });
  return {
    answer,
    stop: () => {
      isLive = false;
      end();
      void whenStopped().then(settle);
    },
  };
}

/** Packs; a search that is stopped has its best packing judged anew. */
export function startPacking(
  request: PackingRequest,
  onShare: (share: number) => void,
): Search<JudgedPacking> {
  let best: Packing | undefined;
  return startSearch(
    'packing',
    (searcher, news) =>
      searcher.pack(
        request,
        news(onShare),
        news((found: Packing) => void (best = found)),
      ),
    async () => {
      if (!best) return undefined;
      const second = startWorker();
      return second.searcher.judge(request.task, best).finally(second.end);
    },
  );
}

/** Drafts sequences for a figure; `onBest` hears of every better lot, `onStage` of what is begun. */
export function startDrafting(
  request: DraftRequest,
  onShare: (share: number) => void,
  onBest: (best: readonly DraftCard[]) => void,
  onStage: (stage: DraftStage) => void,
): Search<DraftCard[]> {
  let best: DraftCard[] | undefined;
  return startSearch(
    'drafting',
    (searcher, news) =>
      searcher.draft(
        request,
        news(onShare),
        news((found: DraftCard[]) => {
          best = found;
          onBest(found);
        }),
        news(onStage),
      ),
    () => Promise.resolve(best && done(best)),
  );
}

/** Folds bases for the figure alone; stopped, there are none. */
export const startFitting = (request: FittingRequest, onShare: (share: number) => void): Search<OwnRows> =>
  startSearch(
    'fitting',
    (searcher, news) => searcher.fitBases(request, news(onShare)),
    () => Promise.resolve(undefined),
  );

/** Splits flaps of a base, or grafts strips to it, for a figure it has too few flaps for; stopped, there is nothing. */
export const startParting = (
  request: PartingRequest,
  onShare: (share: number) => void,
): Search<PartedRow[]> =>
  startSearch(
    'splitting of flaps',
    (searcher, news) => searcher.partBase(request, news(onShare)),
    () => Promise.resolve(undefined),
  );

/** Writes a base by its creases; stopped, there is nothing. */
export const startPressing = (request: PressRequest): Search<Precreased> =>
  startSearch(
    'writing of its creases',
    (searcher) => searcher.pressBase(request),
    () => Promise.resolve(undefined),
  );
