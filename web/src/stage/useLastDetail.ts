import { useEffect, useState } from 'react';
import { type StepDetail, getEngine, useEngine } from '../engine/index.ts';
import { usePlan } from '../plan/index.ts';

/** The finished flat form with its landmarks; the last answer stays until the next is there. */
export function useLastDetail(): StepDetail | undefined {
  const { length } = usePlan().steps;
  const { result } = useEngine();
  const [detail, setDetail] = useState<StepDetail>();
  useEffect(() => {
    let live = true;
    if (result)
      getEngine()
        .readDetail(length)
        .then((d) => live && setDetail(d))
        .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [result, length]);
  return detail;
}
