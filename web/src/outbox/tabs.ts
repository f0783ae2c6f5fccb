/** This page's own name among the tabs; a page loaded again is a new one, and takes over what the old one left. */
export const ownTab = crypto.randomUUID().slice(0, 8);

const lockOf = (tab: string): string => `jade-kite-tab-${tab}`;

/** Shows the other tabs that this one lives, for as long as it does. */
export function showAlive(): void {
  if (!navigator.locks) return;
  void navigator.locks.request(lockOf(ownTab), () => new Promise(() => undefined)).catch(() => undefined);
}

/** Tells living tabs from closed ones; without locks in the browser every other tab counts as closed. */
export async function findAlive(): Promise<(tab: string) => boolean> {
  const held = navigator.locks ? ((await navigator.locks.query()).held ?? []) : [];
  const names = new Set(held.map((l) => l.name));
  return (tab) => tab === ownTab || names.has(lockOf(tab));
}

/** Does something while no other tab does the same. */
export async function alone<T>(name: string, work: () => T | Promise<T>): Promise<T> {
  if (!navigator.locks) return work();
  return navigator.locks.request(`jade-kite-${name}`, work) as Promise<T>;
}
