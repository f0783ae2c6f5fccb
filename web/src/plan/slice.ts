import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Plan } from '@jade/core/plan';
import type { SavedPlan } from '../api/index.ts';

/** saved: the server has it; waiting: about to be sent; away: kept in this browser until the server is back. */
export type SaveState = 'saved' | 'waiting' | 'saving' | 'away' | 'conflict' | 'refused';

export interface PlanState {
  readonly id: string | null;
  /** Revision of the server the present plan is based on. */
  readonly revision: number;
  readonly past: readonly Plan[];
  readonly present: Plan | null;
  readonly future: readonly Plan[];
  readonly save: SaveState;
  readonly refusal: string;
  readonly theirs: SavedPlan | null;
  /** Edits with the same key one after the other (typing into one field) are undone together. */
  readonly mergeKey: string | null;
  /** Selected step, from 1; 0 is the flat sheet before the first. */
  readonly step: number;
  readonly hovered: number | null;
}

const closed: PlanState = {
  id: null,
  revision: 0,
  past: [],
  present: null,
  future: [],
  save: 'saved',
  refusal: '',
  theirs: null,
  mergeKey: null,
  step: 0,
  hovered: null,
};

const withinSteps = (step: number, plan: Plan): number => Math.max(0, Math.min(step, plan.steps.length));

export const planSlice = createSlice({
  name: 'plan',
  initialState: closed,
  reducers: {
    /** A draft made on an older revision than the server's is a conflict, decided by the folder. */
    planOpened: (
      _state,
      { payload }: PayloadAction<{ saved: SavedPlan; draft?: Plan; draftRevision?: number }>,
    ): PlanState => {
      const { saved, draft, draftRevision } = payload;
      const stale = draft !== undefined && draftRevision !== saved.revision;
      return {
        ...closed,
        id: saved.id,
        revision: draftRevision ?? saved.revision,
        present: draft ?? saved.plan,
        past: draft ? [saved.plan] : [],
        save: stale ? 'conflict' : draft ? 'waiting' : 'saved',
        theirs: stale ? saved : null,
        step: (draft ?? saved.plan).steps.length,
      };
    },
    planClosed: (): PlanState => closed,
    planEdited: (state, { payload }: PayloadAction<{ plan: Plan; mergeKey: string | null }>): PlanState => {
      if (!state.present) return state as PlanState;
      const merges = payload.mergeKey !== null && payload.mergeKey === state.mergeKey;
      return {
        ...(state as PlanState),
        past: merges ? (state.past as Plan[]) : [...(state.past as Plan[]), state.present as Plan],
        present: payload.plan,
        future: [],
        mergeKey: payload.mergeKey,
        save: state.save === 'conflict' ? 'conflict' : 'waiting',
        step: withinSteps(state.step, payload.plan),
      };
    },
    undone: (state): PlanState => {
      const before = state.past.at(-1) as Plan | undefined;
      if (!before || !state.present) return state as PlanState;
      return {
        ...(state as PlanState),
        past: state.past.slice(0, -1) as Plan[],
        present: before,
        future: [state.present as Plan, ...(state.future as Plan[])],
        mergeKey: null,
        save: 'waiting',
        step: withinSteps(state.step, before),
      };
    },
    redone: (state): PlanState => {
      const [next, ...rest] = state.future as Plan[];
      if (!next || !state.present) return state as PlanState;
      return {
        ...(state as PlanState),
        past: [...(state.past as Plan[]), state.present as Plan],
        present: next,
        future: rest,
        mergeKey: null,
        save: 'waiting',
        step: withinSteps(state.step, next),
      };
    },
    saveStarted: (state) => void (state.save = 'saving'),
    saveEnded: (state, { payload }: PayloadAction<{ revision: number }>) => {
      state.revision = payload.revision;
      state.save = state.save === 'saving' ? 'saved' : 'waiting';
    },
    serverAway: (state) => void (state.save = 'away'),
    saveRefused: (state, { payload }: PayloadAction<string>) => {
      state.save = 'refused';
      state.refusal = payload;
    },
    conflictFound: (state, { payload }: PayloadAction<SavedPlan>): PlanState => ({
      ...(state as PlanState),
      save: 'conflict',
      theirs: payload,
    }),
    /** Mine goes on top of theirs; theirs stays in the history. */
    mineKept: (state) => {
      if (!state.theirs) return;
      state.revision = state.theirs.revision;
      state.theirs = null;
      state.save = 'waiting';
    },
    theirsTaken: (state): PlanState =>
      state.theirs
        ? {
            ...closed,
            id: state.id,
            revision: state.theirs.revision,
            past: [...(state.past as Plan[]), state.present as Plan],
            present: state.theirs.plan as Plan,
            step: withinSteps(state.step, state.theirs.plan as Plan),
          }
        : (state as PlanState),
    stepSelected: (state, { payload }: PayloadAction<number>) => {
      if (state.present) state.step = Math.max(0, Math.min(payload, state.present.steps.length));
    },
    facetHovered: (state, { payload }: PayloadAction<number | null>) => void (state.hovered = payload),
  },
});

export const {
  planOpened,
  planClosed,
  planEdited,
  undone,
  redone,
  saveStarted,
  saveEnded,
  serverAway,
  saveRefused,
  conflictFound,
  mineKept,
  theirsTaken,
  stepSelected,
  facetHovered,
} = planSlice.actions;
