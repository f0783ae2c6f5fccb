import { useEffect, useMemo, useState } from 'react';
import { type ClearParts, middleThird } from '@jade/core/ways';
import { getEngine, useEngine } from '../../engine/index.ts';
import { usePlan, usePlanState } from '../../plan/index.ts';
import { Choice } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** What was last kept clear in each plan, as long as the page is open. */
const lastKept = new Map<string, string>();

/** The part that is kept clear: the same for every question of a plan, until another is chosen. */
export function useKeepChoice(): [string, (choice: string) => void] {
  const { id } = usePlanState();
  const { zones } = usePlan();
  const [choice, setChoice] = useState(lastKept.get(id ?? '') ?? 'nothing');
  const isThere = choice === 'nothing' || choice === 'middle' || zones.some((z) => z.id === choice);
  const choose = (next: string): void => {
    lastKept.set(id ?? '', next);
    setChoice(next);
  };
  return [isThere ? choice : 'nothing', choose];
}

/** What no crease may touch: nothing, the middle third across the edge, or a part of the skin (its id). */
export function ClearChoice({ value, onChoice }: { value: string; onChoice: (v: string) => void }) {
  const { zones } = usePlan();
  return (
    <Choice
      label={WORDS.noConstructionCreaseOn}
      className="w-60"
      value={value}
      options={[
        { value: 'nothing', label: WORDS.anyPartIsFree },
        { value: 'middle', label: WORDS.theMiddleThirdOf },
        ...zones.map((z) => ({ value: z.id, label: `${z.name}, kept clean` })),
      ]}
      onChoice={onChoice}
    />
  );
}

/** The parts of the sheet a choice names; undefined while the engine is asked for those of the skin. */
export function useClearParts(choice: string, edge: string): ClearParts | null | undefined {
  const { zones, sheet } = usePlan();
  const { result } = useEngine();
  const [found, setFound] = useState<{ of: string; parts: ClearParts }>();
  const zone = zones.find((z) => z.id === choice);
  const key = zone && result ? JSON.stringify([zone, result.steps.map((s) => s.stamp)]) : '';
  useEffect(() => {
    if (!zone || key === '') return;
    let live = true;
    void getEngine()
      .zoneParts(zone)
      .then((parts) => live && setFound({ of: key, parts }));
    return () => {
      live = false;
    };
  }, [zone, key]);
  const third = useMemo(() => {
    const part = choice === 'middle' ? middleThird(sheet.shape, edge) : undefined;
    return part ? [part] : null;
  }, [choice, sheet.shape, edge]);
  if (!zone) return third;
  return found?.of === key ? found.parts : undefined;
}
