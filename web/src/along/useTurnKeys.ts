import { useEffect } from 'react';

/** Keys beside those that turn: what each does. */
export type MoreKeys = Readonly<Record<string, () => void>>;

/** The next and the step before by keys, and by a pedal that sends them; whatever else the bench does by one key. */
export function useTurnKeys(turn: (by: 1 | -1) => void, more: MoreKeys = {}): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      const { target } = e;
      const isTyped =
        target instanceof HTMLTextAreaElement ||
        target instanceof HTMLSelectElement ||
        (target instanceof HTMLInputElement && target.type !== 'checkbox');
      if (isTyped || e.ctrlKey || e.metaKey || e.altKey) return;
      if (target instanceof HTMLElement && target.closest('button, a, input') && isPress(e.key)) return;
      const own = more[e.key.toLowerCase()];
      if (own) own();
      else if (e.key === ' ' || e.key === 'ArrowRight' || e.key === 'PageDown') turn(1);
      else if (e.key === 'ArrowLeft' || e.key === 'PageUp' || e.key === 'Backspace') turn(-1);
      else return;
      e.preventDefault();
      e.stopPropagation();
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, [turn, more]);
}

const isPress = (key: string): boolean => key === ' ' || key === 'Enter';
