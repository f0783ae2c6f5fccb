import { useEffect, useState } from 'react';
import type { BenchRun } from '@jade/core/plan';
import { sayDuration, waitKinds } from '@jade/core/waits';

export type Waiting = BenchRun['waiting'][number];

/** When a wait ends, in milliseconds of the clock. */
export const endOf = ({ startedAt, minutes }: Waiting): number => Date.parse(startedAt) + minutes * 60_000;

/** The clock, read again every few seconds. */
export function useNow(everyMs: number): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return now;
}

/** "dry: 13 h 45 left", or that it is over. */
export function CountDown({ waiting }: { waiting: Waiting }) {
  const left = (endOf(waiting) - useNow(5000)) / 60_000;
  return (
    <b role="timer">
      {waitKinds[waiting.kind].word}: {left > 0 ? `${sayDuration(Math.ceil(left))} left` : 'it is over'}
    </b>
  );
}
