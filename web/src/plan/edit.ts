import { type Draft, produce } from 'immer';
import { followRepeats, followVariants, keepLengths, keepNames } from '@jade/core/editing';
import { type Plan, planOfPiece, settlePieces, withPiece } from '@jade/core/plan';
import type { AppThunk } from '../state/index.ts';
import { planEdited } from '../state/index.ts';

/** Changes the open piece of the open plan; changes with the same key in a row are undone as one. Nothing happens without a plan. */
export const editPlan =
  (recipe: (plan: Draft<Plan>) => void, mergeKey: string | null = null): AppThunk =>
  (dispatch, getState) => {
    const { present, piece } = getState().plan;
    if (!present) return;
    const view = planOfPiece(present, piece);
    const plan = settle(present, withPiece(present, piece, follow(view, produce(view, recipe))));
    if (plan !== present) dispatch(planEdited({ plan, mergeKey }));
  };

/**
 * Repeats of passages and alternatives keep up with whatever was edited; creases and marks keep their names, and lengths
 * that are to stay in mm stay so.
 */
const follow = (before: Plan, after: Plan): Plan =>
  after === before
    ? after
    : keepLengths(before, keepNames(before, followVariants(before, followRepeats(before, after))));

/** What the plan's pieces have in common follows too. */
const settle = (before: Plan, after: Plan): Plan => (after === before ? after : settlePieces(before, after));

/** Changes the open piece of the open plan by a function from plan to plan. */
export const changePlan =
  (change: (plan: Plan) => Plan): AppThunk =>
  (dispatch, getState) => {
    const { present, piece } = getState().plan;
    if (!present) return;
    const view = planOfPiece(present, piece);
    const plan = settle(present, withPiece(present, piece, follow(view, change(view))));
    if (plan !== present) dispatch(planEdited({ plan, mergeKey: null }));
  };

/** Changes the open plan with all its pieces. */
export const changeWhole =
  (change: (plan: Plan) => Plan, mergeKey: string | null = null): AppThunk =>
  (dispatch, getState) => {
    const { present } = getState().plan;
    if (!present) return;
    const plan = settle(present, change(present));
    if (plan !== present) dispatch(planEdited({ plan, mergeKey }));
  };

/** An id for something new in the plan: short, and unlike any other. */
export const freshId = (prefix: string): string => `${prefix}-${crypto.randomUUID().slice(0, 8)}`;
