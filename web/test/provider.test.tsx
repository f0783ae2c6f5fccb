import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { act, cleanup, screen, waitFor } from '@testing-library/react';
import { buildMothPlan } from '@jade/core/demo';
import type { Engine } from '../src/engine/protocol.ts';
import { buildEngine } from '../src/engine/engine.ts';
import { planEdited, planOpened, stepSelected } from '../src/state/index.ts';
import { buildPageStore, emptyApi, show } from './support/page.tsx';

/** The real engine behind the door of the worker, each answer let through by hand or at once. */
const real = buildEngine();
let held: (() => void)[] | null = null;
const remote = new Proxy(real, {
  get:
    (engine, name: keyof Engine) =>
    async (...args: unknown[]) => {
      const answer = (engine[name] as (...a: unknown[]) => unknown)(...args);
      if (held && name === 'computePlan') await new Promise<void>((go) => held!.push(go));
      return answer;
    },
});
let broken = '';
jest.unstable_mockModule('../src/engine/client.ts', () => ({
  ENGINE_LOST: 'jade:engine-lost',
  getEngine: () => {
    if (broken) throw new Error(broken);
    return remote;
  },
}));
const { EngineProvider, useEngine } = await import('../src/engine/index.ts');

beforeEach(() => {
  held = null;
  broken = '';
  localStorage.clear();
  emptyApi().install();
});
afterEach(cleanup);

function Seen() {
  const { result, detail, pictures, fault } = useEngine();
  return (
    <p data-testid="seen">
      {result?.steps.length ?? 'none'} steps, shown {detail?.number ?? 'none'}, {pictures.size} pictures,{' '}
      {fault ?? 'well'}
    </p>
  );
}

const plan = buildMothPlan();
function open() {
  const { store } = buildPageStore(async () => ({ kind: 'away', text: '' }));
  store.dispatch(planOpened({ saved: { id: 'moth', revision: 1, updatedAt: '', plan } } as never));
  show(
    store,
    <EngineProvider>
      <Seen />
    </EngineProvider>,
  );
  return store;
}
const seen = (): string => screen.getByTestId('seen').textContent!;

describe('the open plan in the engine', () => {
  test('is folded when it is open, with its pictures; the selected step is shown', async () => {
    const store = open();
    await waitFor(() => expect(seen()).toContain(`${plan.steps.length} steps`), { timeout: 20_000 });
    act(() => void store.dispatch(stepSelected(2)));
    await waitFor(() => expect(seen()).toContain('shown 2'));
    await waitFor(() => expect(seen()).not.toContain(' 0 pictures'));
  });

  test('an answer that comes late is not shown over a newer one, and questions between are passed over', async () => {
    const store = open();
    await waitFor(() => expect(seen()).toContain(`${plan.steps.length} steps`), { timeout: 20_000 });
    held = [];
    const cut = (steps: number): void =>
      act(
        () =>
          void store.dispatch(
            planEdited({ plan: { ...plan, steps: plan.steps.slice(0, steps) }, mergeKey: null }),
          ),
      );
    cut(5);
    await waitFor(() => expect(held).toHaveLength(1));
    for (const steps of [4, 3, 2]) cut(steps);
    // While the first is computed nothing else is asked.
    expect(held).toHaveLength(1);
    await act(async () => held![0]!());
    await waitFor(() => expect(held).toHaveLength(2));
    expect(seen()).not.toContain('5 steps');
    await act(async () => held![1]!());
    await waitFor(() => expect(seen()).toContain('2 steps'));
    expect(held).toHaveLength(2);
  });

  test('a fault of the engine is said, and the next answer takes it away', async () => {
    const store = open();
    await waitFor(() => expect(seen()).toContain('well'));
    broken = 'the fold engine ended: out of memory';
    act(() => void store.dispatch(planEdited({ plan: { ...plan, name: 'Moth, larger' }, mergeKey: null })));
    await waitFor(() => expect(seen()).toContain('out of memory'));
    broken = '';
    act(() => void store.dispatch(planEdited({ plan: { ...plan, name: 'Moth' }, mergeKey: null })));
    await waitFor(() => expect(seen()).toContain('well'));
  });
});
