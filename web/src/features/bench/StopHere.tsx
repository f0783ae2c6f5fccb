import type { StopAdvice } from '@jade/core/readings';
import { useEffect, useState } from 'react';
import { getEngine } from '../../engine/index.ts';
import { WORDS } from './words.ts';

/** Stopping in the middle: whether it can lie, what to clip, what stays damp. `done`: steps that are made; `isWaiting` for what comes after the last. */
export function StopHere({ done, isWaiting }: { done: number; isWaiting: boolean }) {
  const [advice, setAdvice] = useState<StopAdvice | null>(null);
  useEffect(() => {
    let live = true;
    void getEngine()
      .readStop(done, isWaiting)
      .then((a) => live && setAdvice(a));
    return () => {
      live = false;
    };
  }, [done, isWaiting]);
  if (!advice) return null;
  return (
    <section
      aria-label={WORDS.stopInTheMiddle}
      className={`border-b border-rule px-8 py-3 text-[17px] leading-[24px] ${advice.lies && !advice.isDamp ? 'bg-jade-wash' : 'bg-table'}`}
    >
      <b>{advice.lies ? WORDS.canLie : WORDS.cannotLie}</b>
      <ul className="list-disc pl-6">
        {advice.says.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
    </section>
  );
}
