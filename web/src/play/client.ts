import * as Comlink from 'comlink';
import type { Play } from '@jade/core/play';
import { getEngine } from '../engine/index.ts';
import type { Player } from './worker.ts';

/** Motions kept: scrubbing and going back are then free. */
const MOST_KEPT = 80;
const kept = new Map<string, Promise<Play | null>>();

let shared: Comlink.Remote<Player> | undefined;
let worker: Worker | undefined;

/** A worker of its own: a motion takes seconds, and the table must not wait for it. */
function getPlayer(): Comlink.Remote<Player> {
  if (!shared) {
    worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('error', stop);
    shared = Comlink.wrap<Player>(worker);
  }
  return shared;
}

function stop(): void {
  worker?.terminate();
  shared = undefined;
  kept.clear();
}

/** The motion of a step of the open plan, computed once for each pair of states; null where nothing moves. */
export async function motionOf(number: number): Promise<Play | null> {
  const played = await getEngine().readPlayed(number);
  if (!played) return null;
  const { key, ...step } = played;
  const known = kept.get(key);
  if (known) return known;
  if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
  const motion = getPlayer().playStep(step);
  kept.set(key, motion);
  motion.catch(() => kept.delete(key));
  return motion;
}
