import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Drawing } from '@jade/core/drawing';
import {
  otherDiaries,
  otherTimes,
  useDiary,
  useIsSettingsComing,
  useRuns,
  useSettings,
} from '../records/index.ts';
import { planOfPiece } from '@jade/core/plan';
import { usePlanState } from '../plan/index.ts';
import { EngineContext, type EngineView } from './context.ts';
import { ENGINE_LOST, getEngine } from './client.ts';
import type { PlanInput, PlanResult, StepDetail } from './protocol.ts';

/** A worker that ends so often ends of what it is asked. */
const MOST_RESTARTS = 3;

/** Plan, records and settings as one input for the worker; none before all are there, or a plan would be computed anew as each comes in. */
function useInput(): PlanInput | undefined {
  const { present, id, piece } = usePlanState();
  const { data: runs, isLoading: runsComing } = useRuns();
  const { data: diary, isLoading: diaryComing } = useDiary();
  const settings = useSettings();
  const settingsComing = useIsSettingsComing();
  const isComing = runsComing || diaryComing || settingsComing;
  return useMemo(() => {
    if (!present || isComing) return undefined;
    return {
      plan: planOfPiece(present, piece),
      ...(present.pieces.length > 0 ? { whole: present } : {}),
      runs: (runs ?? []).filter((r) => r.planId === id && r.record.piece === piece).map((r) => r.record),
      diary: (diary ?? []).filter((r) => r.planId === id).map((r) => r.record),
      otherDiary: otherDiaries(diary, id),
      otherTimes: otherTimes(runs, id),
      settings,
    };
  }, [present, piece, isComing, id, runs, diary, settings]);
}

/** Computes the open plan in the worker after every change and hands the newest answer down; late answers are dropped. */
export function EngineProvider({ children }: { children: ReactNode }) {
  const input = useInput();
  const { step } = usePlanState();
  const [result, setResult] = useState<PlanResult>();
  const [detail, setDetail] = useState<StepDetail>();
  const [fault, setFault] = useState<string>();
  const [pictures, setPictures] = useState<ReadonlyMap<number, Drawing>>(new Map());
  const drawings = useRef(new Map<number, Drawing>());
  /** The newest question: every later one makes earlier answers stale. */
  const asked = useRef({ plan: 0, detail: 0 });
  /** Settled when the question before is answered. */
  const computing = useRef<Promise<void>>(Promise.resolve());
  const wantedStep = useRef(step);
  /** How often the worker has ended and was started again; after a few it is left, and said. */
  const [losses, setLosses] = useState(0);

  const askDetail = useCallback(async (): Promise<void> => {
    const turn = ++asked.current.detail;
    const shown = await getEngine().readDetail(wantedStep.current);
    if (turn === asked.current.detail) setDetail(shown);
  }, []);

  useEffect(() => {
    if (!input) return;
    const turn = ++asked.current.plan;
    const ask = async (): Promise<void> => {
      // While one is computed those asked for meanwhile are passed over, all but the last.
      await computing.current;
      if (turn !== asked.current.plan) return;
      const answering = getEngine().computePlan(input);
      computing.current = answering.then(
        () => undefined,
        () => undefined,
      );
      const answer = await answering;
      if (turn !== asked.current.plan) return;
      setResult(answer);
      setFault(undefined);
      await askDetail();
      // The strip of a long plan fills up from its end.
      for (;;) {
        const more = await getEngine().drawStates([...drawings.current.keys()]);
        if (more.length === 0) return;
        for (const { stamp, drawing } of more) drawings.current.set(stamp, drawing);
        // Also when a newer question is under way: its engine does not draw again what is known here.
        setPictures(new Map(drawings.current));
        if (turn !== asked.current.plan) return;
      }
    };
    ask().catch((error: unknown) => {
      if (turn === asked.current.plan) setFault(error instanceof Error ? error.message : String(error));
    });
  }, [input, askDetail, losses]);

  useEffect(() => {
    wantedStep.current = step;
    if (asked.current.detail > 0) askDetail().catch(() => undefined);
  }, [step, askDetail]);

  useEffect(() => {
    const onLost = (event: Event): void => {
      // What a new worker draws has stamps of its own.
      drawings.current.clear();
      setFault(String((event as CustomEvent).detail || 'its worker ended'));
      setLosses((n) => (n < MOST_RESTARTS ? n + 1 : n));
    };
    window.addEventListener(ENGINE_LOST, onLost);
    return () => window.removeEventListener(ENGINE_LOST, onLost);
  }, []);

  const view = useMemo<EngineView>(
    () => ({ input, result, pictures, detail, fault }),
    [input, result, pictures, detail, fault],
  );
  return <EngineContext.Provider value={view}>{children}</EngineContext.Provider>;
}
