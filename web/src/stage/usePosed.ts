import { useEffect, useState } from 'react';
import type { ShapingStep } from '@jade/core/shaping';
import { type PosedFigure, getEngine, useEngine } from '../engine/index.ts';

/** The figure with these shaping steps; the newest answer stays until the next is there. One question is asked at a time. */
export function usePosed(steps: readonly ShapingStep[]): PosedFigure | undefined {
  const { result } = useEngine();
  const [figure, setFigure] = useState<PosedFigure>();
  useEffect(() => {
    if (!result) return;
    let live = true;
    void getEngine()
      .readPosed(steps)
      .then((found) => live && found && setFigure(found))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [result, steps]);
  return figure;
}
