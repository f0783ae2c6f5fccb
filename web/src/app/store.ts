import { type ThunkAction, type UnknownAction, configureStore } from '@reduxjs/toolkit';
import { api } from '../api/index.ts';
import { buildAutosave } from '../plan/autosave.ts';
import { planSlice } from '../plan/slice.ts';

/** The page's one store: the open plan and the server's data. Derived geometry lives in the worker. */
export function buildStore() {
  return configureStore({
    reducer: { plan: planSlice.reducer, api: api.reducer },
    middleware: (base) =>
      base({ serializableCheck: false, immutableCheck: false })
        .prepend(buildAutosave())
        .concat(api.middleware),
  });
}

type AppStore = ReturnType<typeof buildStore>;
export type RootState = ReturnType<AppStore['getState']>;
export type AppDispatch = AppStore['dispatch'];
export type AppThunk = ThunkAction<void, RootState, unknown, UnknownAction>;
