import { useEffect } from 'react';

/** Keeps the screen on while the bench is open, where the browser can; taken again when the page comes back. */
export function useWakeLock(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let open = true;
    const take = (): void => {
      if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
      navigator.wakeLock.request('screen').then(
        (taken) => {
          if (open) lock = taken;
          else void taken.release();
        },
        () => undefined,
      );
    };
    take();
    document.addEventListener('visibilitychange', take);
    return () => {
      open = false;
      document.removeEventListener('visibilitychange', take);
      void lock?.release();
    };
  }, []);
}
