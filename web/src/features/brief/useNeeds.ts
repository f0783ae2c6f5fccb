import { useEffect, useState } from 'react';
import type { PlanNeeds } from '@jade/core/practice';
import { getEngine, useEngine } from '../../engine/index.ts';
import { usePlanState } from '../../plan/index.ts';

export type { PlanNeeds };

/** What the open plan asks of the hands, step by step. */
export function useNeeds(): PlanNeeds | undefined {
  const { id } = usePlanState();
  const { result, input } = useEngine();
  const [needs, setNeeds] = useState<PlanNeeds>();
  useEffect(() => {
    let live = true;
    if (result && input && id)
      getEngine()
        .readNeeds(id, input)
        .then((n) => live && setNeeds(n))
        .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [result, input, id]);
  return needs;
}
