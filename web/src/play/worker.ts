import * as Comlink from 'comlink';
import { type Play, type PlayedStep, playStep } from '@jade/core/play';

const player = { playStep: (step: PlayedStep): Play | null => playStep(step) ?? null };
export type Player = typeof player;

Comlink.expose(player);
