import { useCallback, useEffect, useRef, useState } from 'react';

export const toClock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

/** Seconds since the key last changed, or since it was started again. */
export function useClock(key: string): { readonly seconds: () => number; readonly restart: () => void } {
  const start = useRef<{ key: string; at: number }>({ key: '', at: 0 });
  useEffect(() => {
    start.current = { key, at: performance.now() };
  }, [key]);
  const seconds = useCallback(
    () => (start.current.at === 0 ? 0 : (performance.now() - start.current.at) / 1000),
    [],
  );
  const restart = useCallback(() => {
    start.current = { ...start.current, at: performance.now() };
  }, []);
  return { seconds, restart };
}

/** Draws anew every second, for clocks that are shown. */
export function useTicks(): void {
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((t) => t + 1), 1000);
    return () => clearInterval(timer);
  }, []);
}
