import type { Draft } from 'immer';
import { useCallback } from 'react';
import type { Plan } from '@jade/core/plan';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import type { SendState } from '../outbox/index.ts';
import { changePlan, editPlan } from './edit.ts';
import type { PlanState } from '../state/index.ts';

/** The open plan; only for screens inside a plan. */
export function usePlan(): Plan {
  const present = useAppSelector((s) => s.plan.present);
  if (!present) throw new Error('broken promise: a plan is open');
  return present;
}

export const usePlanState = (): PlanState => useAppSelector((s) => s.plan);

/** saved: the server has it; else how the change on its way to it fares. */
export type SaveState = 'saved' | SendState;

/** How the open plan's newest change fares. */
export const useSaveState = (): SaveState =>
  useAppSelector((s) => (s.plan.id ? s.outbox.entries[`plan::${s.plan.id}`]?.state : undefined) ?? 'saved');

/** A function that edits the open plan. */
export function useEdit(): (recipe: (plan: Draft<Plan>) => void, mergeKey?: string) => void {
  const dispatch = useAppDispatch();
  return useCallback((recipe, mergeKey) => dispatch(editPlan(recipe, mergeKey ?? null)), [dispatch]);
}

/** A function that changes the open plan by a function from plan to plan. */
export function useChange(): (change: (plan: Plan) => Plan) => void {
  const dispatch = useAppDispatch();
  return useCallback((change) => dispatch(changePlan(change)), [dispatch]);
}

/** The selected step, from 1; 0 is the flat sheet. Screens that need only this are not drawn again at every save. */
export const useStep = (): number => useAppSelector((s) => s.plan.step);
