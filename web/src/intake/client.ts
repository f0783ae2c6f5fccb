import * as Comlink from 'comlink';
import type { LookAsk } from '@jade/core/intake';
import { whenGone } from '../workers/index.ts';
import type { BeginAsk, BegunPlan, OpenedDrawing, Reader, ShownLook, ShownOrders } from './worker.ts';

/** A pattern file being looked at, in a worker of its own that lives as long as the looking. */
export interface Intake {
  readonly open: (kind: 'fold' | 'svg' | 'dxf', text: string) => Promise<OpenedDrawing | string>;
  readonly look: (ask: LookAsk) => Promise<ShownLook | string>;
  readonly order: (onFirst: (orders: ShownOrders) => void) => Promise<ShownOrders | string>;
  readonly begin: (ask: BeginAsk) => Promise<BegunPlan | string>;
  /** Ends it with what it is doing; what it was asked is never answered. */
  readonly end: () => void;
}

/** Starts the worker. What breaks off is answered with a sentence. */
export function startIntake(): Intake {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  const reader = Comlink.wrap<Reader>(worker);
  const gone = new Promise<string>((tell) =>
    whenGone(worker, (why) => tell(`Reading broke off: ${why}. Choose the file again.`)),
  );
  let isLive = true;
  const ask = <T>(question: () => Promise<T>): Promise<T | string> =>
    Promise.race([question().catch((fault: unknown) => `Reading broke off: ${String(fault)}.`), gone]);
  return {
    open: (kind, text) => ask(async () => reader.open(kind, text)),
    look: (asked) => ask(async () => reader.look(asked)),
    order: (onFirst) =>
      ask(async () => reader.order(Comlink.proxy((orders) => void (isLive && onFirst(orders))))),
    begin: (asked) => ask(async () => reader.begin(asked)),
    end: () => {
      isLive = false;
      worker.terminate();
    },
  };
}
