import { useEffect, useRef, useState } from 'react';
import type { ShapingStep } from '@jade/core/shaping';
import { type PosedFigure, getEngine, useEngine } from '../engine/index.ts';

/**
 * The figure with these shaping steps; the newest answer stays until the next is there. One question is asked at a time, and
 * what was wanted in between is left out, so that a drag never queues. `isQuick` for what is dragged: no promise of standing.
 */
export function usePosed(steps: readonly ShapingStep[], isQuick = false): PosedFigure | undefined {
  const { result } = useEngine();
  const [figure, setFigure] = useState<PosedFigure>();
  const wanted = useRef<{ steps: readonly ShapingStep[]; isQuick: boolean }>(undefined);
  const isAsking = useRef(false);
  useEffect(() => {
    if (!result) return;
    wanted.current = { steps, isQuick };
    const ask = async (): Promise<void> => {
      isAsking.current = true;
      while (wanted.current) {
        const own = wanted.current;
        wanted.current = undefined;
        const found = await getEngine()
          .readPosed(own.steps, { isQuick: own.isQuick })
          .catch(() => null);
        // An answer that was overtaken is shown while a part is dragged, and left out otherwise.
        if (found && (!wanted.current || own.isQuick))
          setFigure((last) => withPictures(found, last, own.isQuick));
      }
      isAsking.current = false;
    };
    if (!isAsking.current) void ask();
  }, [result, steps, isQuick]);
  useEffect(
    () => () => {
      wanted.current = undefined;
    },
    [],
  );
  return figure;
}

/**
 * A quick answer has no pictures of its steps: those of the last answer stay. Where a step is refused, the whole figure of
 * before stays: without that step it would fall back flat under the hand.
 */
function withPictures(found: PosedFigure, last: PosedFigure | undefined, isQuick: boolean): PosedFigure {
  const before = new Map(last?.steps.map((s) => [s.id, s.drawing]));
  const refused = isQuick && found.steps.some((s) => s.refusal);
  return {
    ...found,
    ...(refused && last ? { surface: last.surface, pose: last.pose } : {}),
    steps: found.steps.map((s) => ({ ...s, drawing: s.drawing ?? before.get(s.id) ?? null })),
  };
}
