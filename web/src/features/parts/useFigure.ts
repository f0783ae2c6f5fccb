import { useCallback, useMemo, useState } from 'react';
import type { Issue, Outcome } from '@jade/core/outcome';
import { type Figure, limbsOf, starOf } from '@jade/core/parts';
import { useEdit, usePlan } from '../../plan/index.ts';

export interface FigureDesk {
  /** The plan's figure, or the star its limbs stand for; null while nothing is wanted. */
  readonly figure: Figure | null;
  /** Takes a changed figure into the plan; a refused change is said and nothing is lost. Same `run`: one undo step. */
  readonly take: (next: Outcome<Figure, Issue>, run?: string) => void;
  readonly fault: string | undefined;
}

/** The stick figure of the open plan. Its flaps are kept as the plan's limbs, which all other stages read. */
export function useFigure(): FigureDesk {
  const plan = usePlan();
  const edit = useEdit();
  const [fault, setFault] = useState<string>();
  const figure = useMemo(
    () => plan.figure ?? (plan.limbs.length > 0 ? starOf(plan.limbs) : null),
    [plan.figure, plan.limbs],
  );
  const take = useCallback(
    (next: Outcome<Figure, Issue>, run?: string): void => {
      setFault(next.ok ? undefined : next.fault.text);
      if (!next.ok) return;
      edit((p) => {
        p.limbs = limbsOf(next.value, p.limbs);
        p.figure = next.value;
      }, run);
    },
    [edit],
  );
  return { figure, take, fault };
}
