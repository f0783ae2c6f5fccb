import { useEffect, useState } from 'react';
import type { Drawing, Palette } from '@jade/core/drawing';

/** What the bench has before it, for another window of the same browser. */
export interface Shown {
  readonly name: string;
  readonly place: string;
  readonly says: string;
  readonly drawings: readonly Drawing[];
  /** Colours of the plan's paper. */
  readonly palette: Palette;
}

const CHANNEL = 'jade-bench';
const isThere = (): boolean => 'BroadcastChannel' in window;

/** Tells other windows of this browser what is before the folder, also those that are opened later. */
export function useShowing(shown: Shown, key: string): void {
  useEffect(() => {
    if (!isThere()) return;
    const channel = new BroadcastChannel(CHANNEL);
    const tell = (): void => channel.postMessage({ shown });
    tell();
    channel.onmessage = (e: MessageEvent<{ asks?: true }>) => e.data.asks && tell();
    return () => channel.close();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key is made of what is shown
  }, [key]);
  useEffect(
    () => () => {
      if (!isThere()) return;
      const channel = new BroadcastChannel(CHANNEL);
      channel.postMessage({ shown: null });
      channel.close();
    },
    [],
  );
}

/** What the bench in another window has before it; null while there is none. */
export function useShown(): Shown | null {
  const [shown, setShown] = useState<Shown | null>(null);
  useEffect(() => {
    if (!isThere()) return;
    const channel = new BroadcastChannel(CHANNEL);
    channel.onmessage = (e: MessageEvent<{ shown?: Shown | null }>) => {
      if (e.data.shown !== undefined) setShown(e.data.shown);
    };
    channel.postMessage({ asks: true });
    return () => channel.close();
  }, []);
  return shown;
}
