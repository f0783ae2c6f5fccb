import * as Comlink from 'comlink';
import { beginWorker } from '../workers/index.ts';
import { type Play, type PlayedStep, playStep } from '@jade/core/play';

const player = { playStep: (step: PlayedStep): Play | null => playStep(step) ?? null };
export type Player = typeof player;

beginWorker();
Comlink.expose(player);
