import { parentPort, workerData } from 'node:worker_threads';
import { toCuttingPdf } from '@jade/core/booklet';
import { toCutting } from '@jade/core/paper';
import type { CuttingOrder } from './write.ts';

const { title, stock, piece, rules } = workerData as CuttingOrder;
const pdf = await toCuttingPdf({ title, stock, cutting: toCutting(piece, stock, rules) });
parentPort?.postMessage(pdf);
