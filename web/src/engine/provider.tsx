import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import type { Drawing } from '@jade/core/drawing';
import { useGetSettingsQuery, useListDiaryQuery, useListRunsQuery } from '../api/index.ts';
import { usePlanState } from '../plan/index.ts';
import { defaultSettings } from '@jade/core/settings';
import { EngineContext, type EngineView } from './context.ts';
import { getEngine } from './client.ts';
import type { PlanInput, PlanResult, StepDetail } from './protocol.ts';

/** Plan, records and settings as one input for the worker. */
function useInput(): PlanInput | undefined {
  const { present, id } = usePlanState();
  const { data: runs } = useListRunsQuery();
  const { data: diary } = useListDiaryQuery();
  const { data: settings } = useGetSettingsQuery();
  return useMemo(() => {
    if (!present) return undefined;
    return {
      plan: present,
      runs: (runs ?? []).filter((r) => r.planId === id).map((r) => r.record),
      diary: (diary ?? []).filter((r) => r.planId === id).map((r) => r.record),
      otherDiary: (diary ?? []).filter((r) => r.planId !== id).map((r) => r.record),
      settings: settings ?? defaultSettings,
    };
  }, [present, id, runs, diary, settings]);
}

/** Computes the open plan in the worker after every change and hands the newest answer down; late answers are dropped. */
export function EngineProvider({ children }: { children: ReactNode }) {
  const input = useInput();
  const { step } = usePlanState();
  const [result, setResult] = useState<PlanResult>();
  const [detail, setDetail] = useState<StepDetail>();
  const [fault, setFault] = useState<string>();
  const drawings = useRef(new Map<number, Drawing>());
  const asked = useRef(0);

  useEffect(() => {
    if (!input) return;
    const turn = ++asked.current;
    const engine = getEngine();
    const ask = async (): Promise<void> => {
      const answer = await engine.computePlan(input, [...drawings.current.keys()]);
      if (turn !== asked.current) return;
      const shown = await engine.readDetail(Math.min(step, input.plan.steps.length));
      for (const s of answer.steps) if (s.drawing) drawings.current.set(s.stamp, s.drawing);
      if (turn !== asked.current) return;
      setResult({
        ...answer,
        steps: answer.steps.map((s) => ({ ...s, drawing: drawings.current.get(s.stamp)! })),
      });
      setDetail(shown);
      setFault(undefined);
    };
    ask().catch((error: unknown) => {
      if (turn === asked.current) setFault(error instanceof Error ? error.message : String(error));
    });
    // The selected step has an effect of its own below; asking again for the whole plan would be waste.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [input]);

  useEffect(() => {
    const turn = asked.current;
    if (turn === 0) return;
    let live = true;
    getEngine()
      .readDetail(step)
      .then((shown) => {
        if (live && turn === asked.current) setDetail(shown);
      })
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [step]);

  const view = useMemo<EngineView>(() => ({ input, result, detail, fault }), [input, result, detail, fault]);
  return <EngineContext.Provider value={view}>{children}</EngineContext.Provider>;
}
