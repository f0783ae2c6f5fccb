import { useState } from 'react';
import { useNavigate } from 'react-router';
import { sayFault, useCreatePlanMutation, useRemovePlanMutation } from '../../api/index.ts';
import { usePlan, usePlanState } from '../../plan/index.ts';
import { Leaf, Notice } from '../../ui/index.ts';
import { Revisions } from './Revisions.tsx';
import { WORDS } from './words.ts';

/** Export, the saved revisions and what was given up, and deleting (into the bin). */
export function FileActions() {
  const { id } = usePlanState();
  const [open, setOpen] = useState<'revisions' | 'delete' | null>(null);
  if (!id) return null;
  return (
    <p className="flex gap-5 border-t border-rule pt-3">
      <a className="act" href={`/api/plans/${id}/file`} download>
        {WORDS.exportThisPlan}
      </a>
      <button type="button" className="act" onClick={() => setOpen('revisions')}>
        {WORDS.earlierRevisions}
      </button>
      <CopyPlan />
      <button type="button" className="act" onClick={() => setOpen('delete')}>
        {WORDS.deleteThisPlan}
      </button>
      <Leaf open={open === 'revisions'} onOpen={() => setOpen(null)} title={WORDS.savedRevisions}>
        <Revisions id={id} onDone={() => setOpen(null)} />
      </Leaf>
      <Leaf open={open === 'delete'} onOpen={() => setOpen(null)} title={WORDS.deleteThisPlan2}>
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
        {WORDS.copyThisPlan}
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
          {WORDS.putItIntoThe}
        </button>
        <button type="button" className="btn" onClick={onStay}>
          {WORDS.keepIt}
        </button>
      </p>
    </>
  );
}
