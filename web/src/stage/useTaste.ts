import { useEffect, useState } from 'react';
import { type TasteReading, getEngine, useEngine } from '../engine/index.ts';

/** What comes of a step at the ends of its range; undefined until it is known. */
export function useTaste(step: number): TasteReading | null | undefined {
  const { result } = useEngine();
  const [found, setFound] = useState<{ of: unknown; step: number; taste: TasteReading | null }>();
  useEffect(() => {
    let live = true;
    getEngine()
      .readTaste(step)
      .then((taste) => live && setFound({ of: result, step, taste }))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [step, result]);
  return found?.step === step && found.of === result ? found.taste : undefined;
}
