import { useEffect, useRef, useState } from 'react';
import { type Point, distance } from '@jade/core/geometry';
import type { Landmark } from '@jade/core/trying';
import { ENGINE_LOST, type Proposal, getEngine } from '../../engine/index.ts';
import { type DragPhase, pickNearest } from '../../pictures/index.ts';

/** A point of the model on its way, and what the engine says of it. */
export interface Drag {
  readonly from: Landmark;
  readonly at: Point;
  readonly to: Landmark | undefined;
  readonly ghost: readonly (readonly Point[])[];
}

export interface Dropped {
  readonly from: Landmark;
  /** Where it was let go; undefined where no landmark is, so that the fold is one to taste. */
  readonly to: Landmark | undefined;
  readonly proposals: readonly Proposal[];
}

/** Grabbing a landmark and letting go over another: a ghost follows the pointer, then the moves that do it are offered. */
export function useDrag(base: number, landmarks: readonly Landmark[], snapPx: number) {
  const [drag, setDrag] = useState<Drag | null>(null);
  const [dropped, setDropped] = useState<(Dropped & { readonly base: number }) | null>(null);
  const asked = useRef(false);
  const wanted = useRef<{ from: Point; to: Point } | null>(null);
  const live = useRef(true);
  useEffect(() => {
    live.current = true;
    // A worker that ended never answers: the question is given up, and the next one starts a new worker.
    const onLost = (): void => {
      asked.current = false;
      wanted.current = null;
      setDrag(null);
    };
    window.addEventListener(ENGINE_LOST, onLost);
    return () => {
      live.current = false;
      window.removeEventListener(ENGINE_LOST, onLost);
    };
  }, []);

  /** One question at a time: what the pointer has passed by meanwhile is not asked. */
  const askGhost = (from: Point, to: Point): void => {
    wanted.current = { from, to };
    if (asked.current) return;
    asked.current = true;
    const next = wanted.current;
    wanted.current = null;
    void getEngine()
      .dragGhost(base, next.from, next.to)
      .then((ghost) => {
        asked.current = false;
        if (!live.current) return;
        setDrag((d) => d && { ...d, ghost });
        const later = wanted.current;
        if (later) askGhost(later.from, later.to);
      });
  };

  const nearest = (at: Point, k: number, except?: Landmark): Landmark | undefined =>
    pickNearest(
      landmarks.filter((l) => l !== except).map((l) => ({ ...l, at: l.model, own: l })),
      at,
      snapPx / k,
    )?.own;

  const onDrag = (phase: DragPhase, at: Point, k: number): void => {
    if (phase === 'grabbed') {
      const from = nearest(at, k);
      if (!from) return;
      setDropped(null);
      setDrag({ from, at, to: undefined, ghost: [] });
      return;
    }
    if (!drag) return;
    const to = nearest(at, k, drag.from);
    const place = to?.model ?? at;
    if (phase === 'moved') {
      setDrag({ ...drag, at: place, to });
      askGhost(drag.from.model, place);
      return;
    }
    setDrag(null);
    wanted.current = null;
    if (phase !== 'let go' || distance(drag.from.model, at) < snapPx / k) return;
    const { from } = drag;
    const asked = to
      ? getEngine().proposeMoves(base, from.ref, to.ref)
      : getEngine().proposeTo(base, from.ref, at);
    void asked.then((proposals) => live.current && setDropped({ base, from, to, proposals }));
  };
  return {
    drag,
    dropped: dropped?.base === base ? dropped : null,
    onDrag,
    putAway: () => setDropped(null),
  };
}
