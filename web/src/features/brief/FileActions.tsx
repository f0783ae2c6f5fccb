import { useState } from 'react';
import { useNavigate } from 'react-router';
import { fetchRevision, useListRevisionsQuery, useRemovePlanMutation } from '../../api/index.ts';
import { planClosed, planEdited, usePlanState } from '../../plan/index.ts';
import { useAppDispatch } from '../../app/hooks.ts';
import { Sheet } from '../../ui/index.ts';

/** Export, the history of saved revisions, and deleting (which can be taken back). */
export function FileActions() {
  const { id } = usePlanState();
  const [open, setOpen] = useState(false);
  const [removePlan] = useRemovePlanMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  if (!id) return null;
  const remove = async (): Promise<void> => {
    await removePlan(id).unwrap();
    dispatch(planClosed());
    void navigate('/', { state: { deleted: id } });
  };
  return (
    <p className="flex gap-5 border-t border-rule pt-3">
      <a className="act" href={`/api/plans/${id}/file`} download>
        Export this plan
      </a>
      <button type="button" className="act" onClick={() => setOpen(true)}>
        Earlier revisions
      </button>
      <button type="button" className="act" onClick={() => void remove()}>
        Delete this plan
      </button>
      <Sheet open={open} onOpen={setOpen} title="Every saved revision">
        <Revisions id={id} onDone={() => setOpen(false)} />
      </Sheet>
    </p>
  );
}

function Revisions({ id, onDone }: { id: string; onDone: () => void }) {
  const { data } = useListRevisionsQuery(id, { refetchOnMountOrArgChange: true });
  const dispatch = useAppDispatch();
  const restore = async (revision: number): Promise<void> => {
    dispatch(planEdited({ plan: await fetchRevision(id, revision), mergeKey: null }));
    onDone();
  };
  return (
    <ul>
      {(data ?? []).slice(0, 60).map((r, i) => (
        <li key={r.revision} className="flex justify-between gap-4 border-b border-rule py-2">
          <span>
            <b>{r.revision}</b> · {new Date(r.savedAt).toLocaleString()} · {r.steps} steps
          </span>
          {i === 0 ? (
            <span className="text-ink-2">newest</span>
          ) : (
            <button type="button" className="act" onClick={() => void restore(r.revision)}>
              Go back to this
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
