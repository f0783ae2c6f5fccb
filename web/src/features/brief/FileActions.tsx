import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Plan } from '@jade/core/plan';
import {
  fetchAside,
  fetchRevision,
  sayFault,
  useCreatePlanMutation,
  useListAsidesQuery,
  useListRevisionsQuery,
  useRemovePlanMutation,
} from '../../api/index.ts';
import { planEdited, usePlan, usePlanState } from '../../plan/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { Leaf, Notice, sayMoment } from '../../ui/index.ts';

/** Export, the saved revisions and what was given up, and deleting (into the bin). */
export function FileActions() {
  const { id } = usePlanState();
  const [open, setOpen] = useState<'revisions' | 'delete' | null>(null);
  if (!id) return null;
  return (
    <p className="flex gap-5 border-t border-rule pt-3">
      <a className="act" href={`/api/plans/${id}/file`} download>
        Export this plan
      </a>
      <button type="button" className="act" onClick={() => setOpen('revisions')}>
        Earlier revisions
      </button>
      <CopyPlan />
      <button type="button" className="act" onClick={() => setOpen('delete')}>
        Delete this plan
      </button>
      <Leaf open={open === 'revisions'} onOpen={() => setOpen(null)} title="Saved revisions">
        <Revisions id={id} onDone={() => setOpen(null)} />
      </Leaf>
      <Leaf open={open === 'delete'} onOpen={() => setOpen(null)} title="Delete this plan?">
        <Delete id={id} onStay={() => setOpen(null)} />
      </Leaf>
    </p>
  );
}

/** Letters a plan's name has at most. */
const LONGEST_NAME = 80;

/** A plan of its own that begins as this one is now: to try something without losing what stands. */
function CopyPlan() {
  const plan = usePlan();
  const navigate = useNavigate();
  const [create, { error, isLoading }] = useCreatePlanMutation();
  const copy = (): void => {
    const name = `${plan.name.slice(0, LONGEST_NAME - COPY.length)}${COPY}`;
    void create({ ...plan, name })
      .unwrap()
      .then(
        (saved) => void navigate(`/plan/${saved.id}/brief`),
        () => undefined,
      );
  };
  return (
    <span>
      <button type="button" className="act" disabled={isLoading} onClick={copy}>
        Copy this plan
      </button>
      {error && (
        <span role="alert" className="note !text-persimmon">
          {' '}
          {sayFault(error)}
        </span>
      )}
    </span>
  );
}

const COPY = ', copy';

function Delete({ id, onStay }: { id: string; onStay: () => void }) {
  const { name } = usePlan();
  const [removePlan, { error }] = useRemovePlanMutation();
  const navigate = useNavigate();
  const remove = async (): Promise<void> => {
    await removePlan(id).unwrap();
    void navigate('/', { state: { deleted: { id, name } } });
  };
  return (
    <>
      <p className="mb-4">
        <b>{name}</b>, its runs and its diary go into the bin. It can be brought back from there for thirty
        days; the bin is on Cast.
      </p>
      {error && (
        <Notice tone="care" className="mb-4">
          {sayFault(error)}
        </Notice>
      )}
      <p className="flex gap-3">
        <button type="button" className="btn solid" onClick={() => void remove().catch(() => undefined)}>
          Put it into the bin
        </button>
        <button type="button" className="btn" onClick={onStay}>
          Keep it
        </button>
      </p>
    </>
  );
}

/** So many are shown at once. */
const SHOWN = 60;

function Revisions({ id, onDone }: { id: string; onDone: () => void }) {
  const { data, error } = useListRevisionsQuery(id, { refetchOnMountOrArgChange: true });
  const { data: asides } = useListAsidesQuery(undefined, { refetchOnMountOrArgChange: true });
  const dispatch = useAppDispatch();
  const [fault, setFault] = useState('');
  const [shown, setShown] = useState(SHOWN);
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
        <section aria-label="Given up in the last week" className="mb-5">
          <h3 className="head mb-1">Given up in the last week</h3>
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
                  Fetch it back
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <p className="note mb-2">
        All of the last day; of older ones one an hour, a day, a week. Going back is a step like any other:
        undo takes it back.
      </p>
      <ul>
        {(data ?? []).slice(0, shown).map((r, i) => (
          <li key={r.revision} className="flex justify-between gap-4 border-b border-rule py-2">
            <span>
              <b>{r.revision}</b> · {sayMoment(r.savedAt)} · {r.steps} {r.steps === 1 ? 'step' : 'steps'}
            </span>
            {i === 0 ? (
              <span className="text-ink-2">newest</span>
            ) : (
              <button
                type="button"
                className="act"
                onClick={() => void restore(fetchRevision(id, r.revision))}
              >
                Go back to this
              </button>
            )}
          </li>
        ))}
      </ul>
      {(data?.length ?? 0) > shown && (
        <button type="button" className="act mt-2" onClick={() => setShown((n) => n + SHOWN)}>
          Show older ones
        </button>
      )}
    </>
  );
}
