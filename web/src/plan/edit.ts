import { type Draft, produce } from 'immer';
import type { Plan } from '@jade/core/plan';
import type { AppThunk } from '../app/store.ts';
import { planEdited } from './slice.ts';

/** Changes the open plan; changes with the same key in a row are undone as one. Nothing happens without a plan. */
export const editPlan =
  (recipe: (plan: Draft<Plan>) => void, mergeKey: string | null = null): AppThunk =>
  (dispatch, getState) => {
    const { present } = getState().plan;
    if (!present) return;
    const plan = produce(present, recipe);
    if (plan !== present) dispatch(planEdited({ plan, mergeKey }));
  };

/** An id for something new in the plan: short, and unlike any other. */
export const freshId = (prefix: string): string => `${prefix}-${crypto.randomUUID().slice(0, 8)}`;
