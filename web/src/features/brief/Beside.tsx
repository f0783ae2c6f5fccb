import { useEffect, useState } from 'react';
import type { Drawing } from '@jade/core/drawing';
import { listDifferences } from '@jade/core/editing';
import type { Plan } from '@jade/core/plan';
import { fetchRevision } from '../../api/index.ts';
import { getEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';
import { DrawingView, paletteOf } from '../../pictures/index.ts';
import { useSettings } from '../../records/index.ts';
import { WORDS } from './words.ts';

/** Differences said one by one up to so many. */
const MOST_SAID = 12;

/** A saved revision beside the plan as it is now: what differs, and what each becomes. */
export function Beside({ id, revision }: { id: string; revision: number }) {
  const now = usePlan();
  const [then, setThen] = useState<Plan>();
  const [fault, setFault] = useState('');
  useEffect(() => {
    let live = true;
    fetchRevision(id, revision).then(
      (plan) => live && setThen(plan),
      (e: unknown) => live && setFault(e instanceof Error ? e.message : String(e)),
    );
    return () => {
      live = false;
    };
  }, [id, revision]);
  if (fault)
    return (
      <p role="alert" className="note w-full !text-persimmon">
        {fault}
      </p>
    );
  if (!then) return <p className="note w-full">{WORDS.fetchingIt}</p>;
  const differs = listDifferences(then, now);
  return (
    <section aria-label={`Revision ${revision} beside what is now`} className="w-full pt-2">
      <div className="flex gap-4">
        <Figure plan={then} caption={`Revision ${revision}`} />
        <Figure plan={now} caption="Now" />
      </div>
      {differs.length === 0 ? (
        <p className="note">{WORDS.nothingDiffers}</p>
      ) : (
        <ul className="note list-disc pl-5">
          {differs.slice(0, MOST_SAID).map((d) => (
            <li key={d}>{d}</li>
          ))}
          {differs.length > MOST_SAID && <li>and {differs.length - MOST_SAID} more</li>}
        </ul>
      )}
    </section>
  );
}

/** The model a plan ends in. */
function Figure({ plan, caption }: { plan: Plan; caption: string }) {
  const settings = useSettings();
  const [drawing, setDrawing] = useState<Drawing>();
  useEffect(() => {
    let live = true;
    getEngine()
      .drawSilhouette({ plan, runs: [], diary: [], otherDiary: [], otherTimes: [], settings })
      .then((s) => live && setDrawing(s.drawing))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [plan, settings]);
  return (
    <figure className="w-[200px]">
      {drawing ? (
        <DrawingView
          drawing={drawing}
          palette={paletteOf(plan)}
          width={200}
          height={170}
          margin={12}
          weight={0.7}
          title={`The model of ${caption}`}
        />
      ) : (
        <p className="note h-[170px]">{WORDS.folding}</p>
      )}
      <figcaption className="text-[14px] font-semibold">{caption}</figcaption>
    </figure>
  );
}
