import { useEffect, useRef, useState } from 'react';
import type { Show, ShowAsk, ShowModel } from '@jade/core/calendar';
import { type ToldRemedy, getEngine, useEachPlan } from '../../engine/index.ts';
import { usePapers, useSettings } from '../../records/index.ts';

export interface KnownShow {
  readonly show: Show;
  /** Null while they are tried. */
  readonly remedies: readonly ToldRemedy[] | null;
  readonly models: readonly ShowModel[];
}

/** Today and the minute of the day, as the folder's own clock has them; read once, so that nothing moves while one looks. */
function readNow(): { from: string; fromMinute: number } {
  const now = new Date();
  const two = (n: number): string => String(n).padStart(2, '0');
  return {
    from: `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`,
    fromMinute: now.getHours() * 60 + now.getMinutes(),
  };
}

/** The calendar of all plans with a step or a date, computed in the worker: plans first, one by one, then the evenings. */
export function useShow(): {
  readonly known: KnownShow | undefined;
  readonly share: number;
  readonly count: number;
} {
  const { data: papers } = usePapers();
  const { calendar } = useSettings();
  const [now] = useState(readNow);
  const {
    found: models,
    isRead,
    share,
    count,
  } = useEachPlan(
    (p) => p.plan.brief.date !== null && p.plan.steps.length > 0,
    (p, input) => getEngine().readForShow(p.id, input, calendar.trials[p.id]),
    (p) => String(calendar.trials[p.id] ?? ''),
  );
  const ask: ShowAsk = {
    models,
    rules: {
      minutes: calendar.minutes,
      at: calendar.at,
      off: calendar.off,
      spareDays: calendar.spareDays,
      school: calendar.school,
    },
    holds: calendar.holds,
    drawer: papers ?? [],
    ...now,
  };
  const key = isRead ? JSON.stringify(ask) : '';
  const known = useAnswer(key);
  return { known, share, count };
}

/**
 * The calendar of the newest question: while one is computed those typed meanwhile are passed over, all but the last. Remedies
 * come after it, once nothing has been typed for a moment.
 */
function useAnswer(key: string): KnownShow | undefined {
  const [known, setKnown] = useState<KnownShow>();
  const newest = useRef(key);
  const isBusy = useRef(false);
  useEffect(() => {
    newest.current = key;
    const work = async (): Promise<void> => {
      for (let done = ''; done !== newest.current;) {
        done = newest.current;
        const asked = JSON.parse(done) as ShowAsk;
        const show = await getEngine().planShow(asked);
        if (done !== newest.current) continue;
        setKnown({ show, remedies: null, models: asked.models });
        await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
        if (done !== newest.current) continue;
        const remedies = await getEngine().findRemedies(asked, show);
        if (done === newest.current) setKnown({ show, remedies, models: asked.models });
      }
    };
    if (key === '' || isBusy.current) return;
    isBusy.current = true;
    void work()
      .catch(() => undefined)
      .finally(() => (isBusy.current = false));
  }, [key]);
  return known;
}

const PAUSE_MS = 300;
