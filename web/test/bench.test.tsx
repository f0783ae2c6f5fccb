import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { act, cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { buildMothPlan } from '@jade/core/demo';
import type { BenchRun } from '@jade/core/plan';
import { useState } from 'react';
import { buildEngine } from '../src/engine/engine.ts';
import type { Engine } from '../src/engine/protocol.ts';
import type { SendOutcome } from '../src/outbox/remote.ts';
import { planOpened } from '../src/state/index.ts';
import { buildPageStore, emptyApi, show } from './support/page.tsx';

const real = buildEngine();
const remote = new Proxy(real, {
  get:
    (engine, name: keyof Engine) =>
    async (...args: unknown[]) =>
      (engine[name] as (...a: unknown[]) => unknown)(...args),
});
jest.unstable_mockModule('../src/engine/client.ts', () => ({
  ENGINE_LOST: 'jade:engine-lost',
  getEngine: () => remote,
}));
// Where to check is reckoned in another worker; without an answer the bench is still a bench.
jest.unstable_mockModule('../src/marking/client.ts', () => ({
  askAccuracy: async () => undefined,
  askParts: async () => undefined,
  askWays: async () => undefined,
  stopDeepening: () => undefined,
  stopMarking: () => undefined,
}));
const { EngineProvider } = await import('../src/engine/index.ts');
const { Bench } = await import('../src/features/bench/Bench.tsx');
const { beginRun } = await import('../src/features/bench/run.ts');

beforeEach(() => {
  localStorage.clear();
  emptyApi().install();
});
afterEach(cleanup);

const plan = buildMothPlan();

function open(answer: SendOutcome) {
  const { store, outbox } = buildPageStore(async () => answer);
  store.dispatch(planOpened({ saved: { id: 'moth', revision: 1, updatedAt: '', plan } } as never));
  const runs: BenchRun[] = [];
  function Page() {
    const [run, setRun] = useState(() => beginRun('run', new Date(), 90, 'kozo', 20));
    return (
      <EngineProvider>
        <Bench
          run={run}
          onRun={(next) => {
            runs.push(next);
            setRun(next);
          }}
          onLeave={() => undefined}
          onDiary={() => undefined}
        />
      </EngineProvider>
    );
  }
  show(store, <Page />);
  return { outbox, runs };
}

test('keys turn the page, and each turn keeps where it stands', async () => {
  const { runs } = open({ kind: 'away', text: '' });
  expect(await screen.findByText(/Leave the bench/)).toBeTruthy();
  await userEvent.keyboard('{ArrowRight}{ArrowRight}{ArrowLeft}');
  await waitFor(() => expect(runs.at(-1)?.at).toBe(1));
  expect(Math.max(...runs.map((r) => r.at))).toBe(2);
});

test('what waits to be decided is said at the bench, and does not come between two folds', async () => {
  const theirs = { revision: 2, document: { ...plan, cast: 'Lantern Marsh, second house' } };
  const { outbox } = open({ kind: 'stale', theirs });
  expect(await screen.findByText(/Leave the bench/)).toBeTruthy();
  expect(screen.queryByText(/leave the bench to decide/)).toBeNull();
  act(() =>
    outbox.write({
      kind: 'plan',
      owner: '',
      id: 'moth',
      base: { revision: 1, document: plan },
      mine: { ...plan, cast: 'Lantern Marsh, summer' },
      at: new Date().toISOString(),
    }),
  );
  expect(await screen.findByText(/leave the bench to decide/)).toBeTruthy();
  expect(screen.queryByRole('alert')).toBeNull();
});
