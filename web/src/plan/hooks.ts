import type { Draft } from 'immer';
import { useCallback } from 'react';
import { type PieceId, type Plan, planOfPiece } from '@jade/core/plan';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import type { SendState } from '../outbox/index.ts';
import { changePlan, changeWhole, editPlan } from './edit.ts';
import type { PlanState } from '../state/index.ts';

/** The open plan with all its pieces; only for screens inside a plan. */
export function useWholePlan(): Plan {
  const present = useAppSelector((s) => s.plan.present);
  if (!present) throw new Error('broken promise: a plan is open');
  return present;
}

/** The piece that is looked at; null for the plan's own first one. */
export const usePiece = (): PieceId => useAppSelector((s) => s.plan.piece);

/** The open plan as the piece that is looked at has it; only for screens inside a plan. */
export const usePlan = (): Plan => planOfPiece(useWholePlan(), usePiece());

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

/** A function that changes the open plan with all its pieces. */
export function useWholeChange(): (change: (plan: Plan) => Plan, mergeKey?: string) => void {
  const dispatch = useAppDispatch();
  return useCallback((change, mergeKey) => dispatch(changeWhole(change, mergeKey ?? null)), [dispatch]);
}

/** The selected step, from 1; 0 is the flat sheet. Screens that need only this are not drawn again at every save. */
export const useStep = (): number => useAppSelector((s) => s.plan.step);
