import { parentPort } from 'node:worker_threads';
import { collectPages, writeCutting } from '@jade/core/booklet';
import { toCutting } from '@jade/core/paper';
import type { CuttingAnswer, CuttingOrder } from './write.ts';

parentPort?.on('message', ({ id, order }: { id: number; order: CuttingOrder }) => {
  const { title, stock, piece, rules } = order;
  const tell = (answer: CuttingAnswer): void => parentPort?.postMessage(answer);
  collectPages((sink) => writeCutting(sink, { title, stock, cutting: toCutting(piece, stock, rules) }))
    .then((pdf) => tell({ id, pdf }))
    .catch((error: unknown) => tell({ id, fault: String(error) }));
});
