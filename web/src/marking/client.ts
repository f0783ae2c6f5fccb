import * as Comlink from 'comlink';
import type { SheetShape } from '@jade/core/sheet';
import type { Answer, DivideRequest, MarkWay, PartsWay, WaysRequest } from './types.ts';
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

/** Ends the worker with the table under way; the next question starts anew with the quick one. */
export function stopDeepening(sheet: SheetShape): void {
  calledOff.add(JSON.stringify(sheet));
  running?.end();
  running = undefined;
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
  const { marker, ended } = getMarker();
  const first = await marker.find(request);
  tell(first.answer);
  if (!first.canDeepen || calledOff.has(JSON.stringify(request.sheet))) return;
  onShare(0);
  // News still under way when the worker has ended would come after its end.
  let isLive = true;
  const news = Comlink.proxy((share: number): void => {
    if (isLive) onShare(share);
  });
  const done = await Promise.race([marker.deepen(request.sheet, news), ended]);
  isLive = false;
  onShare(null);
  if (done === 'ended') return;
  tell((await marker.find(request)).answer);
}

/** Ways to divide an edge into equal parts. */
export const askParts = (request: DivideRequest): Promise<Answer<PartsWay>> =>
  getMarker().marker.divide(request);
