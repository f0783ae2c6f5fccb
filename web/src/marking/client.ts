import * as Comlink from 'comlink';
import { whenGone } from '../workers/index.ts';
import type { WholeAccuracy } from '@jade/core/slips';
import type { SheetShape } from '@jade/core/sheet';
import type { Answer, DivideRequest, MarkWay, PartsWay, WaysRequest, WholeRequest } from './types.ts';
import type { Marker } from './worker.ts';

/** Hears how much is done; null when nothing is under way any more. */
type Listener = (share: number | null) => void;

interface Running {
  readonly marker: Comlink.Remote<Marker>;
  /** Comes true when the worker was ended: what it was asked is then never answered. */
  readonly ended: Promise<'ended'>;
  readonly end: () => void;
}

let running: Running | undefined;

/** The page's one worker for marks: the tables it builds are kept in it. */
function getMarker(): Running {
  if (!running) {
    const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
    let tell: (end: 'ended') => void = () => undefined;
    const ended = new Promise<'ended'>((resolve) => (tell = resolve));
    const end = (): void => {
      worker.terminate();
      tell('ended');
    };
    // A worker that ends by itself leaves its questions as if it had been stopped; the next one starts anew.
    whenGone(worker, () => {
      if (running?.end === end) running = undefined;
      end();
    });
    running = { marker: Comlink.wrap<Marker>(worker), ended, end };
  }
  return running;
}

/** Ends the worker with what it is doing; the next question starts anew with the quick table. */
export function stopMarking(): void {
  running?.end();
  running = undefined;
}

/** A deeper table being built, and all who wait for it. */
interface Deepening {
  share: number;
  readonly waiting: Set<Listener>;
  /** Settles when the table is built or called off. */
  readonly over: Promise<unknown>;
}

let deepening: Deepening | undefined;

/** Shapes whose deeper table was called off; it is not begun again by itself. */
const calledOff = new Set<string>();

/** Calls the deeper table of a sheet off for good. */
export function stopDeepening(sheet: SheetShape): void {
  calledOff.add(JSON.stringify(sheet));
  stopMarking();
}

function startDeepening({ marker, ended }: Running, sheet: SheetShape): Deepening {
  const waiting = new Set<Listener>();
  const news = Comlink.proxy((share: number): void => {
    begun.share = share;
    for (const hear of waiting) hear(share);
  });
  const over = Promise.race([marker.deepen(sheet, news), ended]).finally(() => {
    // News still under way when the worker has ended would come after its end.
    waiting.clear();
    deepening = undefined;
  });
  const begun: Deepening = { share: 0, waiting, over };
  return begun;
}

/**
 * Ways to a mark: first from the table that is at hand, then, where a deeper one can be built, once more from that.
 * `tell` hears both answers, `onShare` how much of the deeper table is done; both are deaf once `signal` is off.
 */
export async function askWays(
  request: WaysRequest,
  signal: AbortSignal,
  tell: (answer: Answer<MarkWay>) => void,
  onShare: Listener,
): Promise<void> {
  const own = getMarker();
  if (!deepening) {
    const first = await Promise.race([own.marker.find(request), own.ended]);
    if (signal.aborted) return;
    if (first === 'ended') return askWays(request, signal, tell, onShare);
    tell(first.answer);
    if (!first.canDeepen || calledOff.has(JSON.stringify(request.sheet))) return;
    deepening ??= startDeepening(own, request.sheet);
  }
  const { waiting, over, share } = deepening;
  waiting.add(onShare);
  onShare(share);
  await over;
  waiting.delete(onShare);
  if (signal.aborted) return;
  onShare(null);
  return askWays(request, signal, tell, onShare);
}

/** Ways to divide an edge into equal parts; undefined when the worker was ended. */
export async function askParts(request: DivideRequest): Promise<Answer<PartsWay> | undefined> {
  const { marker, ended } = getMarker();
  const answer = await Promise.race([marker.divide(request), ended]);
  return answer === 'ended' ? undefined : answer;
}

/** The accuracy of a whole sequence; undefined when stopped. */
export async function askAccuracy(
  request: WholeRequest,
  onShare: Listener,
): Promise<WholeAccuracy | undefined> {
  const { marker, ended } = getMarker();
  let isLive = true;
  const news = Comlink.proxy((share: number): void => {
    if (isLive) onShare(share);
  });
  onShare(0);
  const answer = await Promise.race([marker.judge(request, news), ended]);
  isLive = false;
  onShare(null);
  return answer === 'ended' ? undefined : (answer ?? undefined);
}
