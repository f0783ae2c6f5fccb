import * as Comlink from 'comlink';
import type { Play, PlayedStep } from '@jade/core/play';
import { whenGone } from '../workers/index.ts';
import { getEngine } from '../engine/index.ts';
import type { Player } from './worker.ts';

/** Motions kept: scrubbing and going back are then free. */
const MOST_KEPT = 80;
const kept = new Map<string, Promise<Play | null>>();

let shared: Comlink.Remote<Player> | undefined;
let worker: Worker | undefined;
/** Called when the worker has gone with what it was asked. */
const refusals = new Set<(error: Error) => void>();

/** A worker of its own: a motion takes seconds, and the table must not wait for it. */
function getPlayer(): Comlink.Remote<Player> {
  if (!shared) {
    worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
    whenGone(worker, stop);
    shared = Comlink.wrap<Player>(worker);
  }
  return shared;
}

function stop(): void {
  worker?.terminate();
  shared = undefined;
  kept.clear();
  refusals.forEach((refuse) => refuse(new Error('The motion broke off: its worker ended. Play it again.')));
  refusals.clear();
}

/** The motion of a step of the open plan, computed once for each pair of states; null where nothing moves. */
export async function motionOf(number: number): Promise<Play | null> {
  const played = await getEngine().readPlayed(number);
  if (!played) return null;
  const { key, ...step } = played;
  return motionOfStep(key, step);
}

/** The motion of any step, kept by a key. */
export async function motionOfStep(key: string, step: PlayedStep): Promise<Play | null> {
  const known = kept.get(key);
  if (known) return known;
  if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
  let refuse: (error: Error) => void = () => undefined;
  const gone = new Promise<never>((_, reject) => (refuse = reject));
  refusals.add(refuse);
  const motion = Promise.race([getPlayer().playStep(step), gone]).finally(() => refusals.delete(refuse));
  kept.set(key, motion);
  motion.catch(() => kept.delete(key));
  return motion;
}
