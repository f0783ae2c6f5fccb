import { useNavigate } from 'react-router';
import { useCreatePlanMutation } from '../api/index.ts';
import { dropDraft, mineKept, theirsTaken, usePlanState, type SaveState } from '../plan/index.ts';
import { useAppDispatch } from './hooks.ts';

/** The plain word for where the newest change is. */
export function sayState(save: SaveState): string {
  switch (save) {
    case 'saved':
      return 'saved';
    case 'waiting':
    case 'saving':
      return 'saving';
    case 'away':
      return 'kept here';
    case 'conflict':
      return 'two versions';
    case 'refused':
      return 'not saved';
  }
}

/** Says what stands in the way of saving, and what to do; nothing when all is well. */
export function SaveNotice() {
  const { id, present, save, refusal, theirs } = usePlanState();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [createPlan] = useCreatePlanMutation();
  if (save === 'away') {
    return (
      <p role="status" className="bg-persimmon-wash px-6 py-2" data-testid="save-notice">
        The server is away. Go on working: every change is kept in this browser and saved when it is back.
      </p>
    );
  }
  if (save === 'refused') {
    return (
      <p role="alert" className="bg-persimmon-wash px-6 py-2" data-testid="save-notice">
        The last change could not be saved. {refusal} Undo it, or change it; it is kept in this browser
        meanwhile.
      </p>
    );
  }
  if (save !== 'conflict' || !theirs || !present || !id) return null;
  const keepCopy = async (): Promise<void> => {
    const saved = await createPlan({ ...present, name: `${present.name} (mine)`.slice(0, 80) }).unwrap();
    dropDraft(id);
    dispatch(theirsTaken());
    void navigate(`/plan/${saved.id}/brief`);
  };
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-4 bg-persimmon-wash px-6 py-2"
      data-testid="save-notice"
    >
      <span className="flex-1">
        This plan was changed in another window: revision {theirs.revision} is newer than yours. Nothing is
        lost; choose what goes on.
      </span>
      <button type="button" className="btn" onClick={() => dispatch(mineKept())}>
        Put mine on top
      </button>
      <button
        type="button"
        className="btn"
        onClick={() => {
          dropDraft(id);
          dispatch(theirsTaken());
        }}
      >
        Take theirs
      </button>
      <button type="button" className="btn" onClick={() => void keepCopy()}>
        Keep mine as a copy
      </button>
    </div>
  );
}
