import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { stageIds } from '@jade/core/readings';
import { redone, stepSelected, undone, usePlanState } from '../plan/index.ts';
import { useAppDispatch } from '../state/index.ts';

export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));

/** Keys inside a plan: Ctrl Z and Ctrl Y, Alt 1 to 8 for the stages, Page Up and Page Down through the steps. */
export function usePlanKeys(): void {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { id, step } = usePlanState();
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      const command = e.ctrlKey || e.metaKey;
      const key = e.key.toLowerCase();
      if (command && !isTyping(e.target) && (key === 'z' || key === 'y')) {
        e.preventDefault();
        dispatch(key === 'y' || e.shiftKey ? redone() : undone());
      } else if (e.altKey && !command && /^[1-8]$/.test(e.key)) {
        e.preventDefault();
        void navigate(`/plan/${id}/${stageIds[Number(e.key) - 1]}`);
      } else if (!isTyping(e.target) && !command && (e.key === 'PageDown' || e.key === 'PageUp')) {
        e.preventDefault();
        dispatch(stepSelected(step + (e.key === 'PageDown' ? 1 : -1)));
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [dispatch, navigate, id, step]);
}
