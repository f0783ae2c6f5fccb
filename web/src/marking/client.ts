import * as Comlink from 'comlink';
import type { WholeAccuracy } from '@jade/core/marks';
import type { SheetShape } from '@jade/core/sheet';
import type { Answer, DivideRequest, MarkWay, PartsWay, WaysRequest, WholeRequest } from './types.ts';
import type { Marker } from './worker.ts';

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
    running = { marker: Comlink.wrap<Marker>(worker), ended, end };
  }
  return running;
}

/** Shapes whose deeper table was called off; it is not begun again by itself. */
const calledOff = new Set<string>();

/** Ends the worker with what it is doing; the next question starts anew with the quick table. */
export function stopMarking(): void {
  running?.end();
  running = undefined;
}

/** Calls the deeper table of a sheet off for good. */
export function stopDeepening(sheet: SheetShape): void {
  calledOff.add(JSON.stringify(sheet));
  stopMarking();
}

/** Waits for an answer while `onShare` hears of it, deaf once it is there; undefined when the worker was ended first. */
async function listen<T>(
  { ended }: Running,
  ask: (news: (share: number) => void) => Promise<T>,
  onShare: (share: number | null) => void,
): Promise<T | undefined> {
  let isLive = true;
  onShare(0);
  const answer = await Promise.race([
    ask(
      Comlink.proxy((share: number): void => {
        // News still under way when the worker has ended would come after its end.
        if (isLive) onShare(share);
      }),
    ),
    ended,
  ]);
  isLive = false;
  onShare(null);
  return answer === 'ended' ? undefined : answer;
}

/**
 * Ways to a mark: first from the table that is at hand, then, where a deeper one can be built, once more from that.
 * `tell` hears both answers, `onShare` how much of the deeper table is done (null when none is under way).
 */
export async function askWays(
  request: WaysRequest,
  tell: (answer: Answer<MarkWay>) => void,
  onShare: (share: number | null) => void,
): Promise<void> {
  const own = getMarker();
  const first = await own.marker.find(request);
  tell(first.answer);
  if (!first.canDeepen || calledOff.has(JSON.stringify(request.sheet))) return;
  const done = await listen(
    own,
    async (news) => {
      await own.marker.deepen(request.sheet, news);
      return own.marker.find(request);
    },
    onShare,
  );
  if (done) tell(done.answer);
}

/** The accuracy of a whole sequence; undefined when stopped. */
export async function askAccuracy(
  request: WholeRequest,
  onShare: (share: number | null) => void,
): Promise<WholeAccuracy | undefined> {
  const own = getMarker();
  return (await listen(own, (news) => own.marker.judge(request, news), onShare)) ?? undefined;
}

/** Ways to divide an edge into equal parts. */
export const askParts = (request: DivideRequest): Promise<Answer<PartsWay>> =>
  getMarker().marker.divide(request);
