import { useSyncExternalStore } from 'react';

let isWhole = false;
const listeners = new Set<() => void>();

/** Says that everything this page can need without the server is here. */
export function markWhole(): void {
  isWhole = true;
  listeners.forEach((tell) => tell());
}

/** Whether the page can go on without the server: every screen, worker and font has been fetched. */
export const useIsWhole = (): boolean =>
  useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => void listeners.delete(tell);
    },
    () => isWhole,
  );

/**
 * Starts the worker that keeps the page's own files in the browser, so that a screen opened later, or the page loaded
 * again, does not need the server. Nothing of the folder's is kept there.
 */
export async function keepPage(): Promise<boolean> {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return false;
  try {
    await navigator.serviceWorker.register('/sw.js');
    // It is ready when all files are kept.
    await navigator.serviceWorker.ready;
    return true;
  } catch {
    return false;
  }
}
