import type { ThunkAction, ThunkDispatch, UnknownAction } from '@reduxjs/toolkit';
import type { api } from '../api/index.ts';
import type { Outbox, outboxSlice } from '../outbox/index.ts';
import type { PlanState } from './planSlice.ts';

/** What thunks can use beside the store. */
export interface Services {
  outbox: Outbox;
}

/** All the page keeps: the open plan, the changes on their way, what was read of the server. */
export interface RootState {
  readonly outbox: ReturnType<typeof outboxSlice.reducer>;
  readonly plan: PlanState;
  readonly api: ReturnType<typeof api.reducer>;
}
export type AppDispatch = ThunkDispatch<RootState, Services, UnknownAction>;
export type AppThunk<T = void> = ThunkAction<T, RootState, Services, UnknownAction>;
