import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { CuttingRules, Piece, StockSize } from '@jade/core/paper';
import { HttpFault } from '../http/index.ts';

/** What is cut from what, under a title. */
export interface CuttingOrder {
  readonly title: string;
  readonly stock: StockSize;
  readonly piece: Piece;
  readonly rules: CuttingRules;
}

/** The largest sheet in the most pieces takes a few seconds. */
const MOST_MS = 30_000;

/** Writes the PDF in a thread of its own; it is stopped, and said, when it takes too long. */
export function writeCutting(order: CuttingOrder): Promise<Buffer> {
  const worker = new Worker(fileURLToPath(new URL('./thread.mjs', import.meta.url)), {
    workerData: order,
    execArgv: [],
  });
  return new Promise<Buffer>((resolve, reject) => {
    const timer = setTimeout(() => reject(new HttpFault('took-too-long')), MOST_MS);
    worker.once('message', (pdf: Uint8Array) => resolve(Buffer.from(pdf)));
    worker.once('error', reject);
    worker.once('exit', (code) => {
      clearTimeout(timer);
      if (code !== 0) reject(new Error(`the thread that writes PDFs ended with ${code}`));
    });
  }).finally(() => void worker.terminate());
}
