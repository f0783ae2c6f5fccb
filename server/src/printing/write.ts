import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { BookletOptions, PatternOptions } from '@jade/core/exporting';
import type { CuttingRules, Piece, StockSize } from '@jade/core/paper';
import type { Plan } from '@jade/core/plan';
import { HttpFault, badInput } from '../http/index.ts';

/** Pages that are ordered. */
export type PrintOrder =
  | {
      readonly kind: 'cutting';
      readonly title: string;
      readonly stock: StockSize;
      readonly piece: Piece;
      readonly rules: CuttingRules;
    }
  | { readonly kind: 'booklet'; readonly plan: Plan; readonly options: BookletOptions }
  | { readonly kind: 'pattern'; readonly plan: Plan; readonly options: PatternOptions };

/** What the thread answers: how much is done, the PDF of an order by its number, or why there is none; `asked` where the order is at fault. */
export type PrintAnswer =
  | { readonly id: number; readonly share: number }
  | { readonly id: number; readonly pdf: Uint8Array }
  | { readonly id: number; readonly fault: string; readonly asked?: true };

/** The largest sheet in the most pieces, or a booklet of 400 steps, takes a few seconds. */
const MOST_MS = 60_000;

interface Waiting {
  readonly resolve: (pdf: Buffer) => void;
  readonly reject: (error: Error) => void;
  readonly onShare: (share: number) => void;
}

let thread: Worker | undefined;
const waiting = new Map<number, Waiting>();
let orders = 0;

/** The one thread, started with the first order and kept: starting it takes longer than most orders. */
function getThread(): Worker {
  if (thread) return thread;
  const started = new Worker(fileURLToPath(new URL('./thread.mjs', import.meta.url)), { execArgv: [] });
  started.on('message', (answer: PrintAnswer) => {
    const who = waiting.get(answer.id);
    if ('share' in answer) return who?.onShare(answer.share);
    waiting.delete(answer.id);
    if ('pdf' in answer) who?.resolve(Buffer.from(answer.pdf));
    else who?.reject(answer.asked ? badInput('plan', answer.fault) : new Error(answer.fault));
  });
  started.on('error', (error: Error) => endThread(started, error));
  // It keeps no server alive that has been asked to stop; a listener added later would hold it again.
  started.unref();
  thread = started;
  return started;
}

/** Ends the thread with all it was asked; the next order starts another. */
function endThread(ended: Worker, error: Error): void {
  if (thread === ended) thread = undefined;
  void ended.terminate();
  waiting.forEach((w) => w.reject(error));
  waiting.clear();
}

/** Starts the thread before the first order, which then does not wait for it. */
export const warmUp = (): void => void getThread();

/** Writes the PDF in a thread of its own; it is stopped, and said, when it takes too long. */
export function writePages(
  order: PrintOrder,
  onShare: (share: number) => void = () => undefined,
): Promise<Buffer> {
  const id = ++orders;
  const own = getThread();
  return new Promise<Buffer>((resolve, reject) => {
    const timer = setTimeout(() => endThread(own, new HttpFault('took-too-long')), MOST_MS);
    const over =
      <T>(tell: (value: T) => void) =>
      (value: T): void => {
        clearTimeout(timer);
        tell(value);
      };
    waiting.set(id, { resolve: over(resolve), reject: over(reject), onShare });
    own.postMessage({ id, order });
  });
}
