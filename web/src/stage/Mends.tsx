import { useEffect, useState } from 'react';
import { type Finding, type Mend, applyMend } from '@jade/core/checks';
import { getEngine, useEngine } from '../engine/index.ts';
import { freshId, stepSelected, useChange } from '../plan/index.ts';
import { useAppDispatch } from '../state/index.ts';

/** Asked for after the plan is computed, so that the table is not kept waiting. */
export function useFindings(): readonly Finding[] {
  const { result } = useEngine();
  const [findings, setFindings] = useState<readonly Finding[]>([]);
  useEffect(() => {
    if (!result) return;
    let live = true;
    getEngine()
      .readFindings()
      .then((found) => live && setFindings(found))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [result]);
  return findings;
}

/** The remedy in one click, once the worker has tried it and found that it helps. */
export function MendButton({ finding }: { finding: Finding }) {
  const { result } = useEngine();
  const change = useChange();
  const dispatch = useAppDispatch();
  const [found, setFound] = useState<{ of: unknown; mend: Mend | null }>();
  useEffect(() => {
    let live = true;
    getEngine()
      .mendOf(finding, freshId('s'))
      .then((mend) => live && setFound({ of: result, mend }))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [finding, result]);
  const mend = found?.of === result ? found?.mend : undefined;
  if (!mend) return null;
  return (
    <button
      type="button"
      className="act block"
      onClick={() => {
        change((plan) => applyMend(plan, mend));
        if (mend.kind === 'put in') dispatch(stepSelected(mend.after + 1));
        if (mend.kind === 'move') dispatch(stepSelected(mend.to));
      }}
    >
      {mend.label}
    </button>
  );
}
