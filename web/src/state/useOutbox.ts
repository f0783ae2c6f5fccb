import { useAppDispatch } from './hooks.ts';
import type { AppThunk } from './types.ts';
import type { Outbox } from '../outbox/index.ts';

const takeOutbox =
  (): AppThunk<Outbox> =>
  (_dispatch, _getState, { outbox }) =>
    outbox;

/** The page's outbox, for the few places that decide about a change on its way. */
export function useOutbox(): Outbox {
  const dispatch = useAppDispatch();
  return dispatch(takeOutbox());
}
