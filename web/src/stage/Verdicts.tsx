import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Remedy, StageId } from '@jade/core/readings';
import { useEngine } from '../engine/index.ts';
import { stepSelected, useEdit, usePlanState } from '../plan/index.ts';
import { Notice } from '../ui/index.ts';
import { useAppDispatch } from '../state/index.ts';

/** Carries out a remedy: sets the side, opens a stage or a step. */
function useRemedy(): (remedy: Remedy) => void {
  const edit = useEdit();
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const { id } = usePlanState();
  return (remedy) => {
    switch (remedy.kind) {
      case 'set side':
        return edit((plan) => void (plan.sheet.sideMm = Math.round(remedy.mm * 100) / 100));
      case 'open halves':
        return edit((plan) => void (plan.finish.openedDegrees = remedy.degrees));
      case 'open stage':
        return void navigate(`/plan/${id}/${remedy.stage}`);
      case 'choose feet':
        return void navigate(`/plan/${id}/finish`, { state: { choose: 'feet' } });
      case 'open step':
        dispatch(stepSelected(remedy.step));
        return void navigate(`/plan/${id}/folds`);
    }
  };
}

/** The verdicts of a stage, one notice at a time; the others wait behind it. */
export function Verdicts({ stage, className }: { stage: StageId; className?: string }) {
  const { result } = useEngine();
  const takeRemedy = useRemedy();
  const [turn, setTurn] = useState(0);
  const all = result?.readings.verdicts.filter((v) => v.stage === stage) ?? [];
  if (all.length === 0) return null;
  const at = turn % all.length;
  const verdict = all[at]!;
  return (
    <Notice tone="care" {...(className ? { className } : {})}>
      {verdict.text}{' '}
      {verdict.remedy && (
        <button type="button" className="act" onClick={() => takeRemedy(verdict.remedy!)}>
          {verdict.remedy.label}
        </button>
      )}
      {all.length > 1 && (
        <button type="button" className="act ml-4" onClick={() => setTurn(at + 1)}>
          {at + 1} of {all.length}: next
        </button>
      )}
    </Notice>
  );
}
