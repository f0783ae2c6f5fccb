import type { ReactElement } from 'react';
import { jest } from '@jest/globals';
import { configureStore } from '@reduxjs/toolkit';
import { render } from '@testing-library/react';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import { api } from '../../src/api/index.ts';
import { Outbox, type Entry, Shelf, outboxSlice } from '../../src/outbox/index.ts';
import type { SendOutcome } from '../../src/outbox/remote.ts';
import { planSlice } from '../../src/state/index.ts';

type Answer = { readonly status?: number; readonly body: unknown };
type Route = (body: unknown) => Answer | Promise<Answer>;

/** What the page's fetch meets: answers by "METHOD /path"; everything else is not found. */
export class FakeApi {
  readonly routes = new Map<string, Route>();
  readonly asked: string[] = [];
  isUp = true;

  on(route: string, answer: Route | unknown): this {
    this.routes.set(route, typeof answer === 'function' ? (answer as Route) : () => ({ body: answer }));
    return this;
  }

  install(): this {
    globalThis.fetch = jest.fn(async (input: unknown, init?: RequestInit) => {
      const request = input instanceof Request ? input : new Request(String(input), init);
      const { pathname } = new URL(request.url);
      const key = `${request.method} ${pathname}`;
      this.asked.push(key);
      if (!this.isUp) throw new TypeError('Failed to fetch');
      const text = await request.text();
      const found = this.routes.get(key);
      const { status = 200, body } = found
        ? await found(text ? JSON.parse(text) : undefined)
        : { status: 404, body: { error: { code: 'not-found', text: 'There is nothing here.' } } };
      return new Response(JSON.stringify(body), {
        status,
        headers: { 'content-type': 'application/json' },
      });
    }) as typeof fetch;
    return this;
  }
}

/** A server with no records and the usual settings. */
export const emptyApi = (): FakeApi =>
  new FakeApi()
    .on('GET /api/settings', { planId: '', revision: 0, record: null })
    .on('GET /api/runs', [])
    .on('GET /api/diary', [])
    .on('GET /api/papers', []);

/** The page's store with real reducers and a real outbox, which sends where it is told. */
export function buildPageStore(send: (entry: Entry) => Promise<SendOutcome>) {
  const services = {} as { outbox: Outbox };
  const store = configureStore({
    reducer: { plan: planSlice.reducer, outbox: outboxSlice.reducer, api: api.reducer },
    middleware: (base) =>
      base({ serializableCheck: false, immutableCheck: false, thunk: { extraArgument: services } }).concat(
        api.middleware,
      ),
  });
  services.outbox = new Outbox(
    {
      shelf: new Shelf(localStorage),
      tab: 'this tab',
      findAlive: async () => () => true,
      alone: async (_name, work) => work(),
      send,
      fetchBase: async () => null,
      sendAside: async () => true,
      delay: (ms) => new Promise((resolve) => setTimeout(resolve, Math.min(ms, 5))),
      tell: () => undefined,
    },
    store,
  );
  return { store, outbox: services.outbox };
}

export type PageStore = ReturnType<typeof buildPageStore>['store'];

/** Shows something as it stands in the page: with its store, at an address. */
export const show = (store: PageStore, shown: ReactElement, at = '/') =>
  render(
    <Provider store={store}>
      <MemoryRouter initialEntries={[at]}>{shown}</MemoryRouter>
    </Provider>,
  );
