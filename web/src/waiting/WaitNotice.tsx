import { Link } from 'react-router';
import { waitKinds } from '@jade/core/waits';
import { useListPlansQuery } from '../api/index.ts';
import { useRecords, useRuns } from '../records/index.ts';
import { sayMoment } from '../ui/index.ts';
import { endOf, useNow } from './CountDown.tsx';

/** Waits that have ended and nobody has seen yet, on whatever page is open; also the next time one is opened. */
export function WaitNotice() {
  const { data: runs } = useRuns();
  const { data: plans } = useListPlansQuery();
  const { write } = useRecords();
  const now = useNow(15_000);
  const over = (runs ?? []).flatMap(({ planId, record }) =>
    record.waiting.flatMap((w) => (!w.seen && endOf(w) <= now ? [{ planId, run: record, w }] : [])),
  );
  if (over.length === 0) return null;
  return (
    <div
      role="alert"
      aria-label="Waits that are over"
      className="border-b border-rule bg-jade-wash px-6 py-2"
    >
      {over.map(({ planId, run, w }) => {
        const name = plans?.find((p) => p.id === planId)?.plan.name ?? 'A model';
        return (
          <p key={`${run.id}${w.step}${w.kind}`} className="flex flex-wrap items-baseline gap-4">
            <span>
              <b>{name}</b>: {waitKinds[w.kind].word}, over since{' '}
              {sayMoment(new Date(endOf(w)).toISOString())}.
            </span>
            <Link className="act" to={`/plan/${planId}/bench`}>
              To the bench
            </Link>
            <button
              type="button"
              className="act"
              onClick={() =>
                write('run', planId, {
                  ...run,
                  waiting: run.waiting.map((o) => (o === w ? { ...o, seen: true } : o)),
                })
              }
            >
              Seen
            </button>
          </p>
        );
      })}
    </div>
  );
}
