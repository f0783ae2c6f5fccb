import { useEffect, useState } from 'react';
import { type Surface, shapingOf } from '@jade/core/shaping';
import { getEngine } from '../engine/index.ts';
import { usePlan } from '../plan/index.ts';
import { WORDS } from './words.ts';

type Frames = readonly { readonly step: number; readonly surface: Surface }[];

/** How long a picture stays, in ms. */
const FRAME_MS = 70;

export interface Played {
  readonly state: 'off' | 'asked' | 'on';
  readonly frames: Frames;
  readonly at: number;
  /** What is shown in place of the finished figure. */
  readonly frame: Frames[number] | undefined;
  begin(): void;
  stop(): void;
  show(at: number): void;
}

/** The shaping as a film: asked for when it is wanted, gone when the figure changes. */
export function useFrames(surface: Surface): Played {
  const [of, setOf] = useState<{ surface: Surface; frames: Frames | 'asked' }>();
  const [at, setAt] = useState(0);
  const [isRunning, setRunning] = useState(false);
  const own = of?.surface === surface ? of.frames : undefined;
  const frames = Array.isArray(own) ? (own as Frames) : [];
  const last = frames.length - 1;
  useEffect(() => {
    if (!isRunning || last < 0) return;
    const timer = setInterval(() => setAt((k) => Math.min(last, k + 1)), FRAME_MS);
    return () => clearInterval(timer);
  }, [isRunning, last]);
  return {
    state: own === undefined ? 'off' : own === 'asked' ? 'asked' : 'on',
    frames,
    at,
    frame: frames[at],
    begin: () => {
      setAt(0);
      setRunning(true);
      if (frames.length > 0) return;
      setOf({ surface, frames: 'asked' });
      void getEngine()
        .playShaping()
        .then((found) => setOf({ surface, frames: found }))
        .catch(() => setOf(undefined));
    },
    stop: () => {
      setRunning(false);
      setOf(undefined);
    },
    show: (to) => {
      setRunning(false);
      setAt(to);
    },
  };
}

/** Plays the shaping from flat to finished, or shows it anywhere between. */
export function PosePlayer({ played }: { readonly played: Played }) {
  const { shaping } = usePlan();
  const { state, frames, at, frame } = played;
  if (!shaping.some((s) => shapingOf(s.act).isComputed)) return null;
  if (state === 'off')
    return (
      <button type="button" className="act" onClick={() => played.begin()}>
        {WORDS.playTheShaping}
      </button>
    );
  if (state === 'asked')
    return (
      <span className="note" role="status">
        {WORDS.foldingThePicturesIn}
      </span>
    );
  return (
    <span className="flex items-center gap-3">
      <input
        type="range"
        aria-label={WORDS.whereTheShapingIs}
        aria-valuetext={frame ? (frame.step === 0 ? 'flat' : `step ${frame.step}`) : ''}
        className="w-40"
        min={0}
        max={frames.length - 1}
        value={at}
        onChange={(e) => played.show(Number(e.target.value))}
      />
      <span className="note w-14">{frame?.step === 0 ? WORDS.flat : `step ${frame?.step}`}</span>
      <button type="button" className="act" onClick={() => played.begin()}>
        {WORDS.again}
      </button>
      <button type="button" className="act" onClick={() => played.stop()}>
        {WORDS.done}
      </button>
    </span>
  );
}
