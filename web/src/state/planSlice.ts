import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { mergePlans } from '@jade/core/merge';
import { type Plan, type PieceId, planOfPiece } from '@jade/core/plan';
import type { SavedPlan } from '../api/index.ts';
import { documentMerged, documentSaved, type Entry } from '../outbox/index.ts';

/** A plan as it once was, and how many merges it had seen: later ones are made good when it comes back. */
interface Moment {
  readonly plan: Plan;
  readonly seen: number;
}

/** What another window saved while this one was at work. */
interface Merge {
  readonly base: Plan;
  readonly theirs: Plan;
}

export interface PlanState {
  readonly id: string | null;
  /** Revision of the server the present plan grew from, and that plan; null where only its number is known. */
  readonly revision: number;
  readonly base: Plan | null;
  readonly past: readonly Moment[];
  readonly present: Plan | null;
  readonly future: readonly Moment[];
  readonly merges: readonly Merge[];
  /** Edits with the same key one after the other (typing into one field) are undone together. */
  readonly mergeKey: string | null;
  /** The piece that is looked at; null for the plan's own first one. */
  readonly piece: PieceId;
  /** Selected step of that piece, from 1; 0 is the flat sheet before the first. */
  readonly step: number;
  readonly hovered: number | null;
}

const closed: PlanState = {
  id: null,
  revision: 0,
  base: null,
  past: [],
  present: null,
  future: [],
  merges: [],
  mergeKey: null,
  piece: null,
  step: 0,
  hovered: null,
};

const withinSteps = (step: number, plan: Plan): number => Math.max(0, Math.min(step, plan.steps.length));

/** The piece that was looked at and its step, where both are still there. */
function stay({ piece, step }: PlanState, plan: Plan): Pick<PlanState, 'piece' | 'step'> {
  const own = plan.pieces.some((p) => p.id === piece) ? piece : null;
  return { piece: own, step: own === piece ? withinSteps(step, planOfPiece(plan, own)) : plan.steps.length };
}

/** The step that was selected, wherever it stands now. */
function followStep(step: number, before: Plan, after: Plan): number {
  const id = before.steps[step - 1]?.id;
  const at = after.steps.findIndex((s) => s.id === id);
  return at >= 0 ? at + 1 : withinSteps(step, after);
}

function followPiece(s: PlanState, before: Plan, after: Plan): Pick<PlanState, 'piece' | 'step'> {
  const there = stay(s, after);
  if (there.piece !== s.piece) return there;
  return {
    piece: s.piece,
    step: followStep(s.step, planOfPiece(before, s.piece), planOfPiece(after, s.piece)),
  };
}

/** Undoing takes back one's own edits only: what other windows saved since is merged into the plan that comes back. */
const catchUp = ({ plan, seen }: Moment, merges: readonly Merge[]): Plan =>
  merges.slice(seen).reduce((p, m) => mergePlans(m.base, p, m.theirs).merged, plan);

type State = PlanState;

export const planSlice = createSlice({
  name: 'plan',
  initialState: closed,
  reducers: {
    /** The server's newest revision, with the change this browser still holds of it. */
    planOpened: (_state, { payload }: PayloadAction<{ saved: SavedPlan; unsent?: Entry<'plan'> }>): State => {
      const { saved, unsent } = payload;
      const present = unsent?.mine ?? saved.plan;
      const base = unsent ? unsent.base.document : saved.plan;
      return {
        ...closed,
        id: saved.id,
        revision: unsent ? unsent.base.revision : saved.revision,
        base,
        present,
        past: unsent && base ? [{ plan: base, seen: 0 }] : [],
        step: present.steps.length,
      };
    },
    planClosed: (): State => closed,
    planEdited: (state, { payload }: PayloadAction<{ plan: Plan; mergeKey: string | null }>): State => {
      const s = state as State;
      if (!s.present) return s;
      const merges = payload.mergeKey !== null && payload.mergeKey === s.mergeKey;
      return {
        ...s,
        past: merges ? s.past : [...s.past, { plan: s.present, seen: s.merges.length }],
        present: payload.plan,
        future: [],
        mergeKey: payload.mergeKey,
        ...stay(s, payload.plan),
      };
    },
    undone: (state): State => {
      const s = state as State;
      const before = s.past.at(-1);
      if (!before || !s.present) return s;
      const present = catchUp(before, s.merges);
      return {
        ...s,
        past: s.past.slice(0, -1),
        present,
        future: [{ plan: s.present, seen: s.merges.length }, ...s.future],
        mergeKey: null,
        ...stay(s, present),
      };
    },
    redone: (state): State => {
      const s = state as State;
      const [next, ...rest] = s.future;
      if (!next || !s.present) return s;
      const present = catchUp(next, s.merges);
      return {
        ...s,
        past: [...s.past, { plan: s.present, seen: s.merges.length }],
        present,
        future: rest,
        mergeKey: null,
        ...stay(s, present),
      };
    },
    stepSelected: (state, { payload }: PayloadAction<number>) => {
      if (state.present) state.step = withinSteps(payload, planOfPiece(state.present as Plan, state.piece));
    },
    /** Another piece of the plan is looked at, at its end. */
    pieceShown: (state, { payload }: PayloadAction<PieceId>): State => {
      const s = state as State;
      if (!s.present || s.piece === payload) return s;
      const piece = s.present.pieces.some((p) => p.id === payload) ? payload : null;
      return { ...s, piece, step: planOfPiece(s.present, piece).steps.length, hovered: null };
    },
    facetHovered: (state, { payload }: PayloadAction<number | null>) => void (state.hovered = payload),
  },
  extraReducers: (builder) =>
    builder
      .addCase(documentSaved, (state, { payload }): State => {
        const s = state as State;
        if (payload.kind !== 'plan' || payload.id !== s.id || !payload.version.document) return s;
        return { ...s, revision: payload.version.revision, base: payload.version.document as Plan };
      })
      .addCase(documentMerged, (state, { payload }): State => {
        const s = state as State;
        if (payload.kind !== 'plan' || payload.id !== s.id || !payload.mine || !s.present) return s;
        const [mine, theirs] = [payload.mine as Plan, payload.base.document as Plan | null];
        const base = payload.before.document as Plan | null;
        return {
          ...s,
          revision: payload.base.revision,
          base: theirs,
          present: mine,
          merges: base && theirs && base !== theirs ? [...s.merges, { base, theirs }] : s.merges,
          mergeKey: null,
          ...followPiece(s, s.present, mine),
        };
      }),
});

export const { planOpened, planClosed, planEdited, undone, redone, stepSelected, pieceShown, facetHovered } =
  planSlice.actions;
