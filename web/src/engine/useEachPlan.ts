import { useEffect, useMemo, useState } from 'react';
import { type SavedPlan, useListPlansQuery } from '../api/index.ts';
import { otherDiaries, otherTimes, useDiary, useRuns, useSettings } from '../records/index.ts';
import type { PlanInput } from './protocol.ts';

export interface EachPlan<T> {
  /** What was read, in the order of the plans; those still to come are left out. */
  readonly found: readonly T[];
  readonly isRead: boolean;
  readonly share: number;
  /** All plans there are, wanted or not. */
  readonly count: number;
}

/**
 * Reads every wanted plan through the worker, one after the other, and none again whose key has not changed. `read` is asked
 * with what the worker needs of it; `more` says what beside the plan and its records the answer rests on.
 */
export function useEachPlan<T>(
  isWanted: (plan: SavedPlan) => boolean,
  read: (plan: SavedPlan, input: PlanInput) => Promise<T>,
  more: (plan: SavedPlan) => string = () => '',
): EachPlan<T> {
  const { data: plans } = useListPlansQuery();
  const { data: runs } = useRuns();
  const { data: diary } = useDiary();
  const settings = useSettings();
  const [known, setKnown] = useState<ReadonlyMap<string, T>>(new Map());
  // eslint-disable-next-line react-hooks/exhaustive-deps -- which plans are wanted follows from the plans alone
  const wanted = useMemo(() => (plans ?? []).filter(isWanted), [plans]);
  const ready = runs !== undefined && diary !== undefined;
  const keyOf = (p: SavedPlan): string => {
    const own = (runs ?? []).filter((r) => r.planId === p.id);
    return `${p.id}@${p.revision}/${own.map((r) => r.revision).join('.')}/${(diary ?? []).length}/${more(p)}`;
  };
  const keys = wanted.map(keyOf);
  const allKeys = keys.join(' ');
  useEffect(() => {
    let live = true;
    void (async () => {
      if (!ready) return;
      for (const [i, p] of wanted.entries()) {
        const key = keys[i]!;
        if (known.has(key)) continue;
        const own = {
          runs: runs.flatMap((r) => (r.planId === p.id ? [r.record] : [])),
          diary: diary.flatMap((r) => (r.planId === p.id ? [r.record] : [])),
        };
        const others = { otherDiary: otherDiaries(diary, p.id), otherTimes: otherTimes(runs, p.id) };
        const answer = await read(p, { plan: p.plan, ...own, ...others, settings });
        if (!live) return;
        setKnown((had) => new Map(had).set(key, answer));
      }
    })();
    return () => {
      live = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is read already is not read again
  }, [allKeys, ready]);
  const found = keys.flatMap((key) => known.get(key) ?? []);
  return {
    found,
    isRead: plans !== undefined && ready && found.length === wanted.length,
    share: wanted.length === 0 ? 1 : found.length / wanted.length,
    count: plans?.length ?? 0,
  };
}
