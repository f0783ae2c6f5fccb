/** Sent to a worker when it is started: the name of the lock it shall hold while it lives. */
interface HoldOrder {
  readonly jadeHold: string;
}

const LOOK_MS = 250;
/** A worker that has not taken its lock by then is watched by its errors alone. */
const MOST_LOOKS = 80;

/**
 * Calls back once when a worker has ended, by an error or without a word (closed by itself, killed for want of memory): it
 * holds a lock while it lives, and whoever waits for the lock gets it when the worker has gone.
 */
export function whenGone(worker: Worker, onGone: (why: string) => void): void {
  let isTold = false;
  const tell = (why: string): void => {
    if (isTold) return;
    isTold = true;
    onGone(why);
  };
  worker.addEventListener('error', (event) => tell(event.message || 'its worker broke'));
  worker.addEventListener('messageerror', () => tell('an answer could not be read'));
  if (!navigator.locks) return;
  const name = `jade-kite-worker-${crypto.randomUUID()}`;
  const order: HoldOrder = { jadeHold: name };
  worker.postMessage(order);
  void (async () => {
    for (let looks = 0; looks < MOST_LOOKS; looks++) {
      const { held } = await navigator.locks.query();
      if (held?.some((l) => l.name === name)) {
        await navigator.locks.request(name, () => undefined);
        return tell('its worker ended');
      }
      await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
    }
  })().catch(() => undefined);
}
