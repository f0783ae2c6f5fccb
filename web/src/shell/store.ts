import { type Middleware, configureStore, isAnyOf } from '@reduxjs/toolkit';
import { api, fetchPlan, tagTypes } from '../api/index.ts';
import {
  type Address,
  Outbox,
  Shelf,
  alone,
  browserWorld,
  documentMerged,
  documentSaved,
  findAlive,
  outboxSlice,
  ownTab,
  showAlive,
} from '../outbox/index.ts';
import {
  type AppDispatch,
  type RootState,
  type Services,
  planEdited,
  planSlice,
  redone,
  undone,
} from '../state/index.ts';
import { showSaved } from '../records/index.ts';

/** Other tabs of this browser hear by it what the server has now. */
const CHANNEL = 'jade-kite-saved';

/** The page's one store: the open plan, the server's data, and the changes on their way. Geometry lives in the worker. */
export function buildStore() {
  const services = {} as Services;
  const store = configureStore({
    reducer: { plan: planSlice.reducer, outbox: outboxSlice.reducer, api: api.reducer },
    middleware: (base) =>
      base({ serializableCheck: false, immutableCheck: false, thunk: { extraArgument: services } }).concat(
        api.middleware,
        sendEdits(services),
        showAcknowledged,
      ),
  });
  const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(CHANNEL);
  const world = {
    ...browserWorld,
    shelf: new Shelf(localStorage),
    tab: ownTab,
    findAlive,
    alone,
    tell: (saved: Address & { readonly revision: number }): void => channel?.postMessage(saved),
  };
  services.outbox = new Outbox(world, store);
  channel?.addEventListener('message', ({ data }: MessageEvent<Address & { revision: number }>) => {
    store.dispatch(api.util.invalidateTags([...tagTypes]));
    void followOther(store, data);
  });
  showAlive();
  services.outbox.watch();
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') services.outbox.hurry();
  });
  return store;
}

const isEdit = isAnyOf(planEdited, undone, redone);

/** Whatever changes the open plan is in the outbox before the next thing happens. */
const sendEdits =
  (services: Services): Middleware<object, RootState> =>
  ({ getState }) =>
  (next) =>
  (action) => {
    const before = getState().plan.present;
    const result = next(action);
    const { id, revision, base, present } = getState().plan;
    if (isEdit(action) && id && present && present !== before)
      services.outbox.write({
        kind: 'plan',
        owner: '',
        id,
        base: { revision, document: base },
        mine: present,
        at: new Date().toISOString(),
      });
    return result;
  };

/** What the server has acknowledged is what the page has read of it; lists it is in are read again. */
const showAcknowledged: Middleware<object, RootState> =
  ({ dispatch, getState }) =>
  (next) =>
  (action) => {
    const wasAway =
      documentSaved.match(action) &&
      Object.values((getState() as RootState).outbox.entries).some((e) => e.state === 'away');
    const result = next(action);
    if (documentSaved.match(action)) {
      const { kind, owner, id, version } = action.payload;
      if (kind !== 'plan') (dispatch as AppDispatch)(showSaved(kind, owner, id, version));
      // What could not be read while the server was away is read again.
      if (wasAway) dispatch(api.util.invalidateTags([...tagTypes]));
      else if (kind === 'plan') dispatch(api.util.invalidateTags(['plans', 'revisions']));
      else if (!version.document) dispatch(api.util.invalidateTags(['bin']));
    }
    return result;
  };

/** A plan that is open here without changes follows what another tab saved of it. */
async function followOther(
  store: Pick<AppStore, 'dispatch' | 'getState'>,
  { kind, id, revision }: Address & { revision: number },
): Promise<void> {
  const isOpen = (): boolean => {
    const { plan, outbox } = store.getState();
    return kind === 'plan' && plan.id === id && plan.revision < revision && !outbox.entries[`plan::${id}`];
  };
  if (!isOpen()) return;
  const saved = await fetchPlan(id).catch(() => undefined);
  if (!saved || saved === 'unread' || !isOpen()) return;
  const { plan } = store.getState();
  const address = { kind: 'plan' as const, owner: '', id };
  const before = { revision: plan.revision, document: plan.base };
  const base = { revision: saved.revision, document: saved.plan };
  store.dispatch(documentMerged({ ...address, before, base, mine: saved.plan }));
}

type AppStore = ReturnType<typeof buildStore>;
