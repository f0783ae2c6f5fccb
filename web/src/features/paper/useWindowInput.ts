import { useMemo } from 'react';
import { toWindowInput } from '@jade/core/readings';
import type { WindowInput } from '@jade/core/window';
import { usePapers, useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';

/** What limits the sheet of the open plan; undefined while nothing is folded or the drawer is not known yet. */
export function useWindowInput(): WindowInput | undefined {
  const plan = usePlan();
  const { limits } = useSettings();
  const { data: papers } = usePapers();
  const readings = useEngine().result?.readings;
  return useMemo(
    () => (readings && papers ? toWindowInput(plan, readings, limits, papers) : undefined),
    [plan, readings, limits, papers],
  );
}
