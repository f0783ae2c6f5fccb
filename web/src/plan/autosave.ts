import { type UnknownAction, createListenerMiddleware, isAnyOf } from '@reduxjs/toolkit';
import { api, savePlan } from '../api/index.ts';
import { dropDraft, keepDraft } from './drafts.ts';
import {
  conflictFound,
  mineKept,
  planClosed,
  planEdited,
  planOpened,
  redone,
  saveEnded,
  saveRefused,
  saveStarted,
  serverAway,
  undone,
  type PlanState,
} from './slice.ts';

const QUIET_MS = 500;
const RETRY_MS = 2500;

interface WithPlan {
  readonly plan: PlanState;
}

/**
 * Saves half a second after a change, one save at a time. Every change is kept in the browser at once, and leaves it only
 * when the server has acknowledged it; while the server is away it is asked again every few seconds.
 */
export function buildAutosave() {
  const listener = createListenerMiddleware();
  const busy = new Set<string>();
  listener.startListening({
    matcher: isAnyOf(planEdited, undone, redone, mineKept, planOpened, planClosed),
    effect: async (_action, tools) => {
      const read = (): PlanState => (tools.getState() as WithPlan).plan;
      await saveLeft((tools.getOriginalState() as WithPlan).plan, read());
      const { id, present, revision, save } = read();
      if (!id || !present || save === 'saved') return;
      keepDraft(id, { revision, plan: present });
      if (busy.has(id)) return;
      busy.add(id);
      try {
        await saveUntilDone(id, read, tools);
      } finally {
        busy.delete(id);
      }
    },
  });
  return listener.middleware;
}

/** A plan that is left with changes still waiting is sent at once; its draft stays until that has worked. */
async function saveLeft(before: PlanState, now: PlanState): Promise<void> {
  if (
    !before.id ||
    !before.present ||
    before.id === now.id ||
    before.save === 'saved' ||
    before.save === 'conflict'
  )
    return;
  const outcome = await savePlan(before.id, before.revision, before.present);
  if (outcome.kind === 'saved') dropDraft(before.id);
}

interface Tools {
  readonly dispatch: (action: UnknownAction) => unknown;
  readonly delay: (ms: number) => Promise<unknown>;
}

async function saveUntilDone(id: string, read: () => PlanState, { dispatch, delay }: Tools): Promise<void> {
  await delay(QUIET_MS);
  for (;;) {
    const { id: open, present, revision, save } = read();
    if (open !== id || !present || save === 'conflict' || save === 'saved') return;
    dispatch(saveStarted());
    const outcome = await savePlan(id, revision, present);
    if (read().id !== id) return;
    switch (outcome.kind) {
      case 'saved':
        dispatch(saveEnded({ revision: outcome.saved.revision }));
        if (read().present === present) dropDraft(id);
        dispatch(api.util.invalidateTags(['plans', 'revisions']) as UnknownAction);
        break;
      case 'stale':
        dispatch(conflictFound(outcome.theirs));
        return;
      case 'refused':
        dispatch(saveRefused(outcome.text));
        return;
      case 'away':
        dispatch(serverAway());
        await delay(RETRY_MS);
    }
  }
}
