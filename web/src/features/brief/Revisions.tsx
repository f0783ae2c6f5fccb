import { useState } from 'react';
import type { Plan } from '@jade/core/plan';
import {
  fetchAside,
  fetchRevision,
  sayFault,
  useListAsidesQuery,
  useListRevisionsQuery,
} from '../../api/index.ts';
import { planEdited } from '../../plan/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { Notice, sayMoment } from '../../ui/index.ts';
import { Beside } from './Beside.tsx';
import { WORDS } from './words.ts';

/** So many are shown at once. */
const SHOWN = 60;

export function Revisions({ id, onDone }: { id: string; onDone: () => void }) {
  const { data, error } = useListRevisionsQuery(id, { refetchOnMountOrArgChange: true });
  const { data: asides } = useListAsidesQuery(undefined, { refetchOnMountOrArgChange: true });
  const dispatch = useAppDispatch();
  const [fault, setFault] = useState('');
  const [shown, setShown] = useState(SHOWN);
  const [beside, setBeside] = useState<number | null>(null);
  const restore = async (fetching: Promise<Plan>): Promise<void> => {
    try {
      dispatch(planEdited({ plan: await fetching, mergeKey: null }));
      onDone();
    } catch (e) {
      setFault(e instanceof Error ? e.message : String(e));
    }
  };
  const given = (asides ?? []).filter((a) => a.kind === 'plan' && a.documentId === id);
  return (
    <>
      {(fault || error) && (
        <Notice tone="care" className="mb-3">
          {fault || sayFault(error)}
        </Notice>
      )}
      {given.length > 0 && (
        <section aria-label={WORDS.givenUpInThe} className="mb-5">
          <h3 className="head mb-1">{WORDS.givenUpInThe}</h3>
          <ul>
            {given.map((a) => (
              <li key={a.id} className="flex justify-between gap-4 border-b border-rule py-2">
                <span>
                  {sayMoment(a.at)} · {a.why}
                </span>
                <button
                  type="button"
                  className="act"
                  onClick={() => void restore(fetchAside(a.id) as Promise<Plan>)}
                >
                  {WORDS.fetchItBack}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <p className="note mb-2">{WORDS.allOfTheLast}</p>
      <ul>
        {(data ?? []).slice(0, shown).map((r, i) => (
          <li key={r.revision} className="flex flex-wrap justify-between gap-x-4 border-b border-rule py-2">
            <span>
              <b>{r.revision}</b> · {sayMoment(r.savedAt)} · {r.steps}{' '}
              {r.steps === 1 ? WORDS.step : WORDS.steps}
            </span>
            {i === 0 ? (
              <span className="text-ink-2">{WORDS.newest}</span>
            ) : (
              <span className="flex gap-4">
                <button
                  type="button"
                  className="act"
                  aria-pressed={beside === r.revision}
                  onClick={() => setBeside(beside === r.revision ? null : r.revision)}
                >
                  {WORDS.lookAtItBeside}
                </button>
                <button
                  type="button"
                  className="act"
                  onClick={() => void restore(fetchRevision(id, r.revision))}
                >
                  {WORDS.goBackToThis}
                </button>
              </span>
            )}
            {beside === r.revision && <Beside id={id} revision={r.revision} />}
          </li>
        ))}
      </ul>
      {(data?.length ?? 0) > shown && (
        <button type="button" className="act mt-2" onClick={() => setShown((n) => n + SHOWN)}>
          {WORDS.showOlderOnes}
        </button>
      )}
    </>
  );
}
